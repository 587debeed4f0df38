package app.entrada.server.checks;

import app.entrada.core.check.rules.NamedPerson;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Writer;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.Attachment;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileBook;
import app.entrada.server.people.PeopleBook;
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
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the rest of the catalogue says about a release, and what else is kept with it, as far as rules ask for it. */
@Component
class Surroundings {
    private final JdbcClient jdbc;
    private final PeopleBook people;
    private final KnownNames names;
    private final Permissions permissions;

    Surroundings(JdbcClient jdbc, PeopleBook people, KnownNames names, Permissions permissions) {
        this.jdbc = jdbc;
        this.people = people;
        this.names = names;
        this.permissions = permissions;
    }

    private static String quoted(ResultSet row) throws SQLException {
        String isrc = row.getString("isrc");
        return row.getString("says") + (isrc == null ? "" : " (" + isrc + ")");
    }

    /** What else there is in the catalogue. */
    CatalogueContext of(Release release, FileBook files, Map<Sha256, List<CatalogueContext.Alike>> alike) {
        Map<String, List<String>> isrcs = new HashMap<>();
        Map<Sha256, List<String>> masters = new HashMap<>();
        Map<String, Sha256> masterOf = new HashMap<>();
        // Tracks of this release are compared by the rules themselves; here only other releases count.
        jdbc.sql("""
                        SELECT DISTINCT o.isrc, o.master, o.id,
                            (SELECT '“' || coalesce(t.title, '?') || '” on ' || coalesce(r.title, '?') FROM track t
                             JOIN release r ON r.id = t.release_id WHERE t.recording_id = o.id ORDER BY r.id LIMIT 1) AS says
                        FROM recording o JOIN recording m ON m.id = ANY (:recordings)
                            AND (o.isrc = m.isrc OR o.master = m.master)
                        WHERE o.id <> ALL (:recordings) AND EXISTS (SELECT 1 FROM track t WHERE t.recording_id = o.id)""")
                .param(
                        "recordings",
                        release.tracks().stream()
                                .map(track -> track.recording().id())
                                .toArray(Long[]::new))
                .query(row -> {
                    String isrc = row.getString("isrc");
                    String master = row.getString("master");
                    if (isrc != null)
                        isrcs.computeIfAbsent(isrc, code -> new ArrayList<>()).add(row.getString("says"));
                    if (master != null)
                        masters.computeIfAbsent(new Sha256(master), file -> new ArrayList<>())
                                .add(quoted(row));
                    if (isrc != null && master != null) masterOf.put(isrc, new Sha256(master));
                });
        Map<String, Long> times = new HashMap<>();
        Map<Sha256, FileBook.Entry> known = files.find(masterOf.values());
        masterOf.forEach((isrc, file) -> Optional.ofNullable(known.get(file))
                .flatMap(FileBook.Entry::audio)
                .map(AudioFacts::milliseconds)
                .ifPresent(time -> times.put(isrc, time)));
        KnownNames.Book book = names.now();
        Map<String, String> spellings = new HashMap<>();
        NamedPerson.of(release)
                .forEach(named ->
                        book.usualSpelling(named.name()).ifPresent(other -> spellings.put(named.name(), other)));
        return new CatalogueContext(
                isrcs,
                holders(release, "barcode", release.facts().text(Fields.RELEASE_BARCODE)),
                book.names(),
                masters,
                alike,
                holders(release, "catalogue_number", release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER)),
                spellings,
                times,
                works(release),
                explicit(release),
                firstYears(release));
    }

    /** Other releases with the same value in a column that names one release only. */
    private Map<String, List<String>> holders(Release release, String column, String value) {
        if (value == null) return Map.of();
        List<String> titles = jdbc.sql(
                        "SELECT coalesce(title, 'an untitled release') FROM release WHERE %s = ? AND id <> ? AND deleted_at IS NULL"
                                .formatted(column))
                .params(value, release.id())
                .query(String.class)
                .list();
        return titles.isEmpty() ? Map.of() : Map.of(value, titles);
    }

    private record OtherWork(long id, String title, String says) {}

    /** Works elsewhere whose title is that of a work here; writers are compared when titles agree. */
    private Map<String, List<String>> works(Release release) {
        Set<String> titles = new LinkedHashSet<>();
        Set<Long> own = new HashSet<>();
        for (Track track : release.tracks()) {
            own.add(track.recording().work().id());
            if (!track.recording().work().writers().isEmpty())
                track.recording()
                        .work()
                        .facts()
                        .get(Fields.WORK_TITLE)
                        .or(() -> track.facts().get(Fields.TRACK_TITLE))
                        .ifPresent(title -> titles.add(title.toLowerCase(Locale.ROOT)));
        }
        if (titles.isEmpty()) return Map.of();
        List<OtherWork> others = jdbc.sql("""
                        SELECT DISTINCT ON (w.id) w.id, coalesce(w.work_title, t.title) AS title,
                            '“' || coalesce(t.title, '?') || '” on ' || coalesce(r.title, '?') AS says
                        FROM work w JOIN recording c ON c.work_id = w.id JOIN track t ON t.recording_id = c.id
                        JOIN release r ON r.id = t.release_id
                        WHERE w.id IN (SELECT id FROM work WHERE lower(work_title) = ANY (:titles)
                                UNION SELECT o.work_id FROM recording o JOIN track n ON n.recording_id = o.id
                                    WHERE lower(n.title) = ANY (:titles))
                            AND lower(coalesce(w.work_title, t.title)) = ANY (:titles) AND w.id <> ALL (:own)
                        ORDER BY w.id, r.id""")
                .param("titles", titles.toArray(String[]::new))
                .param("own", own.toArray(Long[]::new))
                .query((row, n) -> new OtherWork(row.getLong("id"), row.getString("title"), row.getString("says")))
                .list();
        if (others.isEmpty()) return Map.of();
        var written = people.names(
                Map.of(Entity.WORK, others.stream().map(OtherWork::id).toList()));
        Map<String, List<String>> alike = new HashMap<>();
        for (OtherWork other : others) {
            var named = written.get(new app.entrada.core.release.Ref(Entity.WORK, other.id));
            if (named == null) continue;
            List<String> writers =
                    named.with(app.entrada.core.release.Facts.NONE).get(Fields.WORK_WRITERS).orElse(List.of()).stream()
                            .map(Writer::name)
                            .toList();
            if (!writers.isEmpty())
                alike.computeIfAbsent(CatalogueContext.workKey(other.title, writers), key -> new ArrayList<>())
                        .add(other.says);
        }
        return alike;
    }

    /** Folded titles of explicit tracks elsewhere, as far as a clean track here bears one. */
    private Set<String> explicit(Release release) {
        String[] clean = release.tracks().stream()
                .filter(track -> track.facts()
                        .get(Fields.TRACK_EXPLICIT)
                        .filter("clean"::equals)
                        .isPresent())
                .flatMap(track -> track.facts().get(Fields.TRACK_TITLE).stream())
                .map(title -> title.toLowerCase(Locale.ROOT))
                .toArray(String[]::new);
        Set<String> folded = new HashSet<>();
        if (clean.length > 0)
            jdbc.sql("SELECT title FROM track WHERE explicit = 'explicit' AND lower(title) = ANY (:titles)")
                    .param("titles", clean)
                    .query(row -> {
                        folded.add(NameFolding.fold(row.getString("title")));
                    });
        return folded;
    }

    /** In which year the recordings here first came out on another release. */
    private Map<Long, Integer> firstYears(Release release) {
        Map<Long, Integer> years = new HashMap<>();
        jdbc.sql("""
                        SELECT t.recording_id, min(substr(coalesce(r.original_date, r.release_date), 1, 4))::int AS year
                        FROM track t JOIN release r ON r.id = t.release_id
                        WHERE t.recording_id = ANY (:recordings) AND r.id <> :release AND r.deleted_at IS NULL
                          AND coalesce(r.original_date, r.release_date) IS NOT NULL GROUP BY t.recording_id""")
                .param(
                        "recordings",
                        release.tracks().stream()
                                .map(track -> track.recording().id())
                                .toArray(Long[]::new))
                .param("release", release.id())
                .query(row -> {
                    years.put(row.getLong("recording_id"), row.getInt("year"));
                });
        return years;
    }

    /** Papers that came in for the release. */
    List<Attachment> papers(Release release) {
        Map<Long, Integer> numbers = new HashMap<>();
        for (Track track : release.tracks()) numbers.put(track.id(), track.number());
        List<Attachment> papers = new ArrayList<>(jdbc.sql(
                        "SELECT name, belongs, track_id FROM received WHERE release_id = ? AND belongs IS NOT NULL ORDER BY id")
                .param(release.id())
                .query((row, n) -> new Attachment(
                        row.getString("name"),
                        AttachmentKind.named(row.getString("belongs")),
                        numbers.getOrDefault(row.getLong("track_id"), 0)))
                .list());
        papers.addAll(permissions.papers(release));
        return papers;
    }
}
