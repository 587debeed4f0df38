package app.entrada.server.files;

import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundFile;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

/** What is known of the files in the store. */
@Repository
public class FileIndex {
    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final ApplicationEventPublisher events;
    private final Cache<String, CachedFiles> kept =
            Caffeine.newBuilder().maximumSize(4_000).build();

    FileIndex(JdbcClient jdbc, JsonMapper json, ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.json = json;
        this.events = events;
    }

    /**
     * A file was found damaged, or is whole again.
     *
     * @param damage in words that follow "it"; null when it is whole
     */
    public record DamageNoted(Sha256 sha256, @Nullable String damage) {}

    /**
     * One file.
     *
     * @param compared whether its sound was compared with all other sound; true for what has none
     * @param problem why it is no use as what it is, in a sentence
     */
    public record StoredFile(
            Sha256 sha256,
            long bytes,
            FileKind kind,
            boolean measured,
            boolean compared,
            Optional<AudioFacts> audio,
            Optional<PictureFacts> picture,
            Optional<String> problem) {
        /** Whether it is to be measured yet, and can be: one that is damaged waits for the same file to come again. */
        public boolean measuring() {
            return !measured && problem.isEmpty();
        }

        /** Why nothing is known of what it holds, of a sound file or picture that cannot be measured. */
        public Optional<String> unread() {
            return kind.isMeasured() && audio.isEmpty() && picture.isEmpty() ? problem : Optional.empty();
        }
    }

    /** What a file is, by its first bytes; its name and declared type are not asked. */
    public static FileKind kind(byte[] head) {
        if (SoundFile.kind(head).isPresent()) return FileKind.AUDIO;
        if (PictureMeasuring.begins(head)) return FileKind.PICTURE;
        return switch (AttachmentKind.of("", head)) {
            case OTHER -> FileKind.OTHER;
            case DOCUMENT, SHEET_MUSIC, PERMISSION -> FileKind.DOCUMENT;
            default -> FileKind.TEXT;
        };
    }

    /** Enters a received file; true when it was not known before. */
    public boolean enter(FileStore.Stored stored) {
        FileKind kind = kind(stored.head());
        // its bytes have just been put where a damaged one lay
        note(stored.sha256(), null);
        return jdbc.sql("""
                        INSERT INTO file (sha256, bytes, kind, measured) VALUES (?, ?, ?, ?)
                        ON CONFLICT (sha256) DO NOTHING""")
                        .params(stored.sha256().hex(), stored.bytes(), kind.id(), !kind.isMeasured())
                        .update()
                == 1;
    }

    /** Notes that a file is damaged, or whole again with null; who needs to know is told when that is new. */
    void note(Sha256 sha256, @Nullable String damage) {
        int changed = jdbc.sql("""
                        UPDATE file SET damage = CAST(:damage AS text), revision = revision + 1, verified_at = now()
                        WHERE sha256 = :file AND damage IS DISTINCT FROM CAST(:damage AS text)""")
                .param("damage", damage)
                .param("file", sha256.hex())
                .update();
        if (changed > 0) events.publishEvent(new DamageNoted(sha256, damage));
    }

    /** Notes what was measured. */
    public void measured(
            Sha256 sha256, @Nullable AudioFacts audio, @Nullable PictureFacts picture, @Nullable String problem) {
        jdbc.sql("""
                        UPDATE file SET measured = true, revision = revision + 1, audio = ?::jsonb, picture = ?::jsonb, problem = ?
                        WHERE sha256 = ?""")
                .params(java.util.Arrays.asList(
                        audio == null ? null : json.writeValueAsString(audio),
                        picture == null ? null : json.writeValueAsString(picture),
                        problem,
                        sha256.hex()))
                .update();
    }

    /** Keeps the outline of a sound file, and its print in the order in which nodes follow them; it is to be compared yet. */
    public void heard(Sha256 sha256, byte[] waveform, byte[] print) {
        jdbc.sql("""
                        UPDATE file SET waveform = ?, print = ?, compared = false,
                            print_order = coalesce(print_order, nextval('print_order')), print_transaction = pg_current_xact_id() WHERE sha256 = ?""").params(waveform, print, sha256.hex()).update();
    }

