package app.entrada.server.files;

import app.entrada.core.artwork.PictureFacts;
import app.entrada.core.artwork.PictureMeasuring;
import app.entrada.core.audio.AudioFacts;
import app.entrada.core.container.FlacFile;
import app.entrada.core.container.RiffFile;
import app.entrada.core.field.Sha256;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

/** What is known of the files in the store. */
@Repository
public class FileBook {
    private final JdbcClient jdbc;
    private final JsonMapper json;

    FileBook(JdbcClient jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    /**
     * One file.
     *
     * @param kind {@code audio}, {@code picture} or {@code other}, by content
     * @param problem why it is no use as what it is, in a sentence
     */
    public record Entry(
            Sha256 sha256,
            long bytes,
            String kind,
            boolean measured,
            Optional<AudioFacts> audio,
            Optional<PictureFacts> picture,
            Optional<String> problem) {}

    /** What a file is, by its first bytes; its name and declared type are not asked. */
    public static String kind(byte[] head) {
        if (RiffFile.begins(head) || FlacFile.begins(head)) return "audio";
        return PictureMeasuring.begins(head) ? "picture" : "other";
    }

    /** Enters a received file; true when it was not known before. */
    public boolean enter(FileStore.Stored stored) {
        String kind = kind(stored.head());
        return jdbc.sql("""
                        INSERT INTO file (sha256, bytes, kind, measured) VALUES (?, ?, ?, ?)
                        ON CONFLICT (sha256) DO NOTHING""")
                        .params(stored.sha256().hex(), stored.bytes(), kind, kind.equals("other"))
                        .update()
                == 1;
    }

    /** Notes what was measured. */
    public void measured(Sha256 sha256, AudioFacts audio, PictureFacts picture, String problem) {
        jdbc.sql("""
                        UPDATE file SET measured = true, audio = ?::jsonb, picture = ?::jsonb, problem = ?
                        WHERE sha256 = ?""")
                .params(java.util.Arrays.asList(
                        audio == null ? null : json.writeValueAsString(audio),
                        picture == null ? null : json.writeValueAsString(picture),
                        problem,
                        sha256.hex()))
                .update();
    }

    /** The file with this checksum. */
    public Optional<Entry> find(Sha256 sha256) {
        return Optional.ofNullable(find(java.util.List.of(sha256)).get(sha256));
    }

    /** The files with these checksums, in one query. */
    public Map<Sha256, Entry> find(Collection<Sha256> wanted) {
        Map<Sha256, Entry> found = new HashMap<>();
        if (wanted.isEmpty()) return found;
        jdbc.sql("SELECT * FROM file WHERE sha256 IN (:wanted)")
                .param("wanted", wanted.stream().map(Sha256::hex).toList())
                .query(this::entry)
                .list()
                .forEach(entry -> found.put(entry.sha256(), entry));
        return found;
    }

    private Entry entry(ResultSet row, int number) throws SQLException {
        String audio = row.getString("audio");
        String picture = row.getString("picture");
        return new Entry(
                new Sha256(row.getString("sha256")),
                row.getLong("bytes"),
                row.getString("kind"),
                row.getBoolean("measured"),
                Optional.ofNullable(audio).map(text -> json.readValue(text, AudioFacts.class)),
                Optional.ofNullable(picture).map(text -> json.readValue(text, PictureFacts.class)),
                Optional.ofNullable(row.getString("problem")));
    }
}
