package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/**
 * Credited names in their order. Typed with semicolons between them, because "&amp;", "and" and commas occur inside names.
 *
 * @param list at least one name, none blank
 */
public record Names(List<String> list) {
    public Names {
        list = List.copyOf(list);
        if (list.isEmpty() || list.stream().anyMatch(String::isBlank))
            throw new MalformedValue("Separate names with semicolons");
    }

    /** One name, or several in order. */
    public static Names of(String... names) {
        return new Names(List.of(names));
    }

    /** Reads names separated by semicolons; a name given twice is kept once. */
    public static Names parse(String typed) {
        return new Names(Arrays.stream(typed.split(";"))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .distinct()
                .toList());
    }

    /** The names as a sentence would list them: {@code A, B & C}. */
    public String sentence() {
        if (list.size() == 1) return list.get(0);
        return String.join(", ", list.subList(0, list.size() - 1)) + " & " + list.get(list.size() - 1);
    }

    /** Canonical text, {@code A; B}. */
    @Override
    public String toString() {
        return list.stream().collect(Collectors.joining("; "));
    }
}
