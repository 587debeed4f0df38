package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The words of a work, in one language or several. Typed with the language in brackets on a line of its own above each.
 *
 * @param byLanguage words by ISO 639 code, {@code und} where none is given; at least one
 */
public record Lyrics(Map<String, String> byLanguage) {
    private static final Pattern HEAD = Pattern.compile("\\s*\\[([A-Za-z]{2,3})]\\s*");
    private static final String UNKNOWN = "und";

    public Lyrics {
        byLanguage = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(byLanguage));
        if (byLanguage.isEmpty()) throw new MalformedValue("There is no text");
    }

    /** Reads words with their languages. */
    public static Lyrics parse(String typed) {
        Map<String, StringBuilder> parts = new LinkedHashMap<>();
        StringBuilder open = null;
        for (String line : typed.split("\n", -1)) {
            Matcher head = HEAD.matcher(line);
            if (head.matches()) {
                open = parts.computeIfAbsent(ValueTypes.LANGUAGE.parse(head.group(1)), code -> new StringBuilder());
                continue;
            }
            if (open == null && line.isBlank()) continue;
            if (open == null) open = parts.computeIfAbsent(UNKNOWN, code -> new StringBuilder());
            open.append(line.stripTrailing()).append('\n');
        }
        Map<String, String> texts = new LinkedHashMap<>();
        parts.forEach((code, text) -> {
            if (!text.toString().isBlank()) texts.put(code, text.toString().strip());
        });
        return new Lyrics(texts);
    }

    /** Canonical text: every language under its head. */
    @Override
    public String toString() {
        StringBuilder text = new StringBuilder();
        byLanguage.forEach((code, words) -> text.append(text.isEmpty() ? "" : "\n\n")
                .append('[')
                .append(code)
                .append("]\n")
                .append(words));
        return text.toString();
    }
}
