package app.entrada.server.sound;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Settings;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Knows sound again. Prints are kept in the database; each node has an index of its own beside its files, which is made from
 * them and follows them, and may be deleted at any time. While it has much to catch up with, or when it cannot be used, nobody
 * waits for it: sound that cannot be compared is compared later, by any node that can.
 */
@Component
public class Prints {
    private static final Logger LOG = LoggerFactory.getLogger(Prints.class);

    /** Prints that somebody who measures waits for. */
    private static final int AT_ONCE = 200;

    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Settings settings;
    private final ReentrantLock using = new ReentrantLock();
    private @Nullable PrintIndex index;

    /** Every transaction before this one was over when prints were last followed; empty before the first time. */
    private String followed = "";

    /** Files whose prints are to be added yet. */
    private final Deque<String> behind = new ArrayDeque<>();

    /** What is followed once those are added. */
    private String asOf = "";

    private volatile String unusable = "";

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

    /**
     * Adds what was heard since, whatever its transaction was.
     *
     * @param most prints that are added
     * @return the index when nothing is left to be added
     */
    private Optional<PrintIndex> followed(int most) throws IOException {
        PrintIndex open = index;
        if (open == null) index = open = PrintIndex.open(settings.var().resolve("prints"));
        boolean listed = false;
        for (int added = 0; added < most; ) {
            if (behind.isEmpty()) {
                if (listed) return Optional.of(open);
                list(open);
                listed = true;
                continue;
            }
            String next = behind.getFirst();
            Optional<Print> print = find(new Sha256(next));
            if (print.isPresent()) open.add(next, print.get());
            behind.removeFirst();
            if (behind.isEmpty()) followed = asOf;
            added++;
        }
        return Optional.empty();
    }

    private void list(PrintIndex open) {
        // numbers are given before transactions end, so one that ends late would be behind a number that was passed
        // already; what a transaction wrote that was still open last time is always looked at again
        asOf = jdbc.sql("SELECT pg_snapshot_xmin(pg_current_snapshot())::text")
                .query(String.class)
                .single();
        jdbc.sql("""
                        SELECT sha256 FROM file
                        WHERE print IS NOT NULL AND (:followed = '' OR print_transaction >= CAST(nullif(:followed, '') AS xid8))
                        ORDER BY print_order""").param("followed", followed).query(String.class).list().stream()
                .filter(sha256 -> !open.contains(sha256))
                .forEach(behind::add);
        if (behind.isEmpty()) followed = asOf;
    }

    /**
     * Adds some of what was heard since; for the background.
     *
     * @return whether all of it is in the index now
     */
    boolean catchUp() {
        using.lock();
        try {
            boolean all = followed(AT_ONCE).isPresent();
            unusable = "";
            return all;
        } catch (IOException broken) {
            return cannot(broken);
        } finally {
            using.unlock();
        }
    }

    /** Whether the index could be used last time. */
    boolean isUsable() {
        return unusable.isEmpty();
    }

    /** An index that cannot be used says nothing of a file. */
    private boolean cannot(IOException why) {
        String says = String.valueOf(why.getMessage());
        if (!says.equals(unusable)) LOG.warn("Sound cannot be compared here for now: {}", says);
        unusable = says;
        return false;
    }

    /** The fingerprint of a file, when it has been made. */
    public Optional<Print> find(Sha256 file) {
        return jdbc.sql("SELECT print FROM file WHERE sha256 = ? AND print IS NOT NULL")
                .param(file.hex())
                .query(byte[].class)
                .optional()
                .map(Print::of);
    }

    /**
     * Looks a file up among all others and keeps what was found.
     *
     * @return whether it was; not when others are to be added first or the index cannot be used
     */
    boolean compare(Sha256 file, Print print) {
        if (!using.tryLock()) return false;
        try {
            Optional<PrintIndex> all = followed(AT_ONCE);
            if (all.isEmpty()) return false;
            for (Match match : new Identifier(all.get()).identify(print, file.hex())) keep(file, match);
            return true;
        } catch (IOException broken) {
            return cannot(broken);
        } finally {
            using.unlock();
        }
    }

    private void keep(Sha256 file, Match match) {
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
    void close() throws IOException {
        using.lock();
        try {
            if (index != null) index.close();
            index = null;
            followed = "";
            behind.clear();
        } finally {
            using.unlock();
        }
    }
}
