package app.entrada.server.sound;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Settings;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Knows sound again. Prints are kept in the database; each node has an index of its own beside its files, which is made from
 * them and follows them, and may be deleted at any time.
 */
@Component
public class Prints {
    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Settings settings;
    private @Nullable PrintIndex index;

    /** Every transaction before this one was over when prints were last followed; empty before the first time. */
    private String followed = "";

    Prints(JdbcClient jdbc, JsonMapper json, Settings settings) {
        this.jdbc = jdbc;
        this.json = json;
        this.settings = settings;
    }

    /**
     * What a file sounds like.
     *
     * @param file the other file
     * @param match as seen from the file asked about
     */
    public record Alike(Sha256 file, Match match) {}

    private PrintIndex followed() throws IOException {
        if (index == null) index = PrintIndex.open(settings.var().resolve("prints"));
        // numbers are given before transactions end, so one that ends late would be behind a number that was passed
        // already;
        // what a transaction wrote that was still open last time is always looked at again
        String open = jdbc.sql("SELECT pg_snapshot_xmin(pg_current_snapshot())::text")
                .query(String.class)
                .single();
        List<String> next =
                jdbc.sql("""
                        SELECT sha256 FROM file
                        WHERE print IS NOT NULL AND (:followed = '' OR print_transaction >= CAST(nullif(:followed, '') AS xid8))
                        ORDER BY print_order""").param("followed", followed).query(String.class).list();
        for (String sha256 : next) if (!index.contains(sha256)) index.add(sha256, print(sha256));
        followed = open;
        return index;
    }

    private Print print(String sha256) {
        return Print.of(jdbc.sql("SELECT print FROM file WHERE sha256 = ?")
                .param(sha256)
                .query(byte[].class)
                .single());
    }

    /** The fingerprint of a file, when it has been made. */
    public Optional<Print> find(Sha256 file) {
        return jdbc.sql("SELECT print FROM file WHERE sha256 = ? AND print IS NOT NULL")
                .param(file.hex())
                .query(byte[].class)
                .optional()
                .map(Print::of);
    }

    /** Looks a file up among all others and keeps what was found. */
    synchronized void compare(Sha256 file, Print print) throws IOException {
        List<Match> matches = new Identifier(followed()).identify(print, file.hex());
        for (Match match : matches)
            jdbc.sql("""
                            INSERT INTO likeness (sha256, known, verdict, confidence, match)
                            SELECT ?, sha256, ?, ?, ?::jsonb FROM file WHERE sha256 = ? ON CONFLICT (sha256, known) DO UPDATE SET
                            verdict = excluded.verdict, confidence = excluded.confidence, match = excluded.match""")
                    .params(
                            file.hex(),
                            match.verdict().label(),
                            match.confidence(),
                            json.writeValueAsString(match),
                            match.id())
                    .update();
    }

    /** What files sound like, found when the later of each pair was analysed; best first. */
    public Map<Sha256, List<Alike>> alike(Collection<Sha256> files) {
        Map<Sha256, List<Alike>> alike = new HashMap<>();
        if (files.isEmpty()) return alike;
        List<String> wanted = files.stream().map(Sha256::hex).toList();
        jdbc.sql("""
                        SELECT sha256, known, match, confidence FROM likeness
                        WHERE sha256 IN (:files) OR known IN (:files) ORDER BY verdict = 'other-version', confidence DESC""")
                .param("files", wanted)
                .query((row, n) -> {
                    Match match = json.readValue(row.getString("match"), Match.class);
                    String one = row.getString("sha256");
                    String other = row.getString("known");
                    if (wanted.contains(one)) add(alike, one, other, match);
                    if (wanted.contains(other)) add(alike, other, one, match.fromTheOtherSide(one));
                    return match;
                })
                .list();
        return alike;
    }

    private static void add(Map<Sha256, List<Alike>> alike, String file, String other, Match match) {
        alike.computeIfAbsent(new Sha256(file), key -> new ArrayList<>()).add(new Alike(new Sha256(other), match));
    }

    @PreDestroy
    synchronized void close() throws IOException {
        if (index != null) index.close();
        index = null;
        followed = "";
    }
}
