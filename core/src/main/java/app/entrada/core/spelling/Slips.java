package app.entrada.core.spelling;

/**
 * How many slips of the hand lie between two words. A letter that is doubled, or one of a pair that is missing, and two
 * neighbours that changed places are the likeliest; another first letter, or another vowel at the end, mostly makes another
 * name.
 */
final class Slips {
    private static final double PAIR = 0.5;
    private static final double CHANGED_PLACES = 0.6;
    private static final double LETTER = 1;
    private static final double TELLING = 1.8;

    private Slips() {}

    /** Weighed edit distance (optimal string alignment); more than {@code most} may come out as any larger number. */
    static double between(String one, String other, double most) {
        if (one.equals(other)) return 0;
        if (Math.abs(one.length() - other.length()) * PAIR > most) return most + 1;
        double[] before = new double[other.length() + 1];
        double[] last = new double[other.length() + 1];
        double[] now = new double[other.length() + 1];
        for (int j = 1; j <= other.length(); j++) last[j] = last[j - 1] + lone(other, j - 1);
        for (int i = 1; i <= one.length(); i++) {
            now[0] = last[0] + lone(one, i - 1);
            double least = now[0];
            for (int j = 1; j <= other.length(); j++) {
                double cost = Math.min(last[j] + lone(one, i - 1), now[j - 1] + lone(other, j - 1));
                cost = Math.min(cost, last[j - 1] + changed(one, i - 1, other, j - 1));
                if (i > 1
                        && j > 1
                        && one.charAt(i - 1) == other.charAt(j - 2)
                        && one.charAt(i - 2) == other.charAt(j - 1))
                    cost = Math.min(cost, before[j - 2] + CHANGED_PLACES);
                now[j] = cost;
                least = Math.min(least, cost);
            }
            if (least > most) return least;
            double[] free = before;
            before = last;
            last = now;
            now = free;
        }
        return last[other.length()];
    }

    /** A letter that only one of them has. */
    private static double lone(String word, int at) {
        char letter = word.charAt(at);
        if (at > 0 && word.charAt(at - 1) == letter || at + 1 < word.length() && word.charAt(at + 1) == letter)
            return PAIR;
        return at == 0 ? TELLING : LETTER;
    }

    private static double changed(String one, int i, String other, int j) {
        char here = one.charAt(i);
        char there = other.charAt(j);
        if (here == there) return 0;
        if (i == 0 && j == 0) return TELLING;
        boolean end = i == one.length() - 1 && j == other.length() - 1;
        return end && isVowel(here) && isVowel(there) ? TELLING : LETTER;
    }

    private static boolean isVowel(char letter) {
        return "aeiouy".indexOf(letter) >= 0;
    }
}
