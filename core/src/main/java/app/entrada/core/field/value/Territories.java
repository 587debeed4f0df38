package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Where a release may be sold: countries of ISO 3166-1 (alpha-2), the whole world, or the world with exceptions.
 *
 * @param worldwide whether {@code codes} are exceptions from the world rather than the countries meant
 * @param codes upper-case alpha-2 codes, sorted
 */
public record Territories(boolean worldwide, List<String> codes) {
    private static final Set<String> KNOWN = Set.of(Locale.getISOCountries());
    private static final Pattern EXCEPT = Pattern.compile("(?i)worldwide(?:\\s+except\\s+(.+))?");

    public Territories {
        codes = codes.stream().sorted().distinct().toList();
        for (String code : codes)
            if (!KNOWN.contains(code))
                throw new MalformedValue("“%s” is not an ISO 3166-1 country code such as DE or JP".formatted(code));
    }

    /** Reads {@code worldwide}, {@code worldwide except US CA} or {@code DE AT CH}. */
    public static Territories parse(String typed) {
        var world = EXCEPT.matcher(typed.strip());
        if (!world.matches()) return new Territories(false, codes(typed));
        return new Territories(true, world.group(1) == null ? List.of() : codes(world.group(1)));
    }

    private static List<String> codes(String listed) {
        return Arrays.stream(listed.strip().split("[\\s,;]+"))
                .map(code -> code.toUpperCase(Locale.ROOT))
                .toList();
    }

    /** Whether this country is among those meant. */
    public boolean holds(String country) {
        return worldwide != codes.contains(country);
    }

    /** Codes of all countries meant, in alphabetical order. */
    public List<String> countries() {
        return worldwide ? KNOWN.stream().filter(this::holds).sorted().toList() : codes;
    }

    /** Codes of the countries meant here that are not among those meant there, in alphabetical order. */
    public List<String> outside(Territories there) {
        return countries().stream().filter(country -> !there.holds(country)).toList();
    }

    @Override
    public String toString() {
        String listed = String.join(" ", codes);
        if (!worldwide) return listed;
        return codes.isEmpty() ? "worldwide" : "worldwide except " + listed;
    }
}
