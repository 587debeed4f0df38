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
                        "Shops, societies and the label itself find a release by this number.",
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
                        "Catalogue number of another form",
                        "Numbers of one form sort, and are not mistaken for another label’s.",
                        Map.of("form", ""),
                        once(CodeRules::pattern)),
                rule(
                        "catalogue-number.missing",
                        "Catalogue number missing",
                        "Orders and statements name a release by it.",
                        CodeRules::catalogueNumberMissing),
                rule(
                        "label-code.malformed",
                        "Label code not right",
                        "Broadcasters report plays under it: LC and four or five digits.",
                        once((s, p) -> s.fact(Fields.RELEASE_LABEL_CODE)
                                .filter(code -> code.code().isEmpty())
                                .map(code -> Observation.at(
                                        s,
                                        Fields.RELEASE_LABEL_CODE,
                                        "“%s” is no label code; wanted: LC and four or five digits.",
                                        code.text())))),
                rule(
                        "iswc.malformed",
                        "ISWC not right",
                        "A work is found by this code in every society (ISO 15707).",
                        tracks((s, t, p) -> wrong(t, Fields.WORK_ISWC)
                                .filter(text -> !ISWC_SHAPE.matcher(plain(text)).matches())
                                .map(text -> Observation.at(
                                        s, t, Fields.WORK_ISWC, "“%s” is no ISWC; wanted: T-034.524.680-1.", text)))),
                rule(
                        "iswc.check-digit",
                        "ISWC’s check digit",
                        "The last digit tells a slip of typing (ISO 15707).",
                        tracks((s, t, p) -> wrong(t, Fields.WORK_ISWC)
                                .filter(text -> ISWC_SHAPE.matcher(plain(text)).matches())
                                .map(text -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_ISWC,
                                        "The last digit of “%s” does not fit the others: one of them is wrong.",
                                        text)))),
                rule(
                        "ipi.malformed",
                        "IPI not right",
                        "Societies pay writers by this number (CISAC): eleven digits.",
                        (s, p) -> party(s, Fields.PARTY_IPI, IPI_SHAPE, false)),
                rule(
                        "ipi.check-digit",
                        "IPI’s check digits",
                        "The last two digits tell a slip of typing (CISAC).",
                        (s, p) -> party(s, Fields.PARTY_IPI, IPI_SHAPE, true)),
                rule(
                        "isni.check-digit",
                        "ISNI’s check character",
                        "The last character tells a slip of typing (ISO 27729).",
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
                        "“%s” has another form than the label’s numbers, such as %s-031.",
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
                        .with(new Fix.Allocate("Take the next")));
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
                                        ? "The %s of %s, “%s”, does not add up: one character is wrong."
                                                .formatted(field.name(), named.name(), text)
                                        : "“%s” is no %s, which %s has; wanted: eleven digits such as 00014107338."
                                                .formatted(text, field.name(), named.name())))
                        .stream());
    }
}
