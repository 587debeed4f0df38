package app.entrada.server.context;

import app.entrada.core.check.rules.NamedPerson;
import app.entrada.core.field.Fields;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileIndex;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the rest of the catalogue says about releases, as far as rules ask for it. */
@Component
class CatalogueContextLoader {
    private final JdbcClient jdbc;
    private final KnownNames names;

    CatalogueContextLoader(JdbcClient jdbc, KnownNames names) {
        this.jdbc = jdbc;
        this.names = names;
    }

    /** A recording that shares its code or its master with one asked about. */
    private record OtherRecording(long id, String isrc, String master, String called) {
        String withIsrc() {
            return isrc == null ? called : called + " (" + isrc + ")";
        }
    }

    /**
     * What else bears the codes, masters and recordings of some releases.
     *
     * @param recordings by id of a recording asked about: others that share its code or master
     * @param barcodes by id of a release asked about: titles of other releases
     * @param numbers likewise, by catalogue number
     * @param years by id of a recording asked about: where and when it came out, by id of the release
     */
    record Holders(
            Map<Long, List<OtherRecording>> recordings,
            Map<Long, List<String>> barcodes,
            Map<Long, List<String>> numbers,
            Map<Long, Map<Long, Integer>> years) {
        /** Masters of the other recordings. */
        Set<Sha256> masters() {
            return recordings.values().stream()
                    .flatMap(List::stream)
                    .filter(other -> other.master != null)
                    .map(other -> new Sha256(other.master))
                    .collect(Collectors.toSet());
        }
    }

    /** What else bears their codes, masters and recordings, of all of them in one statement. */
    Holders holders(List<Release> releases) {
        Holders holders = new Holders(new HashMap<>(), new HashMap<>(), new HashMap<>(), new HashMap<>());
        jdbc.sql("""
                        SELECT 'recording' AS kind, m.id AS here, o.id AS other, o.isrc, o.master,
                            (SELECT '“' || coalesce(t.title, '?') || '” on ' || coalesce(r.title, '?') FROM track t
                             JOIN release r ON r.id = t.release_id WHERE t.recording_id = o.id ORDER BY r.id LIMIT 1) AS called,
                            NULL::int AS year
                        FROM recording m, LATERAL (
                            SELECT id, isrc, master FROM recording WHERE isrc = m.isrc AND id <> m.id
                            UNION SELECT id, isrc, master FROM recording WHERE master = m.master AND id <> m.id) o
                        WHERE m.id = ANY (:recordings) AND EXISTS (SELECT 1 FROM track t WHERE t.recording_id = o.id)
                        UNION ALL
                        SELECT 'barcode', h.id, r.id, NULL, NULL, coalesce(r.title, 'an untitled release'), NULL
                        FROM release h JOIN release r ON r.barcode = h.barcode AND r.id <> h.id AND r.deleted_at IS NULL
                        WHERE h.id = ANY (:releases)
                        UNION ALL
                        SELECT 'number', h.id, r.id, NULL, NULL, coalesce(r.title, 'an untitled release'), NULL
                        FROM release h JOIN release r ON r.catalogue_number = h.catalogue_number AND r.id <> h.id
                            AND r.deleted_at IS NULL
                        WHERE h.id = ANY (:releases)
                        UNION ALL
                        SELECT 'year', t.recording_id, r.id, NULL, NULL, NULL,
                            substr(coalesce(r.original_date, r.release_date), 1, 4)::int
                        FROM track t JOIN release r ON r.id = t.release_id
                        WHERE t.recording_id = ANY (:recordings) AND r.deleted_at IS NULL
                            AND coalesce(r.original_date, r.release_date) IS NOT NULL
                        ORDER BY kind, other""")
                .param(
                        "recordings",
                        releases.stream()
                                .flatMap(release -> release.tracks().stream())
                                .map(track -> track.recording().id())
                                .distinct()
                                .toArray(Long[]::new))
                .param("releases", releases.stream().map(Release::id).toArray(Long[]::new))
                .query(row -> {
                    long here = row.getLong("here");
                    switch (row.getString("kind")) {
                        case "recording" -> list(holders.recordings, here).add(other(row));
                        case "barcode" -> list(holders.barcodes, here).add(row.getString("called"));
                        case "number" -> list(holders.numbers, here).add(row.getString("called"));
                        default ->
                            holders.years
                                    .computeIfAbsent(here, id -> new HashMap<>())
                                    .put(row.getLong("other"), row.getInt("year"));
                    }
                });
        return holders;
    }

