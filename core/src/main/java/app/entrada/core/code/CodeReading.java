package app.entrada.core.code;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;

/**
 * What a pasted text is as a code: its kind by shape, and whether it is right.
 *
 * @param input the text as given
 * @param kind {@code ISRC}, {@code GTIN}, {@code ISWC}, {@code IPI}, {@code ISNI}, {@code label code} or {@code unknown}
 * @param valid whether all of it is right, check digits included
 * @param canonical the stored form, empty when not valid
 * @param display the form for reading, empty when not valid
 * @param problem what is wrong, empty when valid
 */
public record CodeReading(
        String input,
        String kind,
        boolean valid,
        Optional<String> canonical,
        Optional<String> display,
        Optional<String> problem) {

    private record CodeKind(
            String name, Pattern looksLike, Function<String, Object> parse, Function<Object, String> canonical) {}

    // Order matters: a shape that only one code has comes before shapes made of digits alone.
    private static final List<CodeKind> KINDS = List.of(
            kind("ISWC", "T[\\dOQDILZSB]{9,10}", Iswc::parse, c -> ((Iswc) c).compact()),
            kind("label code", "LC\\d{1,6}", LabelCode::parse, c -> "LC" + ((LabelCode) c).number()),
            kind("ISNI", "\\d{15}[\\dX]", Isni::parse, c -> ((Isni) c).compact()),
            kind("GTIN", "[\\dOIL]{12,14}", Gtin::parse, c -> ((Gtin) c).digits()),
            kind("IPI", "\\d{9,11}", IpiNameNumber::parse, c -> ((IpiNameNumber) c).digits()),
            kind("ISRC", "[A-Z]{2}[A-Z0-9]{3}[\\dOQDILZSB]{5,8}", Isrc::parse, c -> ((Isrc) c).compact()));

    private static CodeKind kind(
            String name, String looksLike, Function<String, Object> parse, Function<Object, String> canonical) {
        return new CodeKind(name, Pattern.compile(looksLike), parse, canonical);
    }

    /** Reads one pasted code. Never throws: what is wrong is part of the answer. */
    public static CodeReading of(String input) {
        String plain = input.replaceAll("(?i)^\\s*(ISRC|ISWC|IPI|ISNI|EAN|UPC|GTIN)(-\\d+)?\\s*:?", "");
        plain = Typed.plain(plain);
        for (CodeKind kind : KINDS) {
            if (!kind.looksLike.matcher(plain).matches()) continue;
            try {
                Object code = kind.parse.apply(plain);
                return new CodeReading(
                        input,
                        kind.name,
                        true,
                        Optional.of(kind.canonical.apply(code)),
                        Optional.of(code.toString()),
                        Optional.empty());
            } catch (MalformedCode problem) {
                return new CodeReading(
                        input, kind.name, false, Optional.empty(), Optional.empty(), Optional.of(problem.getMessage()));
            }
        }
        return new CodeReading(
                input,
                "unknown",
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.of("“%s” does not look like any known code".formatted(input.strip())));
    }
}
