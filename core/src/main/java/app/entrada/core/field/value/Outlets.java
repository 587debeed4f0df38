package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * To which stores and shops a release goes that distributors pass on. A distributor that is not named passes it on to all that
 * it serves.
 *
 * @param chosen names of outlets by the id of their distributor, none without any
 */
public record Outlets(Map<String, List<String>> chosen) {
    /** Characters that an outlet's name may have. */
    public static final int LONGEST_NAME = 100;

    public Outlets {
        Map<String, List<String>> kept = new LinkedHashMap<>();
        chosen.forEach((id, names) -> kept.put(id, List.copyOf(names)));
        chosen = Collections.unmodifiableMap(kept);
        if (chosen.isEmpty()
                || chosen.values().stream().anyMatch(List::isEmpty)
                || chosen.keySet().stream().anyMatch(String::isBlank))
            throw new MalformedValue("Outlets are listed by distributor, separated by commas: quay: Lantern, Tidebox");
    }

    /**
     * The name of an outlet as it is kept: one line, without the signs that stand between names.
     *
     * @throws MalformedValue when it is empty, too long or holds one of these signs
     */
    public static String name(String typed) {
        String name = ValueTypes.plain(typed);
        if (name.isEmpty() || name.length() > LONGEST_NAME || name.matches(".*[,;:].*"))
            throw new MalformedValue(
                    "“%s” is not a valid outlet name; expected: 1 to %d characters without commas, semicolons or colons"
                            .formatted(name, LONGEST_NAME));
        return name;
    }

    /**
     * Reads {@code quay: Lantern, Tidebox; harbour: Tidebox}; an outlet given twice is kept once.
     *
     * @throws MalformedValue when a distributor is missing, named twice or without outlets
     */
    public static Outlets parse(String typed) {
        Map<String, List<String>> chosen = new LinkedHashMap<>();
        for (String part : typed.split(";")) {
            if (part.isBlank()) continue;
            int colon = part.indexOf(':');
            String id = part.substring(0, Math.max(0, colon)).strip();
            List<String> names = Arrays.stream(part.substring(colon + 1).split(","))
                    .filter(name -> !name.isBlank())
                    .map(Outlets::name)
                    .distinct()
                    .toList();
            if (colon < 0 || chosen.put(id, names) != null)
                throw new MalformedValue(
                        "“%s” names no distributor, or the same one twice; expected: quay: Lantern, Tidebox"
                                .formatted(part.strip()));
        }
        return new Outlets(chosen);
    }

    /** Those chosen at a distributor; empty when nothing is chosen there. */
    public Optional<List<String>> at(String distributor) {
        return Optional.ofNullable(chosen.get(distributor));
    }

    /** The choice at all distributors but one; empty when there is none. */
    public Optional<Outlets> without(String distributor) {
        Map<String, List<String>> others = new LinkedHashMap<>(chosen);
        others.remove(distributor);
        return others.isEmpty() ? Optional.empty() : Optional.of(new Outlets(others));
    }

    /** Canonical text, {@code quay: Lantern, Tidebox; harbour: Tidebox}. */
    @Override
    public String toString() {
        return chosen.entrySet().stream()
                .map(each -> each.getKey() + ": " + String.join(", ", Objects.requireNonNull(each.getValue())))
                .collect(Collectors.joining("; "));
    }
}
