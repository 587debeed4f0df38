package app.entrada.core.desk;

import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Place;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The next things to do over all releases, in order of urgency. A pure function of where each release stands. */
public final class NextMoves {
    private NextMoves() {}

    /** Where a release stands with one destination. */
    public enum Standing {
        NOT_SENT,
        ON_ITS_WAY,
        ACCEPTED,
        REJECTED,
        FAILED,
        /** It wants to know something before it decides. */
        ASKED,
        /** Taken from sale again, as was asked. */
        TAKEN_DOWN
    }

    /**
     * A release as the desk sees it.
     *
     * @param missingCopies copies of the destination's recipe that are not written or stale, by destination id
     * @param standings by destination id
     * @param answers what a destination said last, by destination id
     * @param changed how many facts became different since a destination took it, by destination id
     */
    public record DeskRelease(
            Release release,
            List<Finding> findings,
            Map<String, Integer> missingCopies,
            Map<String, Standing> standings,
            Map<String, String> answers,
            Map<String, Integer> changed) {}

    /**
     * One thing to do.
     *
     * @param says what, in a sentence without the release's title
     * @param waits names of the destinations that wait for it
     * @param lateOn the last day on which the first of them can take the release in time; empty without a date
     * @param panel where it is done: {@code sheet}, {@code artwork}, {@code files} or {@code send}; {@code readiness} for all
     *     safe fixes in one move
     * @param place of the finding to jump to, when it is one
     */
    public record Move(
            long releaseId,
            String release,
            String says,
            List<String> waits,
            Optional<LocalDate> lateOn,
            String panel,
            Optional<Place> place,
            Weight weight) {}

    /** All moves, the most urgent first. */
    public static List<Move> of(List<DeskRelease> states, List<Profile> profiles) {
        List<Move> moves = new ArrayList<>();
        for (DeskRelease state : states) moves.addAll(of(state, profiles));
        moves.sort(Comparator.comparing(Move::weight)
                .reversed()
                .thenComparing(move -> move.lateOn().orElse(LocalDate.MAX))
                .thenComparing(Move::releaseId));
        return moves;
    }

    /** Last day on which a destination can be sent the release, when it has a date. */
    public static Optional<LocalDate> lastDay(Release release, Profile profile) {
        return release.facts().get(Fields.RELEASE_DATE).map(date -> date.minusDays(profile.leadDays()));
    }

    private static List<Move> of(DeskRelease state, List<Profile> profiles) {
        Release release = state.release();
        List<Move> moves = new ArrayList<>();
        List<Profile> open = Profile.meantBy(release, profiles).stream()
                .filter(profile -> {
                    Standing standing = state.standings().getOrDefault(profile.id(), Standing.NOT_SENT);
                    return standing != Standing.ACCEPTED
                            && standing != Standing.ON_ITS_WAY
                            && standing != Standing.TAKEN_DOWN;
                })
                .toList();
        Map<String, List<Finding>> stops = new LinkedHashMap<>();
        for (Finding finding : state.findings()) {
            boolean waited = open.stream().anyMatch(p -> finding.destinations().get(p.id()) == Weight.STOP);
            if (waited)
                stops.computeIfAbsent(finding.rule(), rule -> new ArrayList<>()).add(finding);
        }
        stops.forEach((rule, findings) -> {
            List<Profile> waiting = open.stream()
                    .filter(p ->
                            findings.stream().anyMatch(f -> f.destinations().get(p.id()) == Weight.STOP))
                    .toList();
            String says = findings.size() == 1
                    ? findings.get(0).says()
                    : "%s on %d tracks.".formatted(RuleBook.byId(rule).name(), findings.size());
            moves.add(move(
                    release,
                    says,
                    waiting,
                    findings.get(0).place().panel(),
                    Optional.of(findings.get(0).place()),
                    Weight.STOP));
        });
        for (Profile profile : open) {
            Standing standing = state.standings().getOrDefault(profile.id(), Standing.NOT_SENT);
            List<Profile> waiting = List.of(profile);
            if (standing == Standing.REJECTED || standing == Standing.FAILED || standing == Standing.ASKED)
                moves.add(move(
                        release,
                        "%s %s: %s"
                                .formatted(
                                        profile.name(),
                                        said(standing),
                                        state.answers().getOrDefault(profile.id(), "no reason given")),
                        waiting,
                        "send",
                        Optional.empty(),
                        Weight.STOP));
            // what this program cannot send is sent by hand, and nobody here knows when
            if (profile.sends().isEmpty() || standing == Standing.ASKED) continue;
            boolean stopped =
                    state.findings().stream().anyMatch(f -> f.destinations().get(profile.id()) == Weight.STOP);
            if (stopped) continue;
            int missing = state.missingCopies().getOrDefault(profile.id(), 0);
            if (missing > 0)
                moves.add(move(
                        release,
                        missing == 1 ? "One copy is to be written." : "%d copies are to be written.".formatted(missing),
                        waiting,
                        "files",
                        Optional.empty(),
                        Weight.RISK));
            else moves.add(move(release, "Ready to send.", waiting, "send", Optional.empty(), Weight.RISK));
        }
        for (Profile profile : Profile.meantBy(release, profiles)) {
            int changed = state.changed().getOrDefault(profile.id(), 0);
            if (changed > 0 && state.standings().get(profile.id()) == Standing.ACCEPTED)
                moves.add(move(
                        release,
                        "%s changed since %s accepted it; an update can be sent."
                                .formatted(changed == 1 ? "One fact" : changed + " facts", profile.name()),
                        List.of(profile),
                        "send",
                        Optional.empty(),
                        Weight.NOTE));
        }
        long fixable = state.findings().stream()
                .filter(finding -> finding.fix().isPresent())
                .count();
        // nobody is called to a release for these alone
        if (fixable > 0 && !moves.isEmpty())
            moves.add(move(
                    release,
                    fixable == 1 ? "Fix a safe one…" : "Fix %d safe ones…".formatted(fixable),
                    List.of(),
                    "readiness",
                    Optional.empty(),
                    Weight.NOTE));
        return moves;
    }

    private static String said(Standing standing) {
        return switch (standing) {
            case REJECTED -> "rejected it";
            case ASKED -> "asks";
            default -> "could not be reached";
        };
    }

    private static Move move(
            Release release, String says, List<Profile> waiting, String panel, Optional<Place> place, Weight weight) {
        Optional<LocalDate> lateOn = waiting.stream()
                .flatMap(profile -> lastDay(release, profile).stream())
                .min(Comparator.naturalOrder());
        return new Move(
                release.id(),
                release.name(),
                says,
                waiting.stream().map(Profile::name).toList(),
                lateOn,
                panel,
                place,
                weight);
    }
}
