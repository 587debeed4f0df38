package app.entrada.server.gather;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.intake.Placement;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileBook;
import java.util.ArrayList;
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
    private final FileBook files;
    private final Recordings recordings;
    private final TagShelf tags;

    LooseFiles(JdbcClient jdbc, FileBook files, Recordings recordings, TagShelf tags) {
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
    public record Loose(FileBook.Entry entry, String name, String belongs) {}

    /**
     * A file beside a track or the release: lyrics, scores, permissions, sound in another format.
     *
     * @param trackId 0 for the release
     */
    public record Beside(String sha256, String name, String belongs, long bytes, long trackId) {}

    private record Row(Sha256 sha256, String name, String belongs) {}

    /** Files in no place, in the order in which they came. */
    public List<Loose> of(Release release) {
        List<Row> rows = jdbc.sql("""
                        SELECT sha256, name, coalesce(belongs, '') AS belongs FROM received
                        WHERE release_id = :release AND track_id IS NULL
                        AND coalesce(belongs, '') NOT IN (:kept) ORDER BY id""")
                .param("release", release.id())
                .param("kept", AttachmentKind.KEPT_WITH_THE_RELEASE)
                .query((row, n) ->
                        new Row(new Sha256(row.getString("sha256")), row.getString("name"), row.getString("belongs")))
                .list();
        Set<Sha256> placed = release.files();
        List<Row> loose =
                rows.stream().filter(row -> !placed.contains(row.sha256)).toList();
        Map<Sha256, FileBook.Entry> entries =
                files.find(loose.stream().map(Row::sha256).toList());
        return loose.stream()
                .map(row -> new Loose(entries.get(row.sha256), row.name, row.belongs))
                .toList();
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

    List<Placement.Proposal> proposals(Release release, List<Loose> loose, KnownSound known) {
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
                facts.best(Fields.RECORDING_ISRC).map(TagFacts.Found::value).orElse(""),
                soundings.entrySet().stream()
                        .map(each -> new Placement.Sounding(each.getKey(), each.getValue()))
                        .toList(),
                order,
                audio.lossless());
    }

    private static String title(TagFacts facts) {
        String title = facts.best(Fields.TRACK_TITLE).map(TagFacts.Found::value).orElse("");
        String version =
                facts.best(Fields.TRACK_VERSION).map(TagFacts.Found::value).orElse("");
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
    public List<LooseFile> soundFiles(Release release, List<Loose> loose) {
        List<Loose> sound = loose.stream()
                .filter(file -> file.entry().kind().equals("audio"))
                .toList();
        if (sound.isEmpty()) return List.of();
        Map<String, Integer> proposed = new HashMap<>();
        for (Placement.Proposal proposal : proposals(release, sound))
            release.track(proposal.track()).ifPresent(track -> proposed.put(proposal.file(), track.number()));
        return sound.stream()
                .map(file -> new LooseFile(
                        file.name(), proposed.getOrDefault(file.entry().sha256().hex(), 0)))
                .toList();
    }
}
