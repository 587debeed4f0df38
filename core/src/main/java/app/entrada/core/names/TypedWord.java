package app.entrada.core.names;

import java.util.List;

/** A word as somebody is typing it: compared with words that it may become, whether it is whole, half typed or mistyped. */
public final class TypedWord {
    /** Letters from which on a word may have one slip, and two. */
    private static final int ONE_SLIP = 4;

    private static final int TWO_SLIPS = 8;
    private static final double BEGINNING = 0.9;
    private static final double WITHIN = 0.6;
    private static final double SLIPPED = 0.75;
    private static final double A_SLIP = 0.12;

    private final String typed;
    private final int most;

    /** @param typed folded, without blanks */
    public TypedWord(String typed) {
        this.typed = typed;
        most = typed.length() >= TWO_SLIPS ? 2 : typed.length() >= ONE_SLIP ? 1 : 0;
    }

    /** How well a folded word fits, 0 to 1; 0 when it does not. */
    public double fit(String word) {
        if (word.startsWith(typed))
            return word.length() == typed.length() ? 1 : BEGINNING + 0.05 * typed.length() / word.length();
        if (typed.length() >= 3 && word.contains(typed)) return WITHIN;
        if (most == 0 || word.length() < typed.length() - most) return 0;
        int slips = slips(word);
        return slips > most ? 0 : SLIPPED - A_SLIP * slips;
    }

    /** How well several typed words fit the words of a name, 0 to 1; 0 when one of them is in none. */
    public static double fit(List<TypedWord> typed, List<String> words) {
        double sum = 0;
        for (TypedWord each : typed) {
            double best = 0;
            for (String word : words) best = Math.max(best, each.fit(word));
            if (best == 0) return 0;
            sum += best;
        }
        return typed.isEmpty() ? 0 : sum / typed.size();
    }

    /**
     * The least number of slips between what was typed and a beginning of the word; more than may be borne comes out as any
     * larger number.
     */
    private int slips(String word) {
        int width = Math.min(word.length(), typed.length() + most);
        int[] before = new int[width + 1];
        int[] last = new int[width + 1];
        int[] now = new int[width + 1];
        for (int j = 0; j <= width; j++) last[j] = j;
        for (int i = 1; i <= typed.length(); i++) {
            now[0] = i;
            int least = i;
            for (int j = 1; j <= width; j++) {
                int cost = Math.min(
                        Math.min(last[j], now[j - 1]) + 1,
                        last[j - 1] + (typed.charAt(i - 1) == word.charAt(j - 1) ? 0 : 1));
                if (i > 1
                        && j > 1
                        && typed.charAt(i - 1) == word.charAt(j - 2)
                        && typed.charAt(i - 2) == word.charAt(j - 1)) cost = Math.min(cost, before[j - 2] + 1);
                now[j] = cost;
                least = Math.min(least, cost);
            }
            if (least > most) return least;
            int[] free = before;
            before = last;
            last = now;
            now = free;
        }
        int least = Integer.MAX_VALUE;
        for (int j = 0; j <= width; j++) least = Math.min(least, last[j]);
        return least;
    }
}
