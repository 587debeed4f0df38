package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Participant;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.work.Shares;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Shares of works and of income, which must come to a whole. */
final class ShareRules {
    private static final int MOST_OF_PUBLISHERS = 5_000;

    private ShareRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "split.total",
                        "Income split not 100.00",
                        "The income of a recording is paid out only when it is fully divided.",
                        tracks(ShareRules::split)),
                rule(
                        "split.participant-unknown",
                        "Unknown payee",
                        "Only people who also appear elsewhere in the catalogue can be paid.",
                        tracks((s, t, p) -> participants(t)
                                .filter(one -> !s.elsewhere().knownNames().isEmpty()
                                        && !s.elsewhere().knownNames().contains(one.name())
                                        && !one.name().equals(s.label().name())
                                        && !one.name().equals(s.label().publisher()))
                                .findFirst()
                                .map(one -> Observation.at(
                                        s,
                                        t,
                                        Fields.RECORDING_SPLITS,
                                        "“%s” is paid from %s but appears nowhere else in the catalogue.",
                                        one.name(),
                                        s.name(t))))),
                rule(
                        "work.shares-total",
                        "Shares do not add up to 100.00",
                        "The shares of each right must add up to 100.00, or nothing is paid.",
                        PlainRule.works(ShareRules::total)),
                rule(
                        "work.publisher-share-limit",
                        "Publishers’ shares too high",
                        "Publishers may hold at most half of the performing right (CISAC rules).",
                        PlainRule.works(ShareRules::publishers)),
                rule(
                        "work.share-zero",
                        "Zero share",
                        "Someone without a share is not a party to the work.",
                        PlainRule.works((s, t, p) -> t.recording().work().writers().stream()
                                .filter(writer -> writer.publisher().isEmpty())
                                .filter(writer -> zero(writer.shares()))
                                .findFirst()
                                .map(writer -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s has a share of 0.00 of every right in %s.",
                                        writer.name(),
                                        s.name(t))))));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.WORKS, id, name, reason, look);
    }

    private static Optional<Observation> split(ReleaseContext s, Track track, Params p) {
        List<Participant> all = participants(track).toList();
        if (all.isEmpty()) return Optional.empty();
        int sum = all.stream()
                .flatMap(one -> one.share().stream())
                .mapToInt(Share::hundredths)
                .sum();
        return sum == Share.WHOLE.hundredths()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_SPLITS,
                        "The income split of %s adds up to %s; expected: 100.00.",
                        s.name(track),
                        BigDecimal.valueOf(sum, 2)));
    }

    private static Stream<Participant> participants(Track track) {
        return track.recording().facts().get(Fields.RECORDING_SPLITS).stream().flatMap(List::stream);
    }

    private static Optional<Observation> total(ReleaseContext s, Track track, Params p) {
        List<Writer> writers = track.recording().work().writers();
        if (writers.isEmpty()) return Optional.empty();
        Shares shares = Shares.of(writers, publishersOf(track));
        if (shares.performing().closes() && shares.mechanical().closes()) return Optional.empty();
        boolean open = shares.performing().open() > 0 || shares.mechanical().open() > 0;
        Observation seen = Observation.at(
                s,
                track,
                Fields.WORK_WRITERS,
                open
                        ? "Some shares in %s are missing: %s of the performing and %s of the mechanical right are assigned."
                        : "Shares in %s add up to %s of the performing and %s of the mechanical right; expected: 100.00 of each.",
                s.name(track),
                shares.performing(),
                shares.mechanical());
        return Optional.of(
                open ? seen : remainder(s, track, shares).map(seen::with).orElse(seen));
    }

    private static List<Publisher> publishersOf(Track track) {
        return track.recording().work().facts().get(Fields.WORK_PUBLISHERS).orElse(List.of());
    }

    /** What equal division leaves over: fewer hundredths than there are parties, given to the first of them. */
    private static Optional<Fix> remainder(ReleaseContext s, Track track, Shares shares) {
        int performing = Share.WHOLE.hundredths() - shares.performing().hundredths();
        int mechanical = Share.WHOLE.hundredths() - shares.mechanical().hundredths();
        List<Writer> writers = new ArrayList<>(track.recording().work().writers());
        int parties = writers.size() + publishersOf(track).size();
        if (performing < 0 || mechanical < 0 || performing >= parties || mechanical >= parties) return Optional.empty();
        Writer first = writers.get(0);
        Optional<Share> its = first.shares().performing();
        Optional<Share> theirs = first.shares().mechanical();
        if (its.isEmpty() || theirs.isEmpty()) return Optional.empty();
        writers.set(
                0,
                first.with(new RightShares(
                        Optional.of(new Share(its.get().hundredths() + performing)),
                        Optional.of(new Share(theirs.get().hundredths() + mechanical)))));
        return Optional.of(new Fix.Edit(
                "Assign the rest to " + first.name(),
                List.of(s.change(
                        track, Fields.WORK_WRITERS, Fields.WORK_WRITERS.type().format(writers)))));
    }

    private static Optional<Observation> publishers(ReleaseContext s, Track track, Params p) {
        int theirs = publishersOf(track).stream()
                .flatMap(publisher -> publisher.shares().performing().stream())
                .mapToInt(Share::hundredths)
                .sum();
        return theirs <= MOST_OF_PUBLISHERS
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.WORK_PUBLISHERS,
                        "Publishers hold %s of the performing right in %s; at most 50.00 is allowed.",
                        BigDecimal.valueOf(theirs, 2),
                        s.name(track)));
    }

    private static boolean zero(RightShares shares) {
        return shares.performing().filter(share -> share.hundredths() == 0).isPresent()
                && shares.mechanical().filter(share -> share.hundredths() == 0).isPresent();
    }
}
