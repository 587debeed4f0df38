package app.entrada.server.demo;

import static java.util.Objects.requireNonNull;

import app.entrada.core.copy.recipe.CopyFormat;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.title.TitleStyle;
import app.entrada.demo.Cover;
import app.entrada.demo.CoverDrawing;
import app.entrada.demo.DemoRelease;
import app.entrada.demo.DemoSound;
import app.entrada.demo.DemoTrack;
import app.entrada.demo.Piece;
import app.entrada.demo.Scenario;
import app.entrada.demo.Synthesiser;
import app.entrada.demo.large.LargeCatalogue;
import app.entrada.media.Ffmpeg;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.desk.PutOffs;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.facts.SeriesRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Settings;
import app.entrada.server.receiving.ReceivedFiles;
import app.entrada.server.sound.MeasureWork;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** Makes releases of the demo with their sound and covers. */
@Component
@ConditionalOnProperty("entrada.demo")
class DemoMaker {
    private static final int LOSSY_KBPS = 128;

    private final ReleaseRepository releases;
    private final ReleaseService service;
    private final ChangeService changes;
    private final CreditRepository people;
    private final SeriesRepository series;
    private final FileStore store;
    private final FileIndex files;
    private final ReceivedFiles received;
    private final MeasureWork measuring;
    private final Ffmpeg ffmpeg;
    private final PutOffs putOffs;
    private final ProfileRepository profiles;
    private final Settings settings;
    /** Releases that were found, by name. */
    private final Map<String, Long> ids = new ConcurrentHashMap<>();

    DemoMaker(
            ReleaseRepository releases,
            ReleaseService service,
            ChangeService changes,
            CreditRepository people,
            SeriesRepository series,
            FileStore store,
            FileIndex files,
            ReceivedFiles received,
            MeasureWork measuring,
            Ffmpeg ffmpeg,
            PutOffs putOffs,
            ProfileRepository profiles,
            Settings settings) {
        this.releases = releases;
        this.service = service;
        this.changes = changes;
        this.people = people;
        this.series = series;
        this.store = store;
        this.files = files;
        this.received = received;
        this.measuring = measuring;
        this.ffmpeg = ffmpeg;
        this.putOffs = putOffs;
        this.profiles = profiles;
        this.settings = settings;
    }

    /** Sound and cover of a release, stored and measured. */
    record Material(Map<DemoSound, FileStore.Stored> sounds, Optional<FileStore.Stored> cover) {}

    /** Plays and draws what a release consists of. */
    Material material(DemoRelease wanted) {
        CompletableFuture<Optional<FileStore.Stored>> cover =
                CompletableFuture.supplyAsync(() -> drawn(wanted).map(this::measured));
        Map<DemoSound, FileStore.Stored> sounds = new ConcurrentHashMap<>();
        Stream.concat(
                        wanted.tracks().stream().map(DemoTrack::sound),
                        wanted.loose().stream().map(DemoRelease.Loose::sound))
                .flatMap(Stream::ofNullable)
                .toList()
                .parallelStream()
                .forEach(sound -> sounds.put(sound, played(sound)));
        return new Material(sounds, cover.join());
    }

