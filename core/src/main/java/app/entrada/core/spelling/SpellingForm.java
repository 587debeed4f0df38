package app.entrada.core.spelling;

import app.entrada.core.names.NameFolding;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * A spelling with all taken away in which two of one may differ without any slip: case, accents, script, punctuation, and for
 * people a last name in front.
 *
 * @param words folded, without numbers
 * @param numbers in the order in which they stand; what is not of the same number is not the same
 * @param sorted the words in the order in which spellings are compared: of the alphabet for people
 * @param squashed the words in one, in that order
 * @param joined the words in one, as they stand
 * @param letters how many there are in all words
 * @param alphabet a bit for each letter or digit that occurs, to tell quickly what is too different
 */
record SpellingForm(
        List<String> words,
        List<String> numbers,
        List<String> sorted,
        String squashed,
        String joined,
        int letters,
        long alphabet) {
    private static final Set<String> SUFFIXES = Set.of("jr", "sr", "ii", "iii");

    /** Letters that two slips add, or change for others. */
    private static final int MOST_LETTERS = 2;

    static SpellingForm of(String text, SpellingKind kind) {
        List<String> words = new ArrayList<>();
        List<String> numbers = new ArrayList<>();
        for (String word :
                NameFolding.fold(kind.ofPeople() ? firstNameFirst(text) : text).split(" ")) {
            if (word.isEmpty()) continue;
            (isNumber(word, kind) ? numbers : words).add(word);
        }
        List<String> sorted = new ArrayList<>(words);
        if (kind.ofPeople()) sorted.sort(null);
        String joined = String.join("", words);
        long alphabet = 0;
        for (int i = 0; i < joined.length(); i++) alphabet |= 1L << bit(joined.charAt(i));
        return new SpellingForm(
                List.copyOf(words),
                List.copyOf(numbers),
                List.copyOf(sorted),
                String.join("", sorted),
                joined,
                joined.length(),
                alphabet);
    }

    private static int bit(char letter) {
        return letter >= 'a' && letter <= 'z' ? letter - 'a' : 26 + letter % 10;
    }

    /** “Quillon, Ines” as somebody says it; a comma before “Jr.” is no such comma. */
    private static String firstNameFirst(String text) {
        int comma = text.indexOf(',');
        if (comma <= 0 || comma != text.lastIndexOf(',')) return text;
        String behind = text.substring(comma + 1).strip();
        return behind.isEmpty() || SUFFIXES.contains(NameFolding.fold(behind))
                ? text
                : behind + " " + text.substring(0, comma).strip();
    }

    /** Digits, and Roman ones in titles: part II is not part III. */
    private static boolean isNumber(String word, SpellingKind kind) {
        return word.chars().anyMatch(Character::isDigit)
                || !kind.ofPeople() && word.length() < 6 && word.chars().allMatch(letter -> "ivx".indexOf(letter) >= 0);
    }

    /** Whether a slip or two can lie between them: told without looking at their letters one by one. */
    boolean isNear(SpellingForm other) {
        return isNear(letters, alphabet, other.letters, other.alphabet) && numbers.equals(other.numbers);
    }

    /** The same of letters and alphabets alone. */
    static boolean isNear(int letters, long alphabet, int otherLetters, long otherAlphabet) {
        // each other letter takes one out of the alphabet and puts one in
        int most = Math.max(letters, otherLetters) >= Likeness.LONG ? 2 * MOST_LETTERS : MOST_LETTERS;
        return Math.abs(letters - otherLetters) <= MOST_LETTERS && Long.bitCount(alphabet ^ otherAlphabet) <= most;
    }

    /** Whether the words stand in the order in which they are compared. */
    boolean isInOrder() {
        return words.equals(sorted);
    }

    /** The words in one without an “and” between them. */
    String withoutAnd() {
        return words.size() < 3
                ? squashed
                : String.join(
                        "", sorted.stream().filter(word -> !word.equals("and")).toList());
    }

    /** Without the words that are added or left out at the end. */
    List<String> withoutGeneric(SpellingKind kind) {
        int end = words.size();
        while (end > 1 && kind.isGeneric(words.get(end - 1))) end--;
        return words.subList(0, end);
    }

    /** For people: first letter of what somebody is called first, and the last name. */
    String initialAndLast() {
        return words.size() < 2 ? "" : words.get(0).charAt(0) + " " + words.get(words.size() - 1);
    }
}
