package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.security.SecureRandom;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Which passwords are taken, as NIST SP 800-63B has it: long enough, not one that is tried first, and of any characters.
 * Nobody is asked for digits or capitals, and none grows old.
 */
@Component
class Passwords {
    static final int SHORTEST = 12;
    static final int LONGEST = 200;

    /** How many tries it takes at least; what is among the usual ones takes some thousands. */
    private static final double FEWEST_GUESSES = 1e9;

    /** The dictionary's time grows with the length; what is longer than this is judged by its beginning. */
    private static final int JUDGED = 64;

    /** Of a person's words; shorter ones are in many others. */
    private static final int SHORTEST_WORD = 3;

    /** How many tries it takes to put them where they are. */
    private static final double WORDS_ARE_WORTH = 100;

    /** Letters and digits that are not taken for one another. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Zxcvbn guesses = new Zxcvbn();
    private final PasswordGate gate;

    Passwords(PasswordGate gate) {
        this.gate = gate;
    }

    /** Whether it may be one at all: longer ones are not even tried. */
    static boolean isOne(String typed) {
        return typed.codePointCount(0, typed.length()) <= LONGEST && typed.indexOf('\0') < 0;
    }

    /**
     * The hash of a new one.
     *
     * @param near words that are easy to guess of this person: the name, what it was before
     * @throws Problem when it is not taken, with the reason
     */
    String hash(@Nullable String typed, List<String> near) {
        int length = typed == null ? 0 : typed.codePointCount(0, typed.length());
        if (typed == null || length < SHORTEST || !isOne(typed))
            throw refused("A password needs %d to %d characters. Several unrelated words make a good password."
                    .formatted(SHORTEST, LONGEST));
        if (guesses(typed.substring(0, Math.min(JUDGED, typed.length())), near) < FEWEST_GUESSES)
            throw refused(
                    "This password is easy to guess: it is common, or too close to your name or to the password before. Several unrelated words make a good password.");
        return gate.hash(typed);
    }

    /** How many tries it takes at most; words of this person are as good as known. */
    private double guesses(String typed, List<String> near) {
        String rest = typed.toLowerCase(Locale.ROOT);
        for (String each : near)
            for (String word : each.toLowerCase(Locale.ROOT).split("\\s+"))
                if (word.length() >= SHORTEST_WORD) rest = rest.replace(word, "");
        double all = guesses.measure(typed).getGuesses();
        return rest.length() == typed.length()
                ? all
                : Math.min(all, WORDS_ARE_WORTH * guesses.measure(rest).getGuesses());
    }

    private static Problem refused(String why) {
        return Problem.input("password", why + " Nothing was changed.").with("field", "password");
    }

    /** A new one, of 100 bits, to be told once. */
    static String random() {
        return random(4, 5);
    }

    static String random(int groups, int each) {
        StringBuilder random = new StringBuilder();
        for (int i = 0; i < groups * each; i++) {
            if (i > 0 && i % each == 0) random.append('-');
            random.append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return random.toString();
    }
}
