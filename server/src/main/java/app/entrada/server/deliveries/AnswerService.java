package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.kind.works.Acknowledgement;
import app.entrada.core.delivery.kind.works.WorksFile;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes in what destinations answer: their documents, their reasons at the place they are about, ISWCs that came back. */
@Component
class AnswerService {
    private static final Logger LOG = LoggerFactory.getLogger(AnswerService.class);

    private final DeliveryRepository deliveries;
    private final DestinationClient client;
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final AccountService accounts;
    private final SocietyWorks works;
    private final FileStore store;
    private final TransactionTemplate transactions;

    AnswerService(
            DeliveryRepository deliveries,
            DestinationClient client,
            ReleaseRepository releases,
            ChangeService changes,
            AccountService accounts,
            SocietyWorks works,
            FileStore store,
            TransactionTemplate transactions) {
        this.deliveries = deliveries;
        this.client = client;
        this.releases = releases;
        this.changes = changes;
        this.accounts = accounts;
        this.works = works;
        this.store = store;
        this.transactions = transactions;
    }

    /** Takes an answer in: all of it, or, when that is interrupted, nothing; then it is asked for again. */
    void take(
            Delivery delivery,
            Profile profile,
            DestinationClient.Reach reach,
            DestinationClient.DestinationAnswer answer)
            throws IOException {
        DeliveryState state = delivery.state().heard(answer.state());
        List<DeliveryRepository.Returned> documents = new ArrayList<>();
        for (String name : answer.documents())
            documents.add(new DeliveryRepository.Returned(name, client.document(reach, delivery.receipt(), name)));
        if (state == delivery.state()) return;
        takeIn(delivery, profile, state, answer.reasons(), documents, "");
    }

    /**
     * Takes an answer in that came as a file.
     *
     * @param reasons what they object to, where the file says so itself; of an acknowledgement they are read here
     */
    void takeFile(
            Delivery delivery,
            Profile profile,
            DeliveryState state,
            List<DestinationClient.Reason> reasons,
            DeliveryRepository.Returned file) {
        takeIn(delivery, profile, state, reasons, List.of(file), " Read from “%s”.".formatted(file.name()));
    }

    private void takeIn(
            Delivery delivery,
            Profile profile,
            DeliveryState state,
            List<DestinationClient.Reason> said,
            List<DeliveryRepository.Returned> documents,
            String from) {
        transactions.executeWithoutResult(status -> {
            List<DestinationClient.Reason> reasons = new ArrayList<>(state.objects() ? said : List.of());
            for (DeliveryRepository.Returned document : documents) {
                deliveries.returned(delivery, document.name(), document.text());
                if (profile.sends().filter(DeliveryKind::acknowledged).isPresent())
                    acknowledged(delivery, profile, document, reasons);
            }
            deliveries.reasons(delivery, reasons);
            deliveries.move(delivery, state, says(state, profile, reasons) + from);
        });
    }

    private static String says(DeliveryState state, Profile profile, List<DestinationClient.Reason> reasons) {
        String all = String.join(
                " ", reasons.stream().map(DestinationClient.Reason::says).toList());
        return switch (state) {
            case IN_REVIEW -> "In review at %s.".formatted(profile.name());
            case ACCEPTED -> "Accepted by %s.".formatted(profile.name());
            case LIVE -> "Live at %s.".formatted(profile.name());
            case TAKEN_DOWN -> "Taken down at %s.".formatted(profile.name());
            case QUESTIONS -> all.isEmpty() ? "%s has questions.".formatted(profile.name()) : all;
            default -> all.isEmpty() ? "No reason was given." : all;
        };
    }

    /** A society's acknowledgement: numbers and ISWCs are kept, objections stand at their work. */
    private void acknowledged(
            Delivery delivery,
            Profile profile,
            DeliveryRepository.Returned document,
            List<DestinationClient.Reason> reasons) {
        Acknowledgement read;
        try {
            read = Acknowledgement.read(document.text());
        } catch (IllegalArgumentException none) {
            LOG.warn("Delivery {}: {} is no acknowledgement", delivery.id(), document.name());
            return;
        }
        Optional<Release> found = releases.find(delivery.releaseId());
        if (found.isEmpty()) return;
        Release release = found.get();
        // what the society has is what was sealed, not what the facts say meanwhile
        Map<String, String> sent = sealedWorks(delivery);
        List<Change> iswcs = new ArrayList<>();
        List<DestinationClient.Reason> placed = new ArrayList<>();
        for (Acknowledgement.Answered work : read.works()) {
            Optional<Map.Entry<Work, List<Track>>> ours = WorksFile.works(release).entrySet().stream()
                    .filter(each -> WorksFile.submitterNumber(each.getKey()).equals(work.submitterNumber()))
                    .findFirst();
            if (ours.isEmpty()) continue;
            Work mine = ours.get().getKey();
            List<Track> tracks = ours.get().getValue();
            boolean duplicate = work.standing() == Acknowledgement.WorkStatus.DUPLICATE;
            if (work.standing().taken() || duplicate) {
                works.keep(
                        profile.id(), mine.id(), work.recipientNumber(), sent.getOrDefault(work.submitterNumber(), ""));
                work.iswc()
                        .filter(iswc -> mine.facts().text(Fields.WORK_ISWC) == null)
                        .ifPresent(iswc -> iswcs.add(new Change(
                                release.ref(tracks.get(0), Fields.WORK_ISWC.entity()),
                                Fields.WORK_ISWC,
                                null,
                                iswc.compact())));
            } else
                placed.add(new DestinationClient.Reason(
                        work.standing().name().toLowerCase(java.util.Locale.ROOT),
                        "“%s”: %s".formatted(title(tracks), sentence(work)),
                        tracks.get(0).number(),
                        Fields.WORK_WRITERS.id()));
        }
        if (!placed.isEmpty()) {
            reasons.clear();
            reasons.addAll(placed);
        }
        if (!iswcs.isEmpty())
            changes.apply(
                    delivery.releaseId(),
                    new ChangeService.Batch(
                            "ISWC from %s".formatted(profile.name()), ChangeSource.ANSWER, document.name(), iswcs),
                    accounts.named(delivery.by()));
    }

    /** What was registered of each work with a delivery, by our number for it. */
    Map<String, String> sealedWorks(Delivery delivery) {
        return delivery.contents().stream()
                .filter(content -> "works".equals(content.kind()))
                .findFirst()
                .map(content -> {
                    try {
                        return WorksFile.digests(Files.readString(store.path(new Sha256(content.sha256()))));
                    } catch (IOException unreadable) {
                        throw new UncheckedIOException(unreadable);
                    }
                })
                .orElse(Map.of());
    }

    private static String title(List<Track> tracks) {
        return tracks.get(0).workTitle().orElse("untitled");
    }

    private static String sentence(Acknowledgement.Answered work) {
        String said = String.join("; ", work.messages()).toLowerCase(java.util.Locale.ROOT);
        return "%s%s"
                .formatted(
                        work.standing().name().toLowerCase(java.util.Locale.ROOT),
                        said.isEmpty() ? "." : ": " + said + ".");
    }
}
