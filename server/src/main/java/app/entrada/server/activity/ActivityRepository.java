package app.entrada.server.activity;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.WhereShown;
import com.fasterxml.jackson.annotation.JsonIgnore;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The history: batches of changes and steps of deliveries, newest first. */
@Repository
class ActivityRepository {
    private static final int A_PAGE = 60;
    private static final int LINES_OF_A_DEED = 40;
    private static final int CHECKSUM_SHOWN = 8;

    /** The source of steps of deliveries, which are no changes. */
    static final String DELIVERY = "delivery";

    private final JdbcClient jdbc;
    private final WhereShown places;
    private final ProfileRepository profiles;

    ActivityRepository(JdbcClient jdbc, WhereShown places, ProfileRepository profiles) {
        this.profiles = profiles;
        this.jdbc = jdbc;
        this.places = places;
    }

    /**
     * A fact that became another.
     *
     * @param where the fact in words, with the track and, where it is not plain, the release or person
     */
    record ChangedFact(
            String where, @Nullable String before, @Nullable String after) {}

    /**
     * Something somebody did.
     *
     * @param id of the batch of changes; negative for a step of a delivery
     * @param kind edit, undo, redo or delivery
     * @param source from where, in words
     * @param from the same for all that may be done in one go
     * @param release 0 for the catalogue
     * @param more facts changed beyond those listed
     */
    record Deed(
            long id,
            Instant at,
            String who,
            String kind,
            boolean undone,
            String says,
            String source,
            @JsonIgnore String from,
            long release,
            String title,
            List<ChangedFact> facts,
            int more) {
        private Deed with(List<LoggedChange> all, Map<LoggedChange, ChangedFact> words) {
            List<LoggedChange> shown = all.subList(0, Math.min(all.size(), LINES_OF_A_DEED));
            return new Deed(
                    id,
                    at,
                    who,
                    kind,
                    undone,
                    says,
                    source,
                    from,
                    release,
                    title,
                    shown.stream()
                            .map(change -> requireNonNull(words.get(change)))
                            .toList(),
                    all.size() - shown.size());
        }
    }

    /** A change as it was logged, with the number of its batch. */
    record LoggedChange(
            long batch,
            Ref ref,
            Field<?> field,
            @Nullable String before,
            @Nullable String after) {
        /** The same fact, from another value on. */
        LoggedChange since(@Nullable String earlier) {
            return new LoggedChange(batch, ref, field, earlier, after);
        }
    }

    /**
     * What was done, the newest first.
     *
     * @param changes of them, in the order in which they were made
     * @param last microseconds since 1970 of the last; there may be earlier ones when the page is full
     */
    record Page(List<Deed> deeds, List<LoggedChange> changes, long last) {
        boolean isFull() {
            return deeds.size() >= A_PAGE;
        }
    }

    /**
     * What is asked for.
     *
     * @param release of which release, 0 for all
     * @param who by whom, empty for all
     * @param field of which fact, empty for all
     * @param source from where, as {@link ChangeSource#id}, “delivery” for steps of deliveries, empty for all
     * @param from not before this moment
     * @param before before this moment, microseconds since 1970, 0 for the newest
     */
    record Asked(
            long release,
            String who,
            String field,
            String source,
            @Nullable Instant from,
            long before) {
        private String changes() {
            return conditions("b.release_id", "b.account_id", "b.at")
                    + (source.isEmpty() ? "" : " AND b.source = :source")
                    + (field.isEmpty() ? "" : " AND b.id IN (SELECT c.batch_id FROM change c WHERE c.field = :field)");
        }

        private String steps() {
            return conditions("d.release_id", "d.account_id", "e.at")
                    + (field.isEmpty() && (source.isEmpty() || source.equals(DELIVERY)) ? "" : " AND false");
        }

        private String conditions(String releaseColumn, String accountColumn, String atColumn) {
            return (release == 0 ? "" : " AND " + releaseColumn + " = :release")
                    + (who.isEmpty() ? "" : " AND " + accountColumn + " = (SELECT id FROM account WHERE name = :who)")
                    + (from == null ? "" : " AND " + atColumn + " >= :from")
                    + (before == 0 ? "" : " AND " + atColumn + " < to_timestamp(:before / 1000000.0)");
        }
    }

