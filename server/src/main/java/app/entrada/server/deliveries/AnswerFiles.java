package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.kind.VerdictTable;
import app.entrada.core.delivery.kind.works.Acknowledgement;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.deliveries.DeliveryRepository.Returned;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Reads answers that came as files, by mail or download, as if they had come by the destination's interface. */
@Service
class AnswerFiles {
    private final DeliveryRepository deliveries;
    private final ReleaseRepository releases;
    private final AnswerService answers;

    AnswerFiles(DeliveryRepository deliveries, ReleaseRepository releases, AnswerService answers) {
        this.deliveries = deliveries;
        this.releases = releases;
        this.answers = answers;
    }

    /**
     * What came of a file.
     *
     * @param unreadable lines that were not understood; the rest was taken in
     */
    record TakenAnswer(long release, String title, long delivery, DeliveryState state, List<String> unreadable) {}

    /** Takes a file in: all of it, or nothing. */
    @For(Role.MANAGER)
    TakenAnswer take(Profile profile, String name, String text) {
        try {
            if (text.startsWith("HDR")) return acknowledgement(profile, name, text);
            if (VerdictTable.is(text)) return verdicts(profile, name, text);
        } catch (IllegalArgumentException unreadable) {
            throw Problem.input(
                    "unreadable-answer",
                    "“%s” cannot be read: %s. Nothing was changed.".formatted(name, unreadable.getMessage()));
        }
        throw Problem.input(
                "no-answer",
                "“%s” is neither an acknowledgement of works (first record HDR) nor a table of verdicts (first line with ISRC and Verdict). Nothing was changed."
                        .formatted(name));
    }

    private TakenAnswer acknowledgement(Profile profile, String name, String text) {
        Acknowledgement read = Acknowledgement.read(text);
        if (read.works().isEmpty())
            throw new IllegalArgumentException("it contains no answer for any work"
                    + (read.unreadable().isEmpty()
                            ? ""
                            : ", first " + read.unreadable().get(0)));
        Set<String> answered = read.works().stream()
                .map(Acknowledgement.Answered::submitterNumber)
                .collect(Collectors.toSet());
        Delivery delivery = waiting(
                profile, name, each -> answers.sealedWorks(each).keySet().containsAll(answered));
        boolean all = read.works().stream()
                .allMatch(work -> work.standing().taken() || work.standing() == Acknowledgement.WorkStatus.DUPLICATE);
        return taken(delivery, profile, all, List.of(), new Returned(name, text), read.unreadable());
    }

    private TakenAnswer verdicts(Profile profile, String name, String text) {
        VerdictTable read = VerdictTable.read(text);
        if (read.recordings().isEmpty()) throw new IllegalArgumentException("it contains no answer for any recording");
        Set<String> isrcs = read.recordings().stream()
                .map(VerdictTable.JudgedRecording::isrc)
                .collect(Collectors.toSet());
        Delivery delivery = waiting(profile, name, each -> isrcs(each).containsAll(isrcs));
        Release release = release(delivery);
        List<DestinationClient.Reason> reasons = new ArrayList<>();
        for (VerdictTable.JudgedRecording each : read.recordings())
            if (!each.taken())
                reasons.add(new DestinationClient.Reason(
                        "refused",
                        each.reason().isEmpty() ? "No reason was given." : each.reason(),
                        number(release, each.isrc()),
                        field(each.field())));
        return taken(delivery, profile, reasons.isEmpty(), reasons, new Returned(name, text), List.of());
    }

    /** The fact that is meant; the recording's code where it is none of ours. */
    private static String field(String given) {
        try {
            return Fields.byId(given).id();
        } catch (MalformedValue none) {
            return Fields.RECORDING_ISRC.id();
        }
    }

    private Set<String> isrcs(Delivery delivery) {
        return releases.find(delivery.releaseId())
                .map(release -> release.tracks().stream()
                        .map(DocumentParts::isrc)
                        .filter(isrc -> !isrc.isEmpty())
                        .collect(Collectors.toSet()))
                .orElse(Set.of());
    }

    private static int number(Release release, String isrc) {
        return release.tracks().stream()
                .filter(track -> DocumentParts.isrc(track).equals(isrc))
                .findFirst()
                .map(Track::number)
                .orElse(0);
    }

    private Release release(Delivery delivery) {
        return releases.find(delivery.releaseId()).orElseThrow(() -> Problem.missing("release"));
    }

    /**
     * The newest delivery that a file answers and that waits for it. Those that wait are few: what was sealed with the others
     * is only read when it is none of them.
     */
    private Delivery waiting(Profile profile, String name, Predicate<Delivery> answers) {
        List<Delivery> all = deliveries.to(profile.id());
        return newest(all, each -> each.state().underWay() && answers.test(each))
                .orElseThrow(() -> newest(all, answers)
                        .map(answered -> Problem.conflict(
                                "answered-already",
                                "“%s” is about a delivery to %s that is not waiting for an answer: it is %s. Nothing was changed."
                                        .formatted(
                                                name,
                                                profile.name(),
                                                answered.state().label())))
                        .orElseGet(() -> Problem.input(
                                "answers-nothing",
                                "“%s” does not match any delivery to %s. Nothing was changed."
                                        .formatted(name, profile.name()))));
    }

    private static Optional<Delivery> newest(List<Delivery> newestFirst, Predicate<Delivery> which) {
        return newestFirst.stream().filter(which).findFirst();
    }

    private TakenAnswer taken(
            Delivery delivery,
            Profile profile,
            boolean all,
            List<DestinationClient.Reason> reasons,
            Returned file,
            List<String> unreadable) {
        Delivery standing = delivery;
        if (delivery.state() == DeliveryState.SEALED) {
            // who answers has it, whether somebody wrote that down or not
            deliveries.received(delivery, null, "Received by %s: its answer has arrived.".formatted(profile.name()));
            standing = deliveries.find(delivery.id()).orElseThrow();
        }
        DeliveryState state = all ? DeliveryState.ACCEPTED : DeliveryState.REJECTED;
        answers.takeFile(standing, profile, state, reasons, file);
        return new TakenAnswer(delivery.releaseId(), release(delivery).name(), delivery.id(), state, unreadable);
    }
}
