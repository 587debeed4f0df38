package app.entrada.server.overview;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueRow;
import app.entrada.core.check.profile.Weight;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.overview.KeptRelease.MoveView;
import app.entrada.server.platform.LikePattern;
import app.entrada.server.views.ReleaseView;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Kept standings, and the marks of those that are to be looked at again. */
@Repository
class StandingRepository {
    /**
     * One computes at a time, of all nodes: a look that began earlier must not be stored over a later one. Whoever writes rules,
     * recipes or the label takes it as well, by trigger.
     */
    private static final long LOOKING_LOCK = 0x4c4f4f4b;

    private final JdbcClient jdbc;
    private final JsonMapper json;

    StandingRepository(JdbcClient jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    /** Waits until nobody else computes, and keeps others out until the transaction ends. */
    void lock() {
        jdbc.sql("SELECT pg_advisory_xact_lock(?)")
                .param(LOOKING_LOCK)
                .query((row, n) -> true)
                .list();
    }

    /** How many are to be looked at again, counted no further than a number. */
    int waiting(LocalDate today, int most) {
        return jdbc.sql("""
                        SELECT (SELECT count(*) FROM (SELECT DISTINCT release_id FROM standing_due LIMIT :most) marked)
                             + (SELECT count(*) FROM (SELECT FROM standing WHERE turns_on <= :today OR day > :today LIMIT :most) old)""")
                .param("most", most)
                .param("today", Date.valueOf(today))
                .query(Integer.class)
                .single();
    }

    /** Whether one is to be looked at again that was itself edited since, not only something that it looks at. */
    boolean edited() {
        return jdbc.sql("""
                        SELECT EXISTS (SELECT FROM standing_due m JOIN standing s ON s.release_id = m.release_id
                            JOIN release r ON r.id = m.release_id WHERE r.revision > s.revision)""").query(Boolean.class).single();
    }

    /**
     * A release that is to be looked at again.
     *
     * @param inUse whether it is among the releases; else it is deleted or archived, and nothing is kept of it
     * @param isSecond whether it was looked at since it was marked, and only others were writing then
     * @param after the transaction before which others are writing now, so that it is to be looked at once more; null for none
     */
    record Marked(
            List<Long> marks,
            boolean inUse,
            boolean isSecond,
            @Nullable String after) {}

    /** Some that are to be looked at again, edited ones and then those with the nearest dates first. */
    Map<Long, Marked> marked(LocalDate today, int most) {
        Map<Long, Marked> marked = new LinkedHashMap<>();
        jdbc.sql("""
                        WITH waiting AS (
                            SELECT w.release_id,
                                r.id IS NOT NULL AND r.deleted_at IS NULL AND r.archived_at IS NULL AS in_use,
                                (s.turns_on <= :today OR s.day > :today) IS TRUE AS turned FROM (
                                SELECT release_id FROM standing_due
                                UNION SELECT release_id FROM standing WHERE turns_on <= :today OR day > :today) w
                            LEFT JOIN standing s ON s.release_id = w.release_id
                            LEFT JOIN release r ON r.id = w.release_id
                            ORDER BY (r.revision > s.revision) IS NOT TRUE, s.ahead_on, w.release_id LIMIT :most),
                        writing AS (
                            SELECT pg_snapshot_xmin(pg_current_snapshot()) AS first, pg_snapshot_xmax(pg_current_snapshot()) AS next
                            WHERE EXISTS (SELECT FROM pg_snapshot_xip(pg_current_snapshot()) one
                                WHERE one IS DISTINCT FROM pg_current_xact_id_if_assigned()))
                        SELECT w.release_id, w.in_use, array_remove(array_agg(m.id), NULL) AS marks,
                            NOT w.turned AND bool_and(m.after IS NOT NULL) AS second,
                            CASE WHEN bool_or(m.id IS NOT NULL AND (m.after IS NULL OR m.after > o.first)) THEN o.next END AS after
                        FROM waiting w LEFT JOIN standing_mark m ON m.release_id = w.release_id LEFT JOIN writing o ON true
                        GROUP BY w.release_id, w.in_use, w.turned, o.next""").param("most", most).param("today", Date.valueOf(today)).query(row -> {
            marked.put(
                    row.getLong("release_id"),
                    new Marked(
                            List.of((Long[]) row.getArray("marks").getArray()),
                            row.getBoolean("in_use"),
                            row.getBoolean("second"),
                            row.getString("after")));
        });
        return marked;
    }

    /**
     * A release that was looked at.
     *
     * @param looked its number among all looks
     * @param was how many moves there were before; null when nothing was kept of it
     */
    record Look(long release, long looked, @Nullable Integer was) {}

    /**
     * Keeps what was computed for a day, and takes away the marks that were there before it was; where others were writing
     * meanwhile, it is marked for when they have ended.
     *
     * @return what was looked at; of those that are gone, that they are
     */
    List<Look> keep(List<KeptRelease> releases, LocalDate day, Map<Long, Marked> marked) {
        List<Look> looks = new ArrayList<>(put(releases, day));
        looks.addAll(takeAway(marked.keySet().stream()
                .filter(id -> !requireNonNull(marked.get(id)).inUse())
                .toList()));
        jdbc.sql("DELETE FROM standing_mark WHERE id = ANY (:marks)")
                .param(
                        "marks",
                        marked.values().stream()
                                .flatMap(each -> each.marks().stream())
                                .toArray(Long[]::new))
                .update();
        Map<Long, Marked> again = new LinkedHashMap<>(marked);
        again.values().removeIf(each -> each.after() == null);
        jdbc.sql("""
                        INSERT INTO standing_mark (release_id, after)
                        SELECT * FROM unnest(CAST(:ids AS bigint[]), CAST(CAST(:after AS text[]) AS xid8[]))""")
                .param("ids", again.keySet().toArray(Long[]::new))
                .param("after", again.values().stream().map(Marked::after).toArray(String[]::new))
                .update();
        return looks;
    }

    private List<Look> takeAway(List<Long> gone) {
        return jdbc.sql("""
                        WITH gone AS (DELETE FROM standing WHERE release_id = ANY (:gone) RETURNING release_id, things),
                        noted AS (INSERT INTO standing_gone (looked, release_id)
                            SELECT nextval('standing_looked'), release_id FROM gone RETURNING looked, release_id)
                        SELECT release_id, looked, things FROM noted JOIN gone USING (release_id)""")
                .param("gone", gone.toArray(Long[]::new))
                .query(StandingRepository::look)
                .list();
    }

    private static Look look(ResultSet row, int n) throws SQLException {
        return new Look(row.getLong("release_id"), row.getLong("looked"), (Integer) row.getObject("things"));
    }

    private List<Look> put(List<KeptRelease> releases, LocalDate day) {
        return jdbc.sql("""
                        WITH before AS (SELECT release_id, things FROM standing WHERE release_id = ANY (:ids)),
                        kept AS (INSERT INTO standing (release_id, day, head, moves, ahead, things, weight, late_on, ahead_on, search,
                            rows, revision, turns_on, looked)
                        SELECT id, :day, head, moves, ahead, things, weight, late_on, ahead_on, search,
                            rows, revision, turns_on, nextval('standing_looked')
                        FROM unnest(CAST(:ids AS bigint[]), CAST(:heads AS jsonb[]), CAST(:moves AS jsonb[]),
                            CAST(:aheads AS jsonb[]), CAST(:things AS integer[]), CAST(:weights AS integer[]),
                            CAST(:late AS date[]), CAST(:nearest AS date[]), CAST(:words AS text[]),
                            CAST(:rows AS jsonb[]), CAST(:revisions AS integer[]),
                            CAST(:turns AS date[]))
                            AS kept (id, head, moves, ahead, things, weight, late_on, ahead_on, search, rows, revision,
                                turns_on)
                        ON CONFLICT (release_id) DO UPDATE SET day = excluded.day, head = excluded.head,
                            moves = excluded.moves, ahead = excluded.ahead, things = excluded.things,
                            weight = excluded.weight, late_on = excluded.late_on, ahead_on = excluded.ahead_on,
                            search = excluded.search, rows = excluded.rows, revision = excluded.revision,
                            turns_on = excluded.turns_on,
                            looked = excluded.looked
                        RETURNING release_id, looked)
                        SELECT k.release_id, k.looked, b.things FROM kept k LEFT JOIN before b USING (release_id)""")
                .param("day", Date.valueOf(day))
                .param("ids", each(releases, kept -> kept.head().id(), Long[]::new))
                .param("heads", each(releases, kept -> json.writeValueAsString(kept.head()), String[]::new))
                .param("moves", each(releases, kept -> json.writeValueAsString(kept.moves()), String[]::new))
                .param("aheads", each(releases, kept -> json.writeValueAsString(kept.ahead()), String[]::new))
                .param("things", each(releases, kept -> kept.moves().size(), Integer[]::new))
                .param("weights", each(releases, StandingRepository::weight, Integer[]::new))
                .param("late", each(releases, StandingRepository::late, String[]::new))
                .param("nearest", each(releases, StandingRepository::nearest, String[]::new))
                .param("words", each(releases, kept -> words(kept.head()), String[]::new))
                .param("rows", each(releases, kept -> json.writeValueAsString(kept.rows()), String[]::new))
                .param("revisions", each(releases, KeptRelease::revision, Integer[]::new))
                .param("turns", each(releases, kept -> Objects.toString(kept.turnsOn(), null), String[]::new))
                .query(StandingRepository::look)
                .list();
    }

    private static <T extends @Nullable Object> T[] each(
            List<KeptRelease> releases, Function<KeptRelease, T> what, IntFunction<T[]> array) {
        return releases.stream().map(what).toArray(array);
    }

    static int weight(KeptRelease kept) {
        return kept.moves().stream()
                .map(MoveView::weight)
                .mapToInt(Weight::ordinal)
                .max()
                .orElse(0);
    }

    /** The first day on which it gets late, as ISO 8601 writes it. */
    static @Nullable String late(KeptRelease kept) {
        return kept.moves().stream()
                .map(MoveView::lateOn)
                .filter(Objects::nonNull)
                .min(String::compareTo)
                .orElse(null);
    }

    static @Nullable String nearest(KeptRelease kept) {
        return kept.ahead().stream().map(DateAhead::date).min(String::compareTo).orElse(null);
    }

    /** What a release is found by. */
    private static String words(ReleaseView.Head head) {
        String barcode = head.barcode() == null ? "" : head.barcode().replace(" ", "");
        return String.join(
                        " ",
                        head.title(),
                        head.artists(),
                        head.kind(),
                        Objects.toString(head.catalogueNumber(), ""),
                        barcode)
                .toLowerCase(Locale.ROOT);
    }

    /** Marks those that name somebody whose usual spelling is another one than it was. */
    void usualSpellings(Map<String, String> usual) {
        Map<String, String> before = new LinkedHashMap<>();
        jdbc.sql("SELECT name, usual FROM usual_spelling").query(row -> {
            before.put(row.getString("name"), row.getString("usual"));
        });
        if (before.equals(usual)) return;
        List<String> changed = Stream.concat(before.keySet().stream(), usual.keySet().stream())
                .distinct()
                .filter(name -> !Objects.equals(before.get(name), usual.get(name)))
                .toList();
        jdbc.sql("SELECT mark_people(ARRAY(SELECT id FROM party WHERE name = ANY (?)))")
                .param(changed.toArray(String[]::new))
                .query((row, n) -> true)
                .list();
        jdbc.sql("DELETE FROM usual_spelling WHERE name = ANY (?)")
                .param(changed.toArray(String[]::new))
                .update();
        jdbc.sql("""
                        INSERT INTO usual_spelling (name, usual)
                        SELECT * FROM unnest(CAST(? AS text[]), CAST(? AS text[]))""")
                .params(
                        changed.stream().filter(usual::containsKey).toArray(String[]::new),
                        changed.stream()
                                .filter(usual::containsKey)
                                .map(usual::get)
                                .toArray(String[]::new))
                .update();
    }

    private static final String FOUND = """
            FROM release r JOIN standing s ON s.release_id = r.id
            WHERE r.deleted_at IS NULL AND r.archived_at IS NULL AND s.search LIKE ALL (:words)""";

    /** Some of those that fit all words, the newest release first, behind a release if one is given. */
    List<ReleaseView.Head> listed(List<String> words, @Nullable Long after, int most) {
        return jdbc.sql("SELECT s.head " + FOUND + """
                         AND (CAST(:after AS bigint) IS NULL OR (coalesce(r.release_date, '9999'), r.id)
                            < (SELECT coalesce(a.release_date, '9999'), a.id FROM release a WHERE a.id = :after))
                        ORDER BY coalesce(r.release_date, '9999') DESC, r.id DESC LIMIT :most""")
                .param("words", patterns(words))
                .param("after", after)
                .param("most", most)
                .query((row, n) -> json.readValue(row.getString("head"), ReleaseView.Head.class))
                .list();
    }

    /** How many fit all words. */
    int count(List<String> words) {
        return jdbc.sql("SELECT count(*) " + FOUND)
                .param("words", patterns(words))
                .query(Integer.class)
                .single();
    }

    private static String[] patterns(List<String> words) {
        return words.stream().map(LikePattern::containing).toArray(String[]::new);
    }

    private static final String IN_USE = """
            FROM standing s JOIN release r ON r.id = s.release_id
            WHERE r.deleted_at IS NULL AND r.archived_at IS NULL""";

    private static final String BUSY = """
            %s AND s.things > 0 AND NOT EXISTS (SELECT FROM put_off o WHERE o.release_id = s.release_id
                AND o.until > :today AND (o.account_id IS NULL OR o.account_id = :account))""".formatted(IN_USE);

    /** What is to be done on the releases where it is most urgent; an account has put some of them off. */
    List<List<MoveView>> moves(int releases, long account, LocalDate today) {
        return jdbc.sql("SELECT s.moves " + BUSY + " ORDER BY s.weight DESC, s.late_on, s.release_id LIMIT :most")
                .param("account", account)
                .param("today", today)
                .param("most", releases)
                .query((row, n) -> json.readValue(row.getString("moves"), new TypeReference<List<MoveView>>() {}))
                .list();
    }

    /** On how many releases something is to be done. */
    int busy(long account, LocalDate today) {
        return jdbc.sql("SELECT count(*) " + BUSY)
                .param("account", account)
                .param("today", today)
                .query(Integer.class)
                .single();
    }

    /** Dates of the releases whose dates are nearest. */
    List<List<DateAhead>> ahead(int releases) {
        return jdbc.sql("SELECT s.ahead " + IN_USE
                        + " AND s.ahead_on IS NOT NULL ORDER BY s.ahead_on, s.release_id LIMIT ?")
                .param(releases)
                .query((row, n) -> json.readValue(row.getString("ahead"), new TypeReference<List<DateAhead>>() {}))
                .list();
    }

    /** Notes by which rules releases are looked at; all of them again when those are others than before. */
    void rules(String version) {
        jdbc.sql("""
                        WITH others AS (
                            INSERT INTO standing_rules (version) VALUES (?)
                            ON CONFLICT (one) DO UPDATE SET version = excluded.version
                                WHERE standing_rules.version <> excluded.version
                            RETURNING one)
                        INSERT INTO standing_mark (release_id)
                        SELECT r.id FROM release r, others WHERE r.deleted_at IS NULL AND r.archived_at IS NULL""").param(version).update();
    }

    /** Marks releases to be looked at again. */
    void mark(Collection<Long> releases) {
        jdbc.sql("INSERT INTO standing_mark (release_id) SELECT unnest(CAST(? AS bigint[]))")
                .param(releases.toArray(Long[]::new))
                .update();
    }

    /** Those of some releases that are to be looked at again, now or when others have ended. */
    Set<Long> marked(Collection<Long> releases) {
        return Set.copyOf(jdbc.sql("SELECT DISTINCT release_id FROM standing_mark WHERE release_id = ANY (?)")
                .param(releases.toArray(Long[]::new))
                .query(Long.class)
                .list());
    }

    /** What is kept of some releases. */
    List<KeptRelease> kept(Collection<Long> releases) {
        return jdbc.sql("""
                        SELECT revision, head, moves, ahead, rows, turns_on FROM standing
                        WHERE release_id = ANY (?) ORDER BY release_id""")
                .param(releases.toArray(Long[]::new))
                .query(this::release)
                .list();
    }

    private KeptRelease release(ResultSet row, int n) throws SQLException {
        return new KeptRelease(
                row.getInt("revision"),
                json.readValue(row.getString("head"), ReleaseView.Head.class),
                json.readValue(row.getString("moves"), new TypeReference<List<MoveView>>() {}),
                json.readValue(row.getString("ahead"), new TypeReference<List<DateAhead>>() {}),
                json.readValue(row.getString("rows"), ROWS),
                row.getObject("turns_on", LocalDate.class));
    }

    private static final TypeReference<List<CatalogueRow>> ROWS = new TypeReference<>() {};

    /** Rows of releases that were looked at after a number was given, and of those that are gone: none. */
    List<Standings.ReleaseRows> rowsSince(long since, int most) {
        return jdbc.sql("""
                        SELECT looked, release_id, rows FROM (
                            (SELECT looked, release_id, rows FROM standing
                            WHERE looked > :since ORDER BY looked LIMIT :most)
                            UNION ALL
                            (SELECT looked, release_id, '[]' AS rows FROM standing_gone
                            WHERE looked > :since ORDER BY looked LIMIT :most)) changed
                        ORDER BY looked LIMIT :most""")
                .param("since", since)
                .param("most", most)
                .query((row, n) -> new Standings.ReleaseRows(
                        row.getLong("release_id"), row.getLong("looked"), json.readValue(row.getString("rows"), ROWS)))
                .list();
    }

    /** How many releases were looked at after a number was given. */
    int behind(long since) {
        return jdbc.sql("SELECT count(*) FROM standing WHERE looked > :since")
                .param("since", since)
                .query(Integer.class)
                .single();
    }
}