    /** A page of what was done. */
    Page page(Asked asked) {
        long[] last = {0};
        // each kind by its own index, and no more of it than a page holds
        List<Deed> deeds = jdbc.sql("""
                        SELECT *, (extract(epoch FROM at) * 1000000)::bigint AS moment FROM (
                            (SELECT b.id, b.at, a.name, b.kind, b.undone, b.says, b.source, b.note,
                                b.source || ' ' || b.note AS "from",
                                coalesce(b.release_id, 0) AS release,
                                coalesce(r.title, CASE WHEN r.id IS NULL THEN 'Catalogue' ELSE 'Untitled release' END) AS title
                            FROM batch b JOIN account a ON a.id = b.account_id LEFT JOIN release r ON r.id = b.release_id
                            WHERE true%s ORDER BY b.at DESC, b.id DESC LIMIT :most)
                            UNION ALL
                            (SELECT -e.id, e.at, a.name, 'delivery', false, e.says,
                                'delivery', 'delivery ' || d.id || ', ' || e.state, 'delivery ' || d.id, d.release_id, coalesce(r.title, 'Untitled release')
                            FROM delivery_event e JOIN delivery d ON d.id = e.delivery_id
                            JOIN account a ON a.id = d.account_id JOIN release r ON r.id = d.release_id
                            WHERE true%s ORDER BY e.at DESC, e.id LIMIT :most)) done
                        ORDER BY at DESC, id DESC LIMIT :most""".formatted(asked.changes(), asked.steps()))
                .param("release", asked.release)
                .param("who", asked.who)
                .param("field", asked.field)
                .param("source", asked.source)
                .param("from", asked.from == null ? null : Timestamp.from(asked.from))
                .param("before", asked.before)
                .param("most", A_PAGE)
                .query((row, n) -> {
                    last[0] = row.getLong("moment");
                    return new Deed(
                            row.getLong("id"),
                            row.getTimestamp("at").toInstant(),
                            row.getString("name"),
                            row.getString("kind"),
                            row.getBoolean("undone"),
                            row.getString("says"),
                            source(row.getString("source"), row.getString("note")),
                            row.getString("from"),
                            row.getLong("release"),
                            row.getString("title"),
                            List.of(),
                            0);
                })
                .list();
        return new Page(deeds, changes(deeds), last[0]);
    }

    /** A page as it is told; only what is shown of it is put in words. */
    List<Sitting> told(Page page) {
        Map<Long, List<LoggedChange>> changes =
                page.changes.stream().collect(Collectors.groupingBy(LoggedChange::batch));
        List<Together> all = Together.of(page.deeds, changes);
        Set<LoggedChange> shown = new LinkedHashSet<>();
        changes.values().forEach(of -> shown.addAll(of.subList(0, Math.min(of.size(), LINES_OF_A_DEED))));
        all.forEach(each -> shown.addAll(each.telling()));
        Map<LoggedChange, ChangedFact> words =
                words(page.deeds.stream().collect(Collectors.toMap(Deed::id, Deed::release)), shown);
        return all.stream()
                .map(each -> new Sitting(
                        each.deeds().stream()
                                .map(deed -> deed.with(changes.getOrDefault(deed.id, List.of()), words))
                                .toList(),
                        each.facts(),
                        each.telling().stream()
                                .map(change -> requireNonNull(words.get(change)))
                                .toList()))
                .toList();
    }

    private List<LoggedChange> changes(List<Deed> deeds) {
        return jdbc.sql("""
                        SELECT c.batch_id, c.entity, c.target_id, c.field, c.before, c.after FROM change c
                        WHERE c.batch_id = ANY (:ids) ORDER BY c.batch_id, c.position""")
                .param("ids", deeds.stream().map(Deed::id).toArray(Long[]::new))
                .query((row, n) -> new LoggedChange(
                        row.getLong("batch_id"),
                        new Ref(Entity.of(row.getString("entity")), row.getLong("target_id")),
                        Fields.byId(row.getString("field")),
                        row.getString("before"),
                        row.getString("after")))
                .list();
    }

    /**
     * What undoing would change, in words.
     *
     * @return as many as there are changes, in their order
     */
    List<ChangedFact> told(ChangeService.Undoable undoable) {
        long release = undoable.release() == null ? 0 : undoable.release();
        List<LoggedChange> changes = undoable.changes().stream()
                .map(each -> new LoggedChange(
                        undoable.id(),
                        each.back().target(),
                        each.back().field(),
                        each.now(),
                        each.back().after()))
                .toList();
        Map<LoggedChange, ChangedFact> words = words(Map.of(undoable.id(), release), Set.copyOf(changes));
        return changes.stream().map(change -> requireNonNull(words.get(change))).toList();
    }