    /** Notes that a sound file was compared with all others. */
    public void compared(Sha256 sha256) {
        jdbc.sql("UPDATE file SET compared = true, revision = revision + 1 WHERE sha256 = ? AND NOT compared")
                .param(sha256.hex())
                .update();
    }

    /** Sound files that have been measured and are to be compared yet, in the order in which they came. */
    public List<Sha256> notCompared(int most) {
        return jdbc.sql("SELECT sha256 FROM file WHERE NOT compared AND measured ORDER BY print_order LIMIT ?")
                .param(most)
                .query((row, n) -> new Sha256(row.getString("sha256")))
                .list();
    }

    /** The outline of a sound file, as {@link app.entrada.core.sound.Waveform#bytes}. */
    public Optional<byte[]> waveform(Sha256 sha256) {
        return jdbc.sql("SELECT waveform FROM file WHERE sha256 = ? AND waveform IS NOT NULL")
                .param(sha256.hex())
                .query(byte[].class)
                .optional();
    }

    /** The file with this checksum. */
    public Optional<StoredFile> find(Sha256 sha256) {
        return Optional.ofNullable(find(java.util.List.of(sha256)).get(sha256));
    }

    /** Exact lengths of the masters of a release by track; of those that have been measured. */
    public Map<Long, PlayingTime> lengths(Release release) {
        Map<Sha256, StoredFile> masters = find(release.files());
        Map<Long, PlayingTime> lengths = new HashMap<>();
        for (Track track : release.tracks())
            track.master()
                    .map(masters::get)
                    .flatMap(StoredFile::audio)
                    .map(AudioFacts::milliseconds)
                    .ifPresent(length -> lengths.put(track.id(), new PlayingTime(length)));
        return lengths;
    }

    private record CachedFiles(int revision, StoredFile entry) {}

    /** The files with these checksums. What was measured of a file is read once and kept until it is measured again. */
    public Map<Sha256, StoredFile> find(Collection<Sha256> wanted) {
        Map<Sha256, StoredFile> found = new HashMap<>();
        if (wanted.isEmpty()) return found;
        List<String> unread = new ArrayList<>();
        jdbc.sql("SELECT sha256, revision FROM file WHERE sha256 = ANY (:wanted)")
                .param("wanted", wanted.stream().map(Sha256::hex).toArray(String[]::new))
                .query(row -> {
                    CachedFiles entry = kept.getIfPresent(row.getString("sha256"));
                    if (entry != null && entry.revision == row.getInt("revision"))
                        found.put(entry.entry.sha256(), entry.entry);
                    else unread.add(row.getString("sha256"));
                });
        if (!unread.isEmpty())
            jdbc.sql("""
                            SELECT sha256, bytes, kind, measured, compared, audio, picture, problem, damage, revision
                            FROM file
                            WHERE sha256 = ANY (:wanted)""")
                    .param("wanted", unread.toArray(String[]::new))
                    .query((row, n) -> {
                        StoredFile entry = entry(row);
                        kept.put(row.getString("sha256"), new CachedFiles(row.getInt("revision"), entry));
                        return found.put(entry.sha256(), entry);
                    })
                    .list();
        return found;
    }

    private StoredFile entry(ResultSet row) throws SQLException {
        Optional<String> problem = Optional.ofNullable(row.getString("problem"));
        String audio = row.getString("audio");
        String picture = row.getString("picture");
        Optional<String> damage = Optional.ofNullable(row.getString("damage")).map("it %s"::formatted);
        return new StoredFile(
                new Sha256(row.getString("sha256")),
                row.getLong("bytes"),
                FileKind.of(row.getString("kind")),
                row.getBoolean("measured"),
                row.getBoolean("compared"),
                Optional.ofNullable(audio)
                        .map(text -> json.readValue(text, AudioFacts.class))
                        .map(facts -> damage.map(what -> facts.with(new Fault(what, 0)))
                                .orElse(facts)),
                Optional.ofNullable(picture)
                        .map(text -> json.readValue(text, PictureFacts.class))
                        .map(facts -> damage.map(facts::with).orElse(facts)),
                damage.or(() -> problem));
    }
}
