package app.entrada.server.context;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.intake.Placement;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.Attachment;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.sound.KnownSound;
import app.entrada.server.sound.MasterHolders;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Files that came in for a release and are in no place yet, and where they seem to belong. */
@Component
public class LooseFiles {
    private final JdbcClient jdbc;
    private final FileIndex files;
    private final MasterHolders recordings;
    private final TagCache tags;

    LooseFiles(JdbcClient jdbc, FileIndex files, MasterHolders recordings, TagCache tags) {
        this.jdbc = jdbc;
        this.files = files;
        this.recordings = recordings;
        this.tags = tags;
    }

    /**
     * A file without a place.
     *
     * @param belongs what a paper is for, empty for sound and pictures
     */
    public record Loose(FileIndex.StoredFile entry, String name, String belongs) {}

    /**
     * A file beside a track or the release: lyrics, scores, permissions, sound in another format.
     *
     * @param trackId 0 for the release
     */
    public record Beside(String sha256, String name, String belongs, long bytes, long trackId) {}

    /**
     * A file as it came in for a release.
     *
     * @param belongs what a document is for, empty for sound and pictures
     * @param track id of the track it stands beside, 0 for none
     */
    record Received(Sha256 sha256, String name, String belongs, long track) {}

    /** All files that came in for these releases, in the order in which they came. */
    Map<Long, List<Received>> received(Collection<Long> releases) {
        Map<Long, List<Received>> received = new HashMap<>();
        jdbc.sql("""
                        SELECT release_id, sha256, name, coalesce(belongs, '') AS belongs, coalesce(track_id, 0) AS track
                        FROM received WHERE release_id = ANY (?) ORDER BY id""").param(releases.toArray(Long[]::new)).query(row -> {
            received.computeIfAbsent(row.getLong("release_id"), id -> new ArrayList<>())
                    .add(new Received(
                            new Sha256(row.getString("sha256")),
                            row.getString("name"),
                            row.getString("belongs"),
                            row.getLong("track")));
        });
        return received;
    }

    /** Those of a release that are in no place. */
    static List<Received> unplaced(Release release, Map<Long, List<Received>> received) {
        Set<Sha256> placed = release.files();
        return received.getOrDefault(release.id(), List.of()).stream()
                .filter(file -> file.track == 0
                        && !AttachmentKind.KEPT_WITH_THE_RELEASE.contains(file.belongs)
                        && !placed.contains(file.sha256))
                .toList();
    }

    /** Those of a release that are in no place, with what was measured of them. */
    static List<Loose> of(
            Release release, Map<Long, List<Received>> received, Map<Sha256, FileIndex.StoredFile> entries) {
        return unplaced(release, received).stream()
                .map(file -> new Loose(requireNonNull(entries.get(file.sha256)), file.name, file.belongs))
                .toList();
    }

    /** The documents among them, as rules look at them. */
    static List<Attachment> attachments(Release release, Map<Long, List<Received>> received) {
        Map<Long, Integer> numbers = new HashMap<>();
        for (Track track : release.tracks()) numbers.put(track.id(), track.number());
        return received.getOrDefault(release.id(), List.of()).stream()
                .filter(file -> !file.belongs.isEmpty())
                .map(file -> new Attachment(
                        file.name, AttachmentKind.named(file.belongs), numbers.getOrDefault(file.track, 0)))
                .toList();
    }

    /** Files in no place, in the order in which they came. */
    public List<Loose> of(Release release) {
        Map<Long, List<Received>> received = received(List.of(release.id()));
        return of(
                release,
                received,
                files.find(unplaced(release, received).stream()
                        .map(Received::sha256)
                        .toList()));
    }

    /** Files that stand beside tracks or the release. */
    public List<Beside> beside(Release release) {
        return jdbc.sql("""
                        SELECT v.sha256, v.name, coalesce(v.belongs, '') AS belongs, f.bytes, coalesce(v.track_id, 0) AS track
                        FROM received v JOIN file f USING (sha256) WHERE v.release_id = :release AND (v.track_id IS NOT NULL
                            OR v.belongs IN (:kept)) ORDER BY v.id""")
                .param("release", release.id())
                .param("kept", AttachmentKind.KEPT_WITH_THE_RELEASE)
                .query((row, n) -> new Beside(
                        row.getString("sha256"),
                        row.getString("name"),
                        row.getString("belongs"),
                        row.getLong("bytes"),
                        row.getLong("track")))
                .list();
    }