    /**
     * Changes in words: where, and values as people read them.
     *
     * @param releases by batch, 0 for the catalogue
     */
    private Map<LoggedChange, ChangedFact> words(Map<Long, Long> releases, Set<LoggedChange> changes) {
        Map<LoggedChange, String> where = where(releases, changes);
        Map<String, String> files = files(changes);
        Map<LoggedChange, ChangedFact> words = new HashMap<>();
        for (LoggedChange change : changes) {
            String before = shown(change.field, change.before, files);
            String after = shown(change.field, change.after, files);
            // an order is told by its tracks, however they stand
            boolean moved = change.field == Fields.RELEASE_RUNNING_ORDER && Objects.equals(before, after);
            if (!moved && Objects.equals(before, after)) {
                // what they differ in is not shown where there is less room
                before = change.before;
                after = change.after;
            }
            words.put(
                    change,
                    new ChangedFact(
                            where.getOrDefault(change, ""), before, moved ? after + " in another order" : after));
        }
        return words;
    }

    /** The names under which files came that are values of a fact. */
    private Map<String, String> files(Set<LoggedChange> changes) {
        Set<String> files = changes.stream()
                .filter(change -> change.field.type() == ValueTypes.FILE)
                .flatMap(change -> Stream.of(change.before, change.after))
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
        Map<String, String> names = new HashMap<>();
        if (!files.isEmpty())
            jdbc.sql("SELECT sha256, name FROM received WHERE sha256 = ANY (?) ORDER BY id")
                    .param(files.toArray(String[]::new))
                    .query(row -> {
                        names.put(row.getString("sha256"), row.getString("name"));
                    });
        return names;
    }

    /**
     * A value as people read it: files and destinations by name, an order by how many tracks it has; lists of people whole, with
     * what each is and has.
     */
    private @Nullable String shown(Field<?> field, @Nullable String value, Map<String, String> files) {
        if (value == null) return null;
        if (field.type() == ValueTypes.FILE) return files.getOrDefault(value, shortened(value));
        if (field.type() instanceof PeopleType<?>) return value;
        if (field != Fields.RELEASE_RUNNING_ORDER) return profiles.shown(field, value);
        int tracks = value.split(" ").length;
        return tracks == 1 ? "1 track" : tracks + " tracks";
    }

    private static String shortened(String file) {
        return "a file " + file.substring(0, Math.min(file.length(), CHECKSUM_SHOWN)) + "…";
    }

    /** Facts in words: “Title, track 3”, “IPI, Mira Tollgate”; where a deed is of the whole catalogue, with the release. */
    private Map<LoggedChange, String> where(Map<Long, Long> releases, Set<LoggedChange> changes) {
        Set<Ref> refs = changes.stream().map(LoggedChange::ref).collect(Collectors.toSet());
        Map<Ref, List<WhereShown.At>> shown =
                places.of(refs).stream().collect(Collectors.groupingBy(WhereShown.At::ref));
        Map<Ref, String> people = places.names(refs);
        Map<LoggedChange, String> where = new HashMap<>();
        for (LoggedChange change : changes) {
            long release = releases.getOrDefault(change.batch, 0L);
            List<WhereShown.At> all = shown.getOrDefault(change.ref, List.of());
            Optional<WhereShown.At> here = all.stream()
                    .filter(at -> at.releaseId() == release)
                    .findFirst()
                    .or(() -> all.stream().findFirst());
            List<String> words = new ArrayList<>(List.of(change.field.name()));
            here.filter(at -> at.track() > 0).ifPresent(at -> words.add("track " + at.track()));
            here.filter(at -> at.releaseId() != release).ifPresent(at -> words.add(at.release()));
            if (people.containsKey(change.ref)) words.add(requireNonNull(people.get(change.ref)));
            where.put(change, String.join(", ", words));
        }
        return where;
    }

    /** Everybody who may have done something. */
    List<String> people() {
        return jdbc.sql("SELECT name FROM account ORDER BY name")
                .query(String.class)
                .list();
    }

    private static String source(String source, String note) {
        if (source.equals(DELIVERY)) return note;
        String label = ChangeSource.of(source).label();
        return note.isEmpty() || note.equals(label) ? label : label + ": " + note;
    }
}
