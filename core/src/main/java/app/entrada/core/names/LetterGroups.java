package app.entrada.core.names;

import java.util.Arrays;

/**
 * The groups of three letters of a folded name, with blanks around it.
 *
 * @param codes of the groups, in order
 */
record LetterGroups(int[] codes) {
    static LetterGroups of(String folded) {
        String padded = "  " + folded + " ";
        int[] codes = new int[Math.max(0, padded.length() - 2)];
        for (int i = 0; i < codes.length; i++)
            codes[i] = padded.charAt(i) << 16 ^ padded.charAt(i + 1) << 8 ^ padded.charAt(i + 2);
        Arrays.sort(codes);
        return new LetterGroups(codes);
    }

    /** The share of groups that both have, 0 to 1. */
    double likeness(LetterGroups other) {
        int common = 0;
        int i = 0;
        int j = 0;
        while (i < codes.length && j < other.codes.length)
            if (codes[i] == other.codes[j]) {
                common++;
                i++;
                j++;
            } else if (codes[i] < other.codes[j]) i++;
            else j++;
        int all = codes.length + other.codes.length;
        return all == 0 ? 0 : 2.0 * common / all;
    }
}
