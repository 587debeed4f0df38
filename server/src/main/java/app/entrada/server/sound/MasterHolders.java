package app.entrada.server.sound;

import app.entrada.core.fingerprint.Match;
import app.entrada.core.text.Sha256;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Which recordings of the catalogue have a file as their master. */
@Component
public class MasterHolders {
    private final JdbcClient jdbc;
    private final JsonMapper json;

    MasterHolders(JdbcClient jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    /**
     * A recording in the catalogue.
     *
     * @param says as people name it: “title” on release (ISRC)
     * @param isrc compact, empty when it has none
     * @param releaseId of the first release it is on
     */
    public record Holder(long recording, String says, String isrc, long releaseId) {}

    /**
     * What files sound like, and the recordings on some release that have any of them as their master, in one statement.
     * What a file sounds like was found when the later of each pair was analysed; best first.
     */
    public KnownSound known(Collection<Sha256> files) {
        KnownSound known = new KnownSound(new LinkedHashSet<>(files), new HashMap<>(), new HashMap<>());
        if (files.isEmpty()) return known;
        Set<String> wanted = files.stream().map(Sha256::hex).collect(Collectors.toSet());
        jdbc.sql("""
                        WITH pair AS (SELECT sha256, known, match, confidence, verdict FROM likeness
                                WHERE sha256 = ANY (:files) OR known = ANY (:files)),
                            every AS (SELECT unnest(CAST(:files AS text[])) AS file
                                UNION SELECT sha256 FROM pair UNION SELECT known FROM pair)
                        (SELECT 'pair' AS kind, sha256 AS file, known AS other, match, NULL::bigint AS recording,
                            NULL AS isrc, NULL::bigint AS release, NULL AS called,
                            row_number() OVER (ORDER BY verdict = 'other-version', confidence DESC) AS rank
                         FROM pair)
                        UNION ALL
                        (SELECT DISTINCT ON (o.id) 'holder', o.master, NULL, NULL, o.id, coalesce(o.isrc, ''), r.id,
                            '“' || coalesce(t.title, '?') || coalesce(' (' || t.version || ')', '') || '” on '
                                || coalesce(r.title, 'an untitled release'), o.id
                         FROM recording o JOIN track t ON t.recording_id = o.id JOIN release r ON r.id = t.release_id
                         WHERE o.master IN (SELECT file FROM every) ORDER BY o.id, r.id)
                        ORDER BY kind, rank""").param("files", wanted.toArray(String[]::new)).query(row -> {
            String file = row.getString("file");
            if (row.getString("kind").equals("holder")) {
                known.holder(new Sha256(file), holder(row));
                return;
            }
            Match match = json.readValue(row.getString("match"), Match.class);
            String other = row.getString("other");
            if (wanted.contains(file)) known.alike(new Sha256(file), new Sha256(other), match);
            if (wanted.contains(other)) known.alike(new Sha256(other), new Sha256(file), match.fromTheOtherSide(file));
        });
        return known;
    }

    private static Holder holder(ResultSet row) throws SQLException {
        String isrc = row.getString("isrc");
        return new Holder(
                row.getLong("recording"),
                row.getString("called") + (isrc.isEmpty() ? "" : " (" + isrc + ")"),
                isrc,
                row.getLong("release"));
    }
}
