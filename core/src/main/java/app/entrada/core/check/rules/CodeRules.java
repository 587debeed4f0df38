package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.Isrc;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;

/** Codes: what each must look like, that none is used twice, and that none was given out where one existed. */
final class CodeRules {
    private static final int CENTURY = 100;
    private static final long ISRC_TOLERANCE_MS = 10_000;
    private static final Pattern ISWC_SHAPE = Pattern.compile("T\\d{10}");
    private static final Pattern IPI_SHAPE = Pattern.compile("\\d{11}");
    private static final Pattern ISNI_SHAPE = Pattern.compile("\\d{15}[\\dX]");

    private CodeRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "isrc.time-differs",
                        "Time differs from the one under this ISRC",
                        "A playing time that differs by more than 10 s is presumed another recording, which needs a code of its own (ISO 3901).",
                        tracks(CodeRules::timeDiffers)),
                rule(
                        "isrc.year-ahead",
                        "ISRC of a year to come",
                        "The year in the code is the year in which it was assigned (ISO 3901); it cannot lie ahead.",
                        tracks(CodeRules::yearAhead)),
                rule(
                        "prior-release.needs-codes",
                        "Released before, codes fresh",
                        "A recording keeps its code for ever; what was released before has one already (ISO 3901).",
                        tracks(CodeRules::freshCode)),
                rule(
                        "barcode.check-digit",
                        "Barcode’s check digit",
                        "The check digit tells a slip of typing (GS1 General Specifications).",
                        once(CodeRules::checkDigit)),
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
                new PlainRule(
                        RuleFamily.CODES,
                        "catalogue-number.pattern",
                        "Catalogue number of another form",
                        "Numbers of one form sort, and are not mistaken for another label’s.",
                        Map.of("form", ""),
                        once(CodeRules::pattern)),
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

    private static Optional<Isrc> isrc(Track track) {
        return track.recording().facts().get(Fields.RECORDING_ISRC).flatMap(DraftCode::code);
    }

    private static Optional<Observation> timeDiffers(ReleaseContext s, Track track, Params p) {
        return isrc(track)
                .flatMap(code -> s.master(track)
                        .flatMap(master -> Optional.ofNullable(
                                        s.elsewhere().registeredTimes().get(code.compact()))
                                .filter(known -> Math.abs(known - master.milliseconds()) > ISRC_TOLERANCE_MS)
                                .map(known -> Observation.at(
                                        s,
                                        track,
                                        Fields.RECORDING_ISRC,
                                        "%s lasts %s; under %s a recording of %s is known.",
                                        s.name(track),
                                        master.time(),
                                        code,
                                        AudioFacts.time(known)))));
    }

    /** The year of assignment; two digits that lie more than ten years ahead are of the last century (ISRC began in 1986). */
    private static int year(Isrc code, ReleaseContext s) {
        int year = s.today().getYear() / CENTURY * CENTURY
                + Integer.parseInt(code.compact().substring(5, 7));
        return year > s.today().getYear() + 10 ? year - CENTURY : year;
    }

    private static Optional<Observation> yearAhead(ReleaseContext s, Track track, Params p) {
        return isrc(track)
                .filter(code -> year(code, s) > s.today().getYear())
                .map(code -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "%s says it was assigned in %d; today is %s.",
                        code,
                        year(code, s),
                        s.today()));
    }

    private static Optional<Observation> freshCode(ReleaseContext s, Track track, Params p) {
        Optional<PartialDate> original = s.fact(Fields.RELEASE_ORIGINAL_DATE);
        return original.flatMap(first -> isrc(track)
                .filter(code -> year(code, s) > first.year()
                        && code.compact().startsWith(s.label().isrcPrefix())
                        && !s.label().isrcPrefix().isEmpty()
                        // a code that stands elsewhere was not made for this release
                        && !s.elsewhere().isrcHolders().containsKey(code.compact()))
                .map(code -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "The release first came out in %d, but %s was assigned in %d; wanted: the code of then.",
                        first.year(),
                        code,
                        year(code, s))));
    }

    private static Optional<Observation> checkDigit(ReleaseContext s, Params p) {
        return s.fact(Fields.RELEASE_BARCODE)
                .filter(code -> code.code().isEmpty() && digits(code.text()).matches("\\d{12,13}"))
                .map(code -> {
                    Set<String> meant = meant(digits(code.text()), s.label().barcodePrefix());
                    String thirteen = thirteen(digits(code.text()));
                    Observation seen = meant.size() == 1
                            ? Observation.at(
                                    s,
                                    Fields.RELEASE_BARCODE,
                                    "The check digit of “%s” does not fit; two digits are exchanged or one slipped in what was probably meant: %s.",
                                    code.text(),
                                    new Gtin(meant.iterator().next()))
                            : Observation.at(
                                    s,
                                    Fields.RELEASE_BARCODE,
                                    "The check digit of “%s” does not fit: behind the other digits the last digit would be %d.",
                                    code.text(),
                                    Gtin.checkDigit(thirteen.substring(0, 12)));
                    return meant.size() == 1
                            ? seen.with(new Fix.Edit(
                                    "Take " + new Gtin(meant.iterator().next()),
                                    List.of(s.change(
                                            Fields.RELEASE_BARCODE,
                                            meant.iterator().next()))))
                            : seen;
                });
    }

    private static String thirteen(String typed) {
        return typed.length() == 12 ? "0" + typed : typed;
    }

    /** Barcodes of the label's own block that one exchange of neighbours, or one other digit in the prefix, explains. */
    private static Set<String> meant(String typed, String prefix) {
        String thirteen = thirteen(typed);
        Set<String> meant = new TreeSet<>();
        if (prefix.isEmpty()) return meant;
        for (int i = 0; i < 12; i++) {
            char[] exchanged = thirteen.toCharArray();
            exchanged[i] = thirteen.charAt(i + 1);
            exchanged[i + 1] = thirteen.charAt(i);
            fitting(new String(exchanged), prefix).ifPresent(meant::add);
        }
        for (int i = 0; i < prefix.length(); i++) {
            char[] slipped = thirteen.toCharArray();
            slipped[i] = prefix.charAt(i);
            fitting(new String(slipped), prefix).ifPresent(meant::add);
        }
        return meant;
    }

    private static Optional<String> fitting(String thirteen, String prefix) {
        return thirteen.startsWith(prefix) && Gtin.checkDigit(thirteen.substring(0, 12)) == thirteen.charAt(12) - '0'
                ? Optional.of(thirteen)
                : Optional.empty();
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

    private static <C> Optional<String> wrong(Track track, Field<DraftCode<C>> field) {
        return track.recording()
                .work()
                .facts()
                .get(field)
                .filter(code -> code.code().isEmpty())
                .map(DraftCode::text);
    }

    private static String plain(String text) {
        return text.toUpperCase(java.util.Locale.ROOT)
                .replaceAll("[^A-Z0-9]", "")
                .replaceFirst("^ISWC", "");
    }

    private static String digits(String text) {
        return text.replaceAll("[\\s\\p{Pd}.]", "");
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
