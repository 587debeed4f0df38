package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;

/** Catalogue numbers, label codes, and the codes of works and people. */
final class CodeRules {
    private static final Pattern ISWC_SHAPE = Pattern.compile("T\\d{10}");
    private static final Pattern IPI_SHAPE = Pattern.compile("\\d{11}");
    private static final Pattern ISNI_SHAPE = Pattern.compile("\\d{15}[\\dX]");

    private CodeRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "catalogue-number.reused",
                        "Catalogue number used twice",
                        "Stores, societies and the label identify a release by this number.",
                        once((s, p) -> s.fact(Fields.RELEASE_CATALOGUE_NUMBER)
                                .filter(number ->
                                        s.elsewhere().catalogueNumberHolders().containsKey(number))
                                .map(number -> Observation.at(
                                        s,
                                        Fields.RELEASE_CATALOGUE_NUMBER,
                                        "%s is also the number of %s.",
                                        number,
                                        String.join(
                                                ", ",
                                                s.elsewhere()
                                                        .catalogueNumberHolders()
                                                        .get(number)))))),
                rule(
                        "catalogue-number.pattern",
                        "Unusual catalogue number",
                        "Numbers in one pattern sort properly and are not mistaken for another label’s.",
                        Map.of("form", ""),
                        once(CodeRules::pattern)),
                rule(
                        "catalogue-number.missing",
                        "Catalogue number missing",
                        "Orders and statements refer to a release by it.",
                        CodeRules::catalogueNumberMissing),
                rule(
                        "label-code.malformed",
                        "Invalid label code",
                        "Broadcasters report plays under it: LC and four or five digits.",
                        once((s, p) -> s.fact(Fields.RELEASE_LABEL_CODE)
                                .filter(code -> code.code().isEmpty())
                                .map(code -> Observation.at(
                                        s,
                                        Fields.RELEASE_LABEL_CODE,
                                        "“%s” is not a valid label code; expected: LC and four or five digits.",
                                        code.text())))),
                rule(
                        "iswc.malformed",
                        "Invalid ISWC",
                        "Every society identifies a work by this code (ISO 15707).",
                        tracks((s, t, p) -> wrong(t, Fields.WORK_ISWC)
                                .filter(text -> !ISWC_SHAPE.matcher(plain(text)).matches())
                                .map(text -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_ISWC,
                                        "“%s” is not a valid ISWC; expected: a code such as T-034.524.680-1.",
                                        text)))),
                rule(
                        "iswc.check-digit",
                        "ISWC check digit",
                        "The last digit reveals typing errors (ISO 15707).",
                        tracks((s, t, p) -> wrong(t, Fields.WORK_ISWC)
                                .filter(text -> ISWC_SHAPE.matcher(plain(text)).matches())
                                .map(text -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_ISWC,
                                        "The check digit of “%s” does not match: one of its digits is wrong.",
                                        text)))),
                rule(
                        "ipi.malformed",
                        "Invalid IPI",
                        "Societies pay writers by this eleven-digit number (CISAC).",
                        (s, p) -> party(s, Fields.PARTY_IPI, IPI_SHAPE, false)),
                rule(
                        "ipi.check-digit",
                        "IPI check digits",
                        "The last two digits reveal typing errors (CISAC).",
                        (s, p) -> party(s, Fields.PARTY_IPI, IPI_SHAPE, true)),
                rule(
                        "isni.check-digit",
                        "ISNI check character",
                        "The last character reveals typing errors (ISO 27729).",
                        (s, p) -> party(s, Fields.PARTY_ISNI, ISNI_SHAPE, true)));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.CODES, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.CODES, id, name, reason, parameters, look);
    }

    private static Optional<Observation> pattern(ReleaseContext s, Params p) {
        String form = p.plain("form").isEmpty()
                ? (s.label().cataloguePrefix().isEmpty()
                        ? ".*"
                        : Pattern.quote(s.label().cataloguePrefix()) + "-?\\d{2,}[A-Z]*")
                : p.plain("form");
        return s.fact(Fields.RELEASE_CATALOGUE_NUMBER)
                .filter(number -> !matches(number, form))
                .map(number -> Observation.at(
                        s,
                        Fields.RELEASE_CATALOGUE_NUMBER,
                        "“%s” does not follow the label’s pattern, such as %s-031.",
                        number,
                        s.label().cataloguePrefix()));
    }

    private static boolean matches(String number, String form) {
        try {
            return number.matches(form);
        } catch (PatternSyntaxException notAPattern) {
            return true;
        }
    }

    /** The label’s own number. */
    private static Stream<Observation> catalogueNumberMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_CATALOGUE_NUMBER).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_CATALOGUE_NUMBER, "The release has no catalogue number.")
                        .with(new Fix.Allocate("Allocate the next")));
    }

    private static String plain(String text) {
        return text.toUpperCase(java.util.Locale.ROOT)
                .replaceAll("[^A-Z0-9]", "")
                .replaceFirst("^ISWC", "");
    }

    private static <C> Optional<String> wrong(Track track, Field<DraftCode<C>> field) {
        return track.recording()
                .work()
                .facts()
                .get(field)
                .filter(code -> code.code().isEmpty())
                .map(DraftCode::text);
    }

    /** Codes of the people on this release that are not right: of another shape, or of the right shape and not adding up. */
    private static <C> Stream<Observation> party(
            ReleaseContext s, Field<DraftCode<C>> field, Pattern shape, boolean shaped) {
        return NamedPerson.of(s.release())
                .flatMap(named -> s
                        .of(named.name(), field)
                        .filter(code -> code.code().isEmpty())
                        .map(DraftCode::text)
                        .filter(text -> shape.matcher(plain(text).replaceFirst("^(IPI|ISNI)", ""))
                                        .matches()
                                == shaped)
                        .map(text -> Observation.at(
                                named.place(),
                                shaped
                                        ? "The check digits of the %s of %s, “%s”, do not match: one character is wrong."
                                                .formatted(field.name(), named.name(), text)
                                        : "“%s” is not a valid %s (%s); expected: eleven digits such as 00014107338."
                                                .formatted(text, field.name(), named.name())))
                        .stream());
    }
}
