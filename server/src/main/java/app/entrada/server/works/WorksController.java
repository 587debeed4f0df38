package app.entrada.server.works;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.Lyrics;
import app.entrada.core.field.value.Participant;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.work.OneStop;
import app.entrada.core.work.Shares;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** The works on a release: one card each. Facts are edited as everywhere; dividing shares equally is a move of its own. */
@RestController
class WorksController {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CreditRepository people;
    private final CodeBook codes;

    WorksController(ReleaseRepository releases, ChangeService changes, CreditRepository people, CodeBook codes) {
        this.releases = releases;
        this.changes = changes;
        this.people = people;
        this.codes = codes;
    }

    /** A fact in the form in which it is written. */
    record FactCell(
            String entity,
            long target,
            String field,
            String name,
            String help,
            @Nullable String value,
            @Nullable String shown) {}

    /** Somebody with shares; {@code note} says what a society still needs. */
    record ShareLine(
            String name,
            String role,
            String roleSays,
            @Nullable String performing,
            @Nullable String mechanical,
            @Nullable String publisher,
            String note) {}

    /** What the shares of a right come to; {@code left} is what is missing to 100.00. */
    record RightTotal(String total, String left, boolean closes) {}

    /** A role one may have, with its code. */
    record RoleChoice(String code, String says) {}

    /** A composition; {@code recorded} says of each recording here which work it is one of. */
    record WorkCard(
            long id,
            String title,
            List<Integer> tracks,
            List<FactCell> recorded,
            int recordings,
            Map<String, FactCell> facts,
            boolean iswcWrong,
            List<ShareLine> writers,
            List<ShareLine> publishers,
            RightTotal performing,
            RightTotal mechanical,
            List<String> problems,
            Map<String, String> lyrics) {}

    /** The income of a recording, and who can license it. */
    record IncomeCard(
            int track,
            String title,
            FactCell splits,
            List<ShareLine> participants,
            String total,
            String left,
            boolean oneStop,
            List<String> reasons) {}

    /** Works and income of a release. */
    record WorksView(
            int revision,
            List<WorkCard> works,
            List<IncomeCard> incomes,
            List<RoleChoice> writerRoles,
            List<RoleChoice> publisherRoles) {}

    @GetMapping("/api/releases/{id}/works")
    WorksView works(@PathVariable long id) {
        return view(releases.find(id).orElseThrow(() -> Problem.missing("release")));
    }

    private WorksView view(Release release) {
        Map<String, Facts> named = people.on(release).facts();
        Map<Long, List<Track>> tracks = new LinkedHashMap<>();
        for (Track track : release.tracks())
            tracks.computeIfAbsent(track.recording().work().id(), work -> new ArrayList<>())
                    .add(track);
        Map<Long, Integer> recordings = releases.recordingsOf(tracks.keySet());
        LabelProfile label = codes.label();
        return new WorksView(
                release.revision(),
                tracks.values().stream().map(on -> card(on, named, recordings)).toList(),
                release.tracks().stream()
                        .map(track -> income(release, track, label))
                        .toList(),
                Arrays.stream(Writer.Role.values())
                        .map(role -> new RoleChoice(role.name(), role.label()))
                        .toList(),
                Arrays.stream(Publisher.Role.values())
                        .map(role -> new RoleChoice(role.name(), role.label()))
                        .toList());
    }

    private static WorkCard card(List<Track> on, Map<String, Facts> named, Map<Long, Integer> recordings) {
        Work work = on.get(0).recording().work();
        List<Publisher> publishers = work.facts().get(Fields.WORK_PUBLISHERS).orElse(List.of());
        Shares shares = Shares.of(work.writers(), publishers);
        Map<String, FactCell> facts = new LinkedHashMap<>();
        for (Field<?> field : Fields.of(Entity.WORK))
            facts.put(field.key(), cell(field, new Ref(Entity.WORK, work.id()), work.facts()));
        return new WorkCard(
                work.id(),
                on.get(0).workTitle().orElse("Untitled work"),
                on.stream().map(Track::number).toList(),
                on.stream()
                        .map(track -> cell(
                                Fields.RECORDING_WORK,
                                new Ref(Entity.RECORDING, track.recording().id()),
                                track.recording().facts()))
                        .distinct()
                        .toList(),
                recordings.getOrDefault(work.id(), 0),
                facts,
                work.facts()
                        .get(Fields.WORK_ISWC)
                        .map(DraftCode::code)
                        .map(Optional::isEmpty)
                        .orElse(false),
                work.writers().stream()
                        .map(writer -> line(
                                writer.name(),
                                writer.role().name(),
                                writer.role().label(),
                                writer.shares(),
                                writer.publisher().orElse(null),
                                named))
                        .toList(),
                publishers.stream()
                        .map(publisher -> line(
                                publisher.name(),
                                publisher.role().name(),
                                publisher.role().label(),
                                publisher.shares(),
                                null,
                                named))
                        .toList(),
                total(shares.performing()),
                total(shares.mechanical()),
                shares.problems(),
                work.facts().get(Fields.WORK_LYRICS).map(Lyrics::byLanguage).orElse(Map.of()));
    }

