package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;

/**
 * Words or short phrases in their order: genres, moods, keywords.
 *
 * @param list at least one, none blank, none twice
 */
public record Terms(List<String> list) {
    public Terms {
        list = List.copyOf(list);
        if (list.isEmpty() || list.stream().anyMatch(String::isBlank))
            throw new MalformedValue("Separate words with semicolons");
    }

    /** These words. */
    public static Terms of(String... words) {
        return new Terms(List.of(words));
    }

    /** Reads words separated by semicolons or commas; one given twice, in whatever case, is kept once. */
    public static Terms parse(String typed) {
        List<String> words = Arrays.stream(typed.split("[;,]"))
                .map(String::strip)
                .filter(word -> !word.isEmpty())
                .toList();
        return new Terms(java.util.stream.IntStream.range(0, words.size())
                .filter(i -> words.subList(0, i).stream().noneMatch(words.get(i)::equalsIgnoreCase))
                .mapToObj(words::get)
                .toList());
    }

    /** Reads phrases separated by semicolons only, as names are: a comma is part of one. */
    static Terms parsePhrases(String typed) {
        return new Terms(Arrays.stream(typed.split(";"))
                .map(String::strip)
                .filter(phrase -> !phrase.isEmpty())
                .distinct()
                .toList());
    }

    /** Canonical text, {@code folk; song}. */
    @Override
    public String toString() {
        return String.join("; ", list);
    }
}