    /** Where loose sound files seem to belong: on tracks that have no master. */
    public List<Placement.Proposal> proposals(Release release, List<Loose> loose) {
        boolean possible = loose.stream().anyMatch(file -> file.entry().audio().isPresent())
                && release.tracks().stream().anyMatch(track -> track.master().isEmpty());
        if (!possible) return List.of();
        return proposals(
                release,
                loose,
                recordings.known(
                        loose.stream().map(file -> file.entry().sha256()).toList()));
    }

    /** The same, where what the files sound like has been fetched already. */
    public List<Placement.Proposal> proposals(Release release, List<Loose> loose, KnownSound known) {
        List<Loose> sound =
                loose.stream().filter(file -> file.entry().audio().isPresent()).toList();
        List<Track> empty = release.tracks().stream()
                .filter(track -> track.master().isEmpty())
                .toList();
        List<Placement.Candidate> candidates = new ArrayList<>();
        for (Loose file : sound) candidates.add(candidate(file, candidates.size(), known));
        List<Placement.Slot> slots =
                empty.stream().map(track -> slot(release, track)).toList();
        return Placement.propose(candidates, slots);
    }

    private Placement.Candidate candidate(Loose file, int order, KnownSound known) {
        Sha256 sha256 = file.entry().sha256();
        AudioFacts audio = file.entry().audio().orElseThrow();
        TagFacts facts = tags.of(sha256);
        Map<Long, Double> soundings = new HashMap<>();
        known.same(sha256)
                .forEach(other -> known.holders(other.file())
                        .forEach(holder -> soundings.merge(
                                holder.recording(), other.match().confidence(), Math::max)));
        return new Placement.Candidate(
                sha256.hex(),
                file.name(),
                audio.seconds(),
                facts.number(),
                title(facts),
                facts.best(Fields.RECORDING_ISRC)
                        .map(TagFacts.FoundValue::value)
                        .orElse(""),
                soundings.entrySet().stream()
                        .map(each -> new Placement.Sounding(each.getKey(), each.getValue()))
                        .toList(),
                order,
                audio.lossless());
    }

    private static String title(TagFacts facts) {
        String title =
                facts.best(Fields.TRACK_TITLE).map(TagFacts.FoundValue::value).orElse("");
        String version =
                facts.best(Fields.TRACK_VERSION).map(TagFacts.FoundValue::value).orElse("");
        return version.isEmpty() ? title : title + " " + version;
    }

    private static Placement.Slot slot(Release release, Track track) {
        Optional<PlayingTime> given = track.recording().facts().get(Fields.RECORDING_GIVEN_TIME);
        return new Placement.Slot(
                track.id(),
                track.number(),
                track.facts().get(Fields.TRACK_TITLE).orElse(""),
                track.facts().get(Fields.TRACK_VERSION).orElse(""),
                release.holds(track, Fields.RECORDING_ISRC)
                        .flatMap(written -> written.code())
                        .map(code -> code.compact())
                        .orElse(""),
                given.map(time -> OptionalDouble.of(time.seconds())).orElse(OptionalDouble.empty()),
                track.recording().id());
    }

    /** What the rules about placements look at. */
    List<LooseFile> soundFiles(Release release, List<Loose> loose, KnownSound known) {
        List<Loose> sound = loose.stream()
                .filter(file -> file.entry().kind() == FileKind.AUDIO)
                .toList();
        if (sound.isEmpty()) return List.of();
        Map<String, Integer> proposed = new HashMap<>();
        for (Placement.Proposal proposal : proposals(release, sound, known))
            release.track(proposal.track()).ifPresent(track -> proposed.put(proposal.file(), track.number()));
        return sound.stream()
                .map(file -> new LooseFile(
                        file.name(), proposed.getOrDefault(file.entry().sha256().hex(), 0)))
                .toList();
    }
}