    private static RightTotal total(Shares.Total total) {
        return new RightTotal(total.toString(), total.left(), total.closes());
    }

    private static ShareLine line(
            String name,
            String role,
            String says,
            RightShares shares,
            @Nullable String publisher,
            Map<String, Facts> named) {
        Facts facts = named.getOrDefault(name, Facts.NONE);
        List<String> lacks = new ArrayList<>();
        Optional<? extends DraftCode<?>> ipi = facts.get(Fields.PARTY_IPI);
        if (ipi.isEmpty()) lacks.add("no IPI");
        else if (ipi.get().code().isEmpty()) lacks.add("IPI is wrong");
        if (facts.get(Fields.PARTY_SOCIETY).isEmpty()) lacks.add("no society");
        return new ShareLine(
                name,
                role,
                says,
                shares.performing().map(Share::toString).orElse(null),
                shares.mechanical().map(Share::toString).orElse(null),
                publisher,
                String.join(", ", lacks));
    }

    private static FactCell cell(Field<?> field, Ref ref, Facts facts) {
        return new FactCell(
                ref.entity().id(),
                ref.id(),
                field.id(),
                field.name(),
                field.help(),
                facts.text(field),
                facts.display(field));
    }

    private static IncomeCard income(Release release, Track track, LabelProfile label) {
        List<Participant> participants =
                track.recording().facts().get(Fields.RECORDING_SPLITS).orElse(List.of());
        int total = participants.stream()
                .flatMap(each -> each.share().stream())
                .mapToInt(Share::hundredths)
                .sum();
        OneStop verdict = OneStop.of(release, track, label.name(), label.publisher());
        return new IncomeCard(
                track.number(),
                track.facts().get(Fields.TRACK_TITLE).orElse("Track " + track.number()),
                cell(
                        Fields.RECORDING_SPLITS,
                        release.ref(track, Entity.RECORDING),
                        track.recording().facts()),
                participants.stream()
                        .map(each -> new ShareLine(
                                each.name(),
                                each.as(),
                                each.as(),
                                each.share().map(Share::toString).orElse(null),
                                null,
                                null,
                                ""))
                        .toList(),
                BigDecimal.valueOf(total, 2).toPlainString(),
                BigDecimal.valueOf(Share.WHOLE.hundredths() - total, 2).toPlainString(),
                verdict.yes(),
                verdict.reasons());
    }

    /** Divides a work's shares equally among its writers. */
    @PostMapping("/api/releases/{id}/works/{work}/equal")
    WorksView equal(@PathVariable long id, @PathVariable long work, @AuthenticationPrincipal Account account) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        Work divided = release.tracks().stream()
                .map(track -> track.recording().work())
                .filter(each -> each.id() == work)
                .findFirst()
                .orElseThrow(() -> Problem.missing("work"));
        if (divided.writers().isEmpty())
            throw Problem.conflict("no-writers", "The work has no writers. Nothing was changed.");
        Shares.Divided parts = Shares.Divided.equally(
                divided.writers(), divided.facts().get(Fields.WORK_PUBLISHERS).orElse(List.of()));
        Ref ref = new Ref(Entity.WORK, work);
        List<Change> batch = new ArrayList<>();
        batch.add(new Change(
                ref,
                Fields.WORK_WRITERS,
                divided.facts().text(Fields.WORK_WRITERS),
                ValueTypes.WRITERS.format(parts.writers())));
        if (!parts.publishers().isEmpty())
            batch.add(new Change(
                    ref,
                    Fields.WORK_PUBLISHERS,
                    divided.facts().text(Fields.WORK_PUBLISHERS),
                    ValueTypes.PUBLISHERS.format(parts.publishers())));
        return view(changes.apply(
                id,
                new ChangeService.Batch("Shares divided equally", ChangeSource.TYPED, "equal split", batch),
                account));
    }
}
