package app.entrada.server.views;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Readiness;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.checks.CheckService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.LooseFiles;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Computes what the interface shows of a release. */
@Component
public class ReleaseViews {
    private final CheckService checks;
    private final ChangeService changes;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;
    /** What this node showed last, for nobody in particular; edits are answered with the difference. */
    private final Cache<Long, ReleaseView> lastShown =
            Caffeine.newBuilder().maximumSize(200).build();

    ReleaseViews(CheckService checks, ChangeService changes, ProfileRepository profiles, ContextLoader contexts) {
        this.contexts = contexts;
        this.profiles = profiles;
        this.checks = checks;
        this.changes = changes;
    }

    /** The whole view. */
    public ReleaseView view(Release release, Account account) {
        return shown(release).named(changes.stack(release.id(), account));
    }

    /** How the view of a release is another one than this node showed last. */
    public ReleaseDelta delta(Release release, Account account) {
        ReleaseView before = lastShown.getIfPresent(release.id());
        ReleaseView after = view(release, account);
        return ReleaseDelta.between(before == null ? after.nothingOfIt() : before, after);
    }

    /** Computes the view; while nothing in it is different, it keeps its tag. */
    private ReleaseView shown(Release release) {
        LoadedRelease loaded = contexts.of(release);
        List<Finding> findings = checks.findings(loaded.context());
        Map<String, String> names = profiles.all().stream().collect(Collectors.toMap(Profile::id, Profile::name));
        List<ReleaseView.SheetRow> rows = new ArrayList<>();
        rows.add(releaseRow(release));
        for (Track track : release.tracks()) rows.add(trackRow(release, track, loaded.files()));
        ReleaseView fresh = new ReleaseView(
                head(loaded, findings),
                "",
                release.revision(),
                COLUMNS,
                rows,
                findings.stream().map(finding -> finding(finding, names)).toList(),
                loose(loaded.loose()),
                ValueTypes.GENRES,
                new ChangeService.Stack(null, null));
        return lastShown
                .asMap()
                .compute(
                        release.id(),
                        (id, before) ->
                                before != null && fresh.tagged(before.tag()).equals(before)
                                        ? before
                                        : fresh.tagged(UUID.randomUUID().toString()));
    }

