package app.entrada.server.gather;

import app.entrada.core.text.Sha256;
import app.entrada.server.analysis.Prints;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which recordings of the catalogue have a file as their master. */
@Component
public class Recordings {
    private final JdbcClient jdbc;
    private final Prints prints;

    Recordings(JdbcClient jdbc, Prints prints) {
        this.jdbc = jdbc;
        this.prints = prints;
    }

    /**
     * A recording in the catalogue.
     *
     * @param says as people name it: “title” on release (ISRC)
     * @param isrc compact, empty when it has none
     * @param releaseId of the first release it is on
     */
    public record Holder(long recording, String says, String isrc, long releaseId) {}

    /** What files sound like, and the recordings that have any of them as their master. */
    public KnownSound known(Collection<Sha256> files) {
        Map<Sha256, List<Prints.Alike>> alike = prints.alike(files);
        Set<Sha256> all = new LinkedHashSet<>(files);
        alike.values().forEach(list -> list.forEach(other -> all.add(other.file())));
        return new KnownSound(all, alike, holding(all));
    }

    /** Recordings on some release whose master is one of these files. */
    private Map<Sha256, List<Holder>> holding(Collection<Sha256> files) {
        Map<Sha256, List<Holder>> holders = new HashMap<>();
        if (files.isEmpty()) return holders;
        jdbc.sql("""
                        SELECT DISTINCT ON (o.id) o.id, o.master, coalesce(o.isrc, '') AS isrc, r.id AS release_id,
                            '“' || coalesce(t.title, '?') || coalesce(' (' || t.version || ')', '') || '” on '
                                || coalesce(r.title, 'an untitled release') AS says
                        FROM recording o JOIN track t ON t.recording_id = o.id JOIN release r ON r.id = t.release_id
                        WHERE o.master IN (:files) ORDER BY o.id, r.id""")
                .param("files", files.stream().map(Sha256::hex).toList())
                .query((row, n) -> {
                    String isrc = row.getString("isrc");
                    return holders.computeIfAbsent(new Sha256(row.getString("master")), key -> new ArrayList<>())
                            .add(new Holder(
                                    row.getLong("id"),
                                    row.getString("says") + (isrc.isEmpty() ? "" : " (" + isrc + ")"),
                                    isrc,
                                    row.getLong("release_id")));
                })
                .list();
        return holders;
    }
}