    private static <T> List<T> list(Map<Long, List<T>> lists, long id) {
        return lists.computeIfAbsent(id, key -> new ArrayList<>());
    }

    private static OtherRecording other(ResultSet row) throws SQLException {
        return new OtherRecording(
                row.getLong("other"), row.getString("isrc"), row.getString("master"), row.getString("called"));
    }

    private record OtherWork(long id, String title, List<String> writers, String called) {}

    /** The rest of the catalogue around some releases, ready to be told of each of them. */
    record Elsewhere(
            Holders holders,
            Map<Sha256, FileIndex.StoredFile> files,
            KnownNames.Book book,
            List<OtherWork> works,
            Set<String> explicitTitles) {
        /** What the rest of the catalogue says about one of them. */
        CatalogueContext of(Release release, Map<Sha256, List<CatalogueContext.Alike>> alike) {
            Map<String, List<String>> isrcs = new HashMap<>();
            Map<Sha256, List<String>> masters = new HashMap<>();
            Map<String, Long> times = new HashMap<>();
            Set<Long> own = new HashSet<>(release.recordings());
            Set<Long> told = new HashSet<>();
            // Tracks of this release are compared by the rules themselves; here only other releases count.
            for (long recording : new TreeSet<>(own))
                for (OtherRecording other : holders.recordings.getOrDefault(recording, List.of())) {
                    if (own.contains(other.id) || !told.add(other.id)) continue;
                    if (other.isrc != null)
                        isrcs.computeIfAbsent(other.isrc, code -> new ArrayList<>())
                                .add(other.called);
                    if (other.master == null) continue;
                    Sha256 master = new Sha256(other.master);
                    masters.computeIfAbsent(master, file -> new ArrayList<>()).add(other.withIsrc());
                    if (other.isrc != null)
                        Optional.ofNullable(files.get(master))
                                .flatMap(FileIndex.StoredFile::audio)
                                .map(AudioFacts::milliseconds)
                                .ifPresent(time -> times.put(other.isrc, time));
                }
            Map<String, String> spellings = new HashMap<>();
            NamedPerson.of(release)
                    .forEach(named ->
                            book.usualSpelling(named.name()).ifPresent(other -> spellings.put(named.name(), other)));
            return new CatalogueContext(
                    isrcs,
                    holding(holders.barcodes, release, release.facts().text(Fields.RELEASE_BARCODE)),
                    book.names(),
                    masters,
                    alike,
                    holding(holders.numbers, release, release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER)),
                    spellings,
                    times,
                    worksLike(release),
                    explicitLike(release),
                    firstYears(release));
        }

        private static Map<String, List<String>> holding(
                Map<Long, List<String>> holders, Release release, @Nullable String value) {
            List<String> titles = holders.get(release.id());
            return value == null || titles == null ? Map.of() : Map.of(value, titles);
        }

        private Map<String, List<String>> worksLike(Release release) {
            Set<String> titles = titlesOfWorks(release);
            if (titles.isEmpty()) return Map.of();
            Set<Long> own = new HashSet<>(release.works());
            Map<String, List<String>> like = new HashMap<>();
            for (OtherWork other : works)
                if (!own.contains(other.id)
                        && !other.writers.isEmpty()
                        && titles.contains(other.title.toLowerCase(Locale.ROOT)))
                    like.computeIfAbsent(CatalogueContext.workKey(other.title, other.writers), key -> new ArrayList<>())
                            .add(other.called);
            return like;
        }

