package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.code.Isrc;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** ISRCs: one for each recording, never used twice, and never a new one where one was given before. */
final class IsrcRules {
    private static final long ISRC_TOLERANCE_MS = 10_000;
    private static final int CENTURY = 100;

    private IsrcRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "isrc.time-differs",
                        "Duration differs from the one under this ISRC",
                        "A playing time that differs by more than 10 s is presumed another recording, which needs a code of its own (ISO 3901).",
                        tracks(IsrcRules::timeDiffers)),
                rule(
                        "isrc.year-ahead",
                        "ISRC year is in the future",
                        "The year in the code is the year of assignment (ISO 3901); it cannot be in the future.",
                        tracks(IsrcRules::yearAhead)),
                rule(
                        "isrc.foreign-prefix",
                        "ISRC from another registrant",
                        "Correct for a licensed recording; otherwise probably a typing error.",
                        IsrcRules::isrcForeignPrefix),
                rule(
                        "isrc.malformed",
                        "Invalid ISRC",
                        "Stores reject an invalid ISRC (ISO 3901).",
                        IsrcRules::isrcMalformed),
                rule(
                        "isrc.missing",
                        "ISRC missing",
                        "Without an ISRC the income of a recording cannot be traced (ISO 3901).",
                        IsrcRules::isrcMissing),
                rule(
                        "isrc.second",
                        "Same audio, two ISRCs",
                        "A recording has one ISRC for life (ISO 3901); two split its income.",
                        IsrcRules::isrcSecond),
                rule(
                        "isrc.shared",
                        "ISRC used twice",
                        "Royalties of one recording would be paid to the other (ISO 3901).",
                        IsrcRules::isrcShared),
                rule(
                        "prior-release.needs-codes",
                        "Released before, new ISRC",
                        "A recording keeps its ISRC for life; one that was released before already has one (ISO 3901).",
                        tracks(IsrcRules::freshCode)));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.CODES, id, name, reason, look);
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
                                        "%s lasts %s; the recording known under %s lasts %s.",
                                        s.name(track),
                                        master.time(),
                                        code,
                                        AudioFacts.time(known)))));
    }

    private static Optional<Isrc> isrc(Track track) {
        return track.recording().facts().get(Fields.RECORDING_ISRC).flatMap(DraftCode::code);
    }

    private static Optional<Observation> yearAhead(ReleaseContext s, Track track, Params p) {
        return isrc(track)
                .filter(code -> year(code, s) > s.thisYear())
                .map(code -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "According to the code, %s was assigned in %d; today is %s.",
                        code,
                        year(code, s),
                        s.today()));
    }

    /** The year of assignment; two digits that lie more than ten years ahead are of the last century (ISRC began in 1986). */
    private static int year(Isrc code, ReleaseContext s) {
        int year = s.thisYear() / CENTURY * CENTURY
                + Integer.parseInt(code.compact().substring(5, 7));
        return year > s.thisYear() + 10 ? year - CENTURY : year;
    }

    /** A code that another registrant assigned. */
    private static Stream<Observation> isrcForeignPrefix(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .flatMap(isrc -> isrc.code())
                .filter(isrc -> !s.label().isrcPrefix().isEmpty()
                        && !isrc.prefix().equals(s.label().isrcPrefix()))
                .map(isrc -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "%s was not assigned by this label, whose codes start with %s.",
                        isrc,
                        s.label().isrcPrefix())));
    }

    /** A draft may hold a wrong code; no delivery may. */
    private static Stream<Observation> isrcMalformed(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .filter(isrc -> isrc.code().isEmpty())
                .map(isrc -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "“%s” is not a valid ISRC; expected: a code such as %s-26-00041.",
                        isrc.text(),
                        s.label().isrcPrefix().isEmpty()
                                ? "XA-NW9"
                                : s.label().isrcPrefix().replaceFirst("(..)", "$1-"))));
    }

    /** Every recording has a code before it is sold. */
    private static Stream<Observation> isrcMissing(ReleaseContext s, Params p) {
        return s.tracks(
                track -> track.recording().facts().get(Fields.RECORDING_ISRC).isPresent()
                        ? Optional.empty()
                        : Optional.of(Observation.at(s, track, Fields.RECORDING_ISRC, "%s has no ISRC.", s.name(track))
                                .with(new Fix.Allocate("Allocate"))));
    }

    /** Identical audio that is known as another recording. */
    private static Stream<Observation> isrcSecond(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master()
                .map(file -> s.elsewhere().masterHolders().getOrDefault(file, List.of()))
                .filter(holders -> !holders.isEmpty())
                .map(holders -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "The master of %s is also that of %s.",
                        s.name(track),
                        String.join(", ", holders))));
    }

    /** Two recordings must never share a code. */
    private static Stream<Observation> isrcShared(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .flatMap(isrc -> isrc.code())
                .flatMap(isrc -> {
                    List<String> sharing =
                            new ArrayList<>(s.elsewhere().isrcHolders().getOrDefault(isrc.compact(), List.of()));
                    s.release().tracks().stream()
                            .filter(other ->
                                    other.recording().id() != track.recording().id())
                            .filter(other -> other.recording()
                                    .facts()
                                    .get(Fields.RECORDING_ISRC)
                                    .flatMap(code -> code.code())
                                    .filter(isrc::equals)
                                    .isPresent())
                            .forEach(other -> sharing.add(s.name(other)));
                    return sharing.isEmpty()
                            ? Optional.empty()
                            : Optional.of(Observation.at(
                                    s,
                                    track,
                                    Fields.RECORDING_ISRC,
                                    "%s is also the ISRC of %s.",
                                    isrc,
                                    String.join(", ", sharing)));
                }));
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
                        "The original release was in %d, but %s was assigned in %d; enter the original ISRC.",
                        first.year(),
                        code,
                        year(code, s))));
    }
}