    /** What stands above all panels and in the list of releases. */
    public ReleaseView.Head head(LoadedRelease loaded, List<Finding> findings) {
        Release release = loaded.release();
        Map<Sha256, FileIndex.StoredFile> placed = loaded.files();
        Map<String, NextMoves.Standing> standings = loaded.moves();
        long total = release.tracks().stream()
                .flatMap(track -> track.master().stream())
                .flatMap(file -> requireNonNull(placed.get(file)).audio().stream())
                .mapToLong(AudioFacts::milliseconds)
                .sum();
        Optional<LocalDate> date = release.facts().get(Fields.RELEASE_DATE);
        List<Profile> meant = profiles.meantBy(release);
        Optional<LocalDate> deliverBy = meant.stream()
                .filter(profile -> standings.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                .flatMap(profile -> NextMoves.lastDay(release, profile).stream())
                .min(LocalDate::compareTo);
        return new ReleaseView.Head(
                release.id(),
                release.name(),
                release.facts().get(Fields.RELEASE_ARTISTS).map(Names::sentence).orElse(""),
                release.facts().get(Fields.RELEASE_KIND).orElse("release"),
                release.tracks().size(),
                AudioFacts.time(total),
                release.facts().display(Fields.RELEASE_CATALOGUE_NUMBER),
                release.facts().display(Fields.RELEASE_BARCODE),
                date.map(LocalDate::toString).orElse(null),
                date.map(day -> ChronoUnit.DAYS.between(profiles.today(), day)).orElse(null),
                deliverBy.map(LocalDate::toString).orElse(null),
                release.facts()
                        .get(Fields.RELEASE_COVER)
                        .map(placed::get)
                        .map(ReleaseViews::cover)
                        .orElse(null),
                meant.stream()
                        .map(profile -> mark(profile, findings, standings.get(profile.id()), loaded.measuring()))
                        .toList());
    }

    /** @param measuring whether what was found is not all that there is to be found */
    private ReleaseView.MarkView mark(
            Profile profile, List<Finding> findings, NextMoves.@Nullable Standing standing, boolean measuring) {
        NextMoves.Standing stands = standing == null ? NextMoves.Standing.NOT_SENT : standing;
        SortedMap<Weight, Integer> counts = Finding.counts(findings, profile.id());
        Readiness readiness = Readiness.of(counts, measuring);
        if (counts.isEmpty())
            return new ReleaseView.MarkView(
                    profile.id(), profile.name(), readiness, 0, stands, measuring ? "being measured" : "ready");
        Weight heaviest = counts.lastKey();
        int count = requireNonNull(counts.get(heaviest));
        return new ReleaseView.MarkView(profile.id(), profile.name(), readiness, count, stands, says(heaviest, count));
    }

    private static String says(Weight weight, int count) {
        String things = count == 1 ? "1 thing" : count + " things";
        return switch (weight) {
            case STOP -> things + (count == 1 ? " stops" : " stop") + " delivery";
            case RISK -> things + " may be rejected";
            case NOTE -> things + " worth knowing";
        };
    }

    private static ReleaseView.CoverView cover(FileIndex.StoredFile entry) {
        return new ReleaseView.CoverView(entry.sha256().hex(), entry.problem().orElse(null), entry.measuring());
    }

    /** One column a key: the track's facts first, then those that only a release has; structure is no column. */
    private static final List<ReleaseView.FactColumn> COLUMNS = columns();

    private static List<ReleaseView.FactColumn> columns() {
        Set<String> onRelease = Fields.of(Entity.RELEASE).stream()
                .filter(field -> field.columns() != Field.ColumnSet.NONE)
                .map(Field::key)
                .collect(Collectors.toSet());
        Map<String, ReleaseView.FactColumn> columns = new LinkedHashMap<>();
        for (Entity entity : List.of(Entity.TRACK, Entity.RECORDING, Entity.WORK, Entity.RELEASE))
            for (Field<?> field : Fields.of(entity)) {
                if (field.columns() == Field.ColumnSet.NONE) continue;
                columns.putIfAbsent(
                        field.key(),
                        new ReleaseView.FactColumn(
                                field.key(),
                                field.name(),
                                lower(field.columns()),
                                field.type().name(),
                                ValueTypes.wordsOf(field.type()),
                                field.help(),
                                entity.id(),
                                onRelease.contains(field.key())));
            }
        return List.copyOf(columns.values());
    }

    private static String lower(Enum<?> word) {
        return word.name().toLowerCase(Locale.ROOT);
    }

    private static ReleaseView.SheetRow releaseRow(Release release) {
        Map<String, ReleaseView.SheetValue> cells = new LinkedHashMap<>();
        for (Field<?> field : Fields.of(Entity.RELEASE))
            cell(field, release.facts(), Facts.NONE).ifPresent(value -> cells.put(field.key(), value));
        return new ReleaseView.SheetRow(0, 0, 0, 0, null, cells);
    }

    private static ReleaseView.SheetRow trackRow(
            Release release, Track track, Map<Sha256, FileIndex.StoredFile> placed) {
        Map<String, ReleaseView.SheetValue> cells = new LinkedHashMap<>();
        for (Entity entity : Entity.OF_A_TRACK) {
            Facts facts = release.factsOf(track, entity);
            for (Field<?> field : Fields.of(entity))
                cell(field, facts, release.facts()).ifPresent(value -> cells.put(field.key(), value));
        }
        return new ReleaseView.SheetRow(
                track.number(),
                track.id(),
                track.recording().id(),
                track.recording().work().id(),
                master(track, placed),
                cells);
    }

    private static <T> Optional<ReleaseView.SheetValue> cell(Field<T> field, Facts own, Facts carried) {
        if (field.columns() == Field.ColumnSet.NONE) return Optional.empty();
        Optional<T> given = own.get(field);
        if (given.isEmpty())
            return field.carriedFrom()
                    .flatMap(carried::get)
                    .map(value -> new ReleaseView.SheetValue(null, field.type().display(value), true));
        String value = field.type().format(given.get());
        String shown = field.type().display(given.get());
        return Optional.of(new ReleaseView.SheetValue(value, shown.equals(value) ? null : shown, false));
    }

    private static ReleaseView.MasterView master(Track track, Map<Sha256, FileIndex.StoredFile> placed) {
        Optional<Sha256> file = track.master();
        if (file.isEmpty()) return new ReleaseView.MasterView("none", null, null, 0, null, null, List.of());
        FileIndex.StoredFile entry = requireNonNull(placed.get(file.get()));
        if (entry.audio().isEmpty())
            return new ReleaseView.MasterView(
                    entry.measuring() ? "measuring" : "damaged", file.get().hex(), null, 0, null, null, List.of());
        AudioFacts audio = entry.audio().get();
        return new ReleaseView.MasterView(
                audio.faults().isEmpty() ? "whole" : "damaged",
                file.get().hex(),
                audio.time(),
                audio.milliseconds(),
                "%,d samples at %,d Hz".formatted(audio.samples(), audio.sampleRate()),
                audio.label(),
                audio.sound()
                        .map(sound -> Arrays.stream(sound.outline()).boxed().toList())
                        .orElse(List.of()));
    }

    private static ReleaseView.FindingView finding(Finding finding, Map<String, String> destinations) {
        Field<?> field = finding.place().field();
        return new ReleaseView.FindingView(
                finding.id(),
                finding.rule(),
                RuleBook.byId(finding.rule()).name(),
                finding.family().label(),
                finding.weight(),
                finding.destinations().keySet().stream().map(destinations::get).toList(),
                finding.destinations().keySet().stream()
                        .filter(id -> finding.destinations().get(id) == Weight.STOP)
                        .map(destinations::get)
                        .toList(),
                finding.place().track(),
                field.key(),
                field.name(),
                finding.place().panel(),
                finding.says(),
                finding.reason(),
                finding.fix()
                        .filter(fix -> !(fix instanceof Fix.Picture))
                        .map(Fix::label)
                        .orElse(null),
                finding.fix()
                        .filter(Fix.Edit.class::isInstance)
                        .map(fix -> preview(((Fix.Edit) fix).changes()))
                        .orElse(null),
                finding.accepted().map(Finding.Accepted::reason).orElse(null));
    }

    private static String preview(List<Change> changes) {
        List<String> lines = new ArrayList<>();
        for (Change change : changes)
            lines.add("%s: %s → %s"
                    .formatted(
                            change.field().name(),
                            change.before() == null ? "empty" : change.before(),
                            change.after() == null ? "empty" : change.after()));
        return String.join("; ", lines);
    }

    private static List<ReleaseView.LooseFile> loose(List<LooseFiles.Loose> without) {
        return without.stream()
                .map(file -> new ReleaseView.LooseFile(
                        file.entry().sha256().hex(),
                        file.name(),
                        file.entry().kind(),
                        file.entry().bytes(),
                        FileDescription.says(file.entry()),
                        file.entry().audio().map(AudioFacts::time).orElse(null)))
                .toList();
    }
}