        private Set<String> explicitLike(Release release) {
            Set<String> clean = cleanTitles(release);
            return explicitTitles.stream()
                    .filter(title -> clean.contains(title.toLowerCase(Locale.ROOT)))
                    .map(NameFolding::fold)
                    .collect(Collectors.toSet());
        }

        private Map<Long, Integer> firstYears(Release release) {
            Map<Long, Integer> first = new HashMap<>();
            for (long recording : release.recordings())
                holders.years.getOrDefault(recording, Map.of()).forEach((on, year) -> {
                    if (on != release.id()) first.merge(recording, year, Math::min);
                });
            return first;
        }
    }

    /** The rest of the catalogue around some releases. */
    Elsewhere elsewhere(List<Release> releases, Holders holders, Map<Sha256, FileIndex.StoredFile> files) {
        return new Elsewhere(holders, files, names.now(), works(releases), explicit(releases));
    }

    /** Lower-case titles of the works here that have writers: those are compared with works elsewhere. */
    private static Set<String> titlesOfWorks(Release release) {
        Set<String> titles = new LinkedHashSet<>();
        for (Track track : release.tracks())
            if (!track.recording().work().writers().isEmpty())
                track.workTitle().ifPresent(title -> titles.add(title.toLowerCase(Locale.ROOT)));
        return titles;
    }

    /** Works whose title is that of a work here; writers are compared when titles agree. */
    private List<OtherWork> works(List<Release> releases) {
        Set<String> titles = new LinkedHashSet<>();
        for (Release release : releases) titles.addAll(titlesOfWorks(release));
        if (titles.isEmpty()) return List.of();
        return jdbc.sql("""
                        SELECT DISTINCT ON (w.id) w.id, coalesce(w.work_title, t.title) AS title,
                            '“' || coalesce(t.title, '?') || '” on ' || coalesce(r.title, '?') AS called,
                            ARRAY(SELECT p.name FROM credit n JOIN party p ON p.id = n.party_id WHERE n.entity = 'work'
                                AND n.target_id = w.id AND n.fact = 'writers' ORDER BY n.position) AS writers
                        FROM work w JOIN recording c ON c.work_id = w.id JOIN track t ON t.recording_id = c.id
                        JOIN release r ON r.id = t.release_id
                        WHERE w.id IN (SELECT id FROM work WHERE lower(work_title) = ANY (:titles)
                                UNION SELECT o.work_id FROM recording o JOIN track n ON n.recording_id = o.id
                                    WHERE lower(n.title) = ANY (:titles))
                            AND lower(coalesce(w.work_title, t.title)) = ANY (:titles)
                        ORDER BY w.id, r.id""")
                .param("titles", titles.toArray(String[]::new))
                .query((row, n) -> new OtherWork(
                        row.getLong("id"),
                        row.getString("title"),
                        List.of((String[]) row.getArray("writers").getArray()),
                        row.getString("called")))
                .list();
    }

    /** Lower-case titles of clean tracks here: an explicit one elsewhere may bear the same. */
    private static Set<String> cleanTitles(Release release) {
        return release.tracks().stream()
                .filter(track -> track.facts()
                        .get(Fields.TRACK_EXPLICIT)
                        .filter("clean"::equals)
                        .isPresent())
                .flatMap(track -> track.facts().get(Fields.TRACK_TITLE).stream())
                .map(title -> title.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
    }

    private Set<String> explicit(List<Release> releases) {
        Set<String> clean = new HashSet<>();
        for (Release release : releases) clean.addAll(cleanTitles(release));
        if (clean.isEmpty()) return Set.of();
        return new HashSet<>(jdbc.sql("SELECT title FROM track WHERE explicit = 'explicit' AND lower(title) = ANY (?)")
                .param(clean.toArray(String[]::new))
                .query(String.class)
                .list());
    }
}