    private FileStore.Stored played(DemoSound sound) {
        try {
            Path wav = Files.createTempFile(store.workshop(), "demo", ".part");
            Piece piece = sound.piece().within((double) settings.demoLongest().toSeconds());
            switch (sound.damage()) {
                case NONE -> Synthesiser.write(piece, wav);
                case BEHEADED -> Synthesiser.write(piece, DemoSound.LACKS, wav);
                case LOSSY -> {
                    Synthesiser.write(piece, wav);
                    coded(wav);
                }
            }
            return kept(wav);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    /** Makes an MP3 of a WAV file, and a WAV file of that. */
    private void coded(Path wav) throws IOException {
        Path mp3 = Files.createTempFile(store.workshop(), "demo", ".mp3");
        try {
            ffmpeg.encode(wav, AudioMeasuring.describe(wav), new Encoding(CopyFormat.MP3, LOSSY_KBPS, -1, 0, 0), mp3);
            ffmpeg.encode(mp3, AudioMeasuring.describe(mp3), new Encoding(CopyFormat.WAV, 0, -1, 16, 0), wav);
        } finally {
            Files.deleteIfExists(mp3);
        }
    }

    /** Draws a release's cover and stores it; empty for one without. To measure it takes longer: its words are read. */
    Optional<FileStore.Stored> drawn(DemoRelease release) {
        Cover cover = release.cover();
        if (cover == null) return Optional.empty();
        try {
            Path jpeg = Files.createTempFile(store.workshop(), "demo", ".jpg");
            CoverDrawing.write(jpeg, release.name().hashCode(), cover);
            FileStore.Stored stored = store.adopt(jpeg);
            files.enter(stored);
            return Optional.of(stored);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    private FileStore.Stored kept(Path file) throws IOException {
        return measured(store.adopt(file));
    }

    private FileStore.Stored measured(FileStore.Stored stored) {
        measuring.known(stored);
        return stored;
    }

    /** Whether a release was made, by its catalogue number or, where it has none, by its first track. */
    boolean there(DemoRelease wanted) {
        return find(wanted).isPresent();
    }

    /** A release that was made. */
    Optional<Release> find(DemoRelease wanted) {
        Optional<Release> before = Optional.ofNullable(ids.get(wanted.name())).flatMap(releases::find);
        if (before.isPresent()) return before;
        Optional<Release> found =
                small().stream().filter(release -> same(release, wanted)).findFirst();
        found.ifPresent(release -> ids.put(wanted.name(), release.id()));
        return found;
    }

    /** All but those of a large demo, the oldest first. */
    private List<Release> small() {
        return releases.load(releases.ids().stream()
                .filter(id -> id < LargeCatalogue.FIRST)
                .sorted()
                .toList());
    }

    private static boolean same(Release release, DemoRelease wanted) {
        String number = wanted.facts().get("catalogueNumber");
        if (number != null) return number.equals(release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER));
        String first = wanted.tracks().get(0).facts().get("title");
        return Objects.equals(wanted.facts().get("title"), release.facts().text(Fields.RELEASE_TITLE))
                && !release.tracks().isEmpty()
                && Objects.equals(first, release.tracks().get(0).facts().text(Fields.TRACK_TITLE));
    }

    /** Makes a release with its facts, within the present transaction. */
    void make(DemoRelease demo, Account manager) {
        Map<String, Track> known =
                demo.tracks().stream().anyMatch(track -> track.reuses() != null || track.sameWorkAs() != null)
                        ? recorded()
                        : Map.of();
        long id = releases.create(profiles.today().atStartOfDay(ZoneOffset.UTC).toInstant());
        apply(id, "New release", changes(new Ref(Entity.RELEASE, id), Facts.NONE, demo.facts()), manager);
        Map<String, Track> own = new LinkedHashMap<>(known);
        for (DemoTrack demoTrack : demo.tracks()) {
            Release release = demoTrack.reuses() == null
                    ? service.addTrack(id, manager)
                    : service.addRecording(
                            id,
                            requireNonNull(known.get(demoTrack.reuses()), demoTrack.reuses())
                                    .recording()
                                    .id(),
                            manager);
            Track track = release.tracks().get(release.tracks().size() - 1);
            apply(id, "Track " + track.number(), batch(release, track, demoTrack, own), manager);
            Release made = releases.find(id).orElseThrow();
            Track last = made.tracks().get(made.tracks().size() - 1);
            own.putIfAbsent(TitleStyle.PLAIN.track(made, last), last);
        }
        DemoRelease.PutOff putOff = demo.putOff();
        if (putOff != null) putOffs.put(id, putOff.until().toString(), putOff.reason(), true, manager);
    }

    /** Whether a release still lacks its sound and cover: what is there of one of its own tracks is there of all. */
    boolean lacksMaterial(DemoRelease demo) {
        Optional<Release> found = find(demo);
        if (found.isEmpty()) return false;
        Release release = found.get();
        boolean some = false;
        for (int i = 0; i < Math.min(demo.tracks().size(), release.tracks().size()); i++) {
            if (demo.tracks().get(i).sound() == null) continue;
            some = true;
            if (release.tracks().get(i).master().isPresent()) return false;
        }
        return some;
    }

    /** Gives a release its sound and cover and what came with it, within the present transaction. */
    void equip(DemoRelease demo, Material material, Account manager) {
        Release release = find(demo).orElseThrow();
        List<Change> batch = new ArrayList<>(covered(release, material.cover()));
        for (int i = 0; i < demo.tracks().size(); i++) {
            DemoSound sound = demo.tracks().get(i).sound();
            if (sound != null)
                batch.add(new Change(
                        release.ref(release.tracks().get(i), Entity.RECORDING),
                        Fields.RECORDING_MASTER,
                        null,
                        stored(material, sound).sha256().hex()));
        }
        apply(release.id(), "Masters and cover", batch, manager);
        for (DemoRelease.Loose loose : demo.loose())
            received.enter(stored(material, loose.sound()), loose.name(), "", release.id(), 0, manager);
    }

    /** Gives a release its cover alone, within the present transaction. */
    void cover(DemoRelease demo, Optional<FileStore.Stored> cover, Account manager) {
        Release release = find(demo).orElseThrow();
        apply(release.id(), "Cover", covered(release, cover), manager);
    }

    private static List<Change> covered(Release release, Optional<FileStore.Stored> cover) {
        if (cover.isEmpty() || release.facts().text(Fields.RELEASE_COVER) != null) return List.of();
        return List.of(new Change(
                new Ref(Entity.RELEASE, release.id()),
                Fields.RELEASE_COVER,
                null,
                cover.get().sha256().hex()));
    }

    private static FileStore.Stored stored(Material material, DemoSound sound) {
        return requireNonNull(material.sounds().get(sound));
    }

    private static List<Change> batch(Release release, Track track, DemoTrack demo, Map<String, Track> own) {
        List<Change> batch = new ArrayList<>();
        if (demo.sameWorkAs() != null)
            batch.add(new Change(
                    release.ref(track, Entity.RECORDING),
                    Fields.RECORDING_WORK,
                    String.valueOf(track.recording().work().id()),
                    String.valueOf(requireNonNull(own.get(demo.sameWorkAs()), demo.sameWorkAs())
                            .recording()
                            .work()
                            .id())));
        for (Entity entity : Entity.OF_A_TRACK)
            // the work has its facts already
            if (entity != Entity.WORK || demo.sameWorkAs() == null)
                batch.addAll(changes(release.ref(track, entity), Facts.NONE, demo.facts()));
        return batch;
    }

    /** Tracks of all releases by title with version, the oldest first. */
    private Map<String, Track> recorded() {
        Map<String, Track> all = new LinkedHashMap<>();
        for (Release release : small())
            for (Track track : release.tracks()) all.putIfAbsent(TitleStyle.PLAIN.track(release, track), track);
        return all;
    }

    /** Enters what is known of people, within the present transaction. */
    void people(Scenario part, Account manager) {
        for (Map<String, String> person : part.people()) {
            String name = requireNonNull(person.get("name"));
            long id = people.enter(name);
            Map<String, String> more = new LinkedHashMap<>(person);
            more.remove("name");
            catalogue(name, new Ref(Entity.PARTY, id), more, manager);
        }
    }

    /** Whether people and series of the back catalogue were entered: nobody's corrections are overwritten at a restart. */
    boolean knowsSeries() {
        return Scenario.series().stream()
                .allMatch(each -> series.titled(requireNonNull(each.get("title")))
                        .filter(known -> known.facts().text(Fields.SERIES_OWNER) != null)
                        .isPresent());
    }

    /** Enters what directories want to know of the spoken series, within the present transaction. */
    void series(Account manager) {
        for (Map<String, String> each : Scenario.series()) {
            String title = requireNonNull(each.get("title"));
            if (series.titled(title).isEmpty()) series.enter(title);
            SeriesRepository.Series found = series.titled(title).orElseThrow();
            Map<String, String> more = new LinkedHashMap<>(each);
            more.remove("title");
            small().stream()
                    .filter(release -> title.equals(release.facts().text(Fields.RELEASE_SERIES)))
                    .flatMap(release -> Stream.ofNullable(release.facts().text(Fields.RELEASE_COVER)))
                    .reduce((first, second) -> second)
                    .ifPresent(cover -> more.put("cover", cover));
            catalogue(title, new Ref(Entity.SERIES, found.id()), more, manager);
        }
    }

    private void catalogue(String says, Ref target, Map<String, String> facts, Account manager) {
        changes.applyToCatalogue(
                new ChangeService.Batch(says, ChangeSource.DEMO, changes(target, Facts.NONE, facts)), manager);
    }

    /**
     * Makes facts what is wanted.
     *
     * @param now what is there
     * @param wanted by key of the field registry; keys of other entities are passed over
     */
    static List<Change> changes(Ref target, Facts now, Map<String, String> wanted) {
        List<Change> changes = new ArrayList<>();
        for (Field<?> field : Fields.of(target.entity())) {
            @Nullable String typed = wanted.get(field.key());
            if (typed != null) changes.add(new Change(target, field, now.text(field), typed));
        }
        return changes;
    }

    private void apply(long id, String says, List<Change> batch, Account manager) {
        changes.apply(id, new ChangeService.Batch(says, ChangeSource.DEMO, batch), manager);
    }
}
