package app.entrada.core.text;

import com.ibm.icu.text.Transliterator;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Text of other scripts in Latin letters, by the tables of ICU. Chinese characters are never transliterated: how they are
 * read depends on the language and on the name, and a guess would be registered for ever. Whoever needs them in Latin letters
 * asks a person.
 */
public final class Transliteration {
    private static final Pattern HAN = Pattern.compile("[\\p{IsHan}々〆〇]");
    /** A stretch of Japanese or Chinese writing that holds at least one character which cannot be read for certain. */
    private static final Pattern UNREADABLE = Pattern.compile(
            "[\\p{IsHan}\\p{IsHiragana}\\p{IsKatakana}々〆〇ー・]*[\\p{IsHan}々〆〇][\\p{IsHan}\\p{IsHiragana}\\p{IsKatakana}々〆〇ー・]*");

    private static final Transliterator TO_ASCII =
            Transliterator.getInstance("Any-Latin; Latin-ASCII; [^\\x20-\\x7E] Remove");

    private Transliteration() {}

    /** Whether the text can be written in Latin letters without asking anybody. */
    public static boolean certain(String text) {
        return !HAN.matcher(text).find() && !ascii(text).isEmpty();
    }

    /** The text in Latin letters: as a person gave it, else transliterated; empty where it would have to be guessed. */
    public static Optional<String> of(String text, Optional<String> given) {
        if (given.isPresent()) return given.map(Transliteration::ascii);
        return certain(text) ? Optional.of(ascii(text)) : Optional.empty();
    }

    /** The text in printable ASCII; what has no likeness, and what could only be guessed, is left out. */
    public static String ascii(String text) {
        String readable = UNREADABLE.matcher(text).replaceAll(" ");
        synchronized (TO_ASCII) {
            return TO_ASCII.transliterate(readable).replaceAll(" {2,}", " ").strip();
        }
    }
}
