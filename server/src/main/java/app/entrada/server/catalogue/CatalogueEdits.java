package app.entrada.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.catalogue.CatalogueFilter;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueType;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** One fact written in many rows of the catalogue at once: all of them or none, as one batch. */
@Service
class CatalogueEdits {
    /** More at once is not looked over by anybody. */
    static final int MOST_AT_ONCE = 5_000;

    private static final int MOST_CODES = 1_000;

    private final CatalogueKeeper catalogue;
    private final ChangeService changes;
    private final ReleaseRepository releases;
    private final CodeBook codes;

    CatalogueEdits(CatalogueKeeper catalogue, ChangeService changes, ReleaseRepository releases, CodeBook codes) {
        this.catalogue = catalogue;
        this.changes = changes;
        this.releases = releases;
        this.codes = codes;
    }

    /**
     * A place in which a fact would be written.
     *
     * @param target of the fact
     * @param before what stands there, null for nothing
     * @param row that shows it
     */
    record Place(long target, @Nullable String before, CatalogueTable.Line row) {}

    /**
     * Where a fact would be written.
     *
     * @param carried rows left out because the release says it for them
     * @param same rows left out because it stands there already
     */
    record Planned(List<Place> places, int releases, int carried, int same) {}

    /**
     * Where a fact would be written; each target once, however many rows show it.
     *
     * @param rows ids of the subjects that are meant; all that the filter finds when it is empty
     * @param carriedToo whether rows get a value of their own for which the release says it
     */
    Planned plan(
            CatalogueSubject subject,
            String find,
            Collection<Long> rows,
            CatalogueColumn column,
            @Nullable String after,
            boolean carriedToo) {
        Field<?> field = written(column);
        Set<Long> chosen = new HashSet<>(rows);
        return catalogue
                .read(subject, table -> {
                    Map<Long, Place> places = new LinkedHashMap<>();
                    Set<Long> on = new LinkedHashSet<>();
                    int carried = 0;
                    int same = 0;
                    for (int number : table.find(CatalogueFilter.read(find, subject), List.of())
                            .numbers()) {
                        CatalogueTable.Line line = table.line(number, shown(subject, column));
                        if (!chosen.isEmpty() && !chosen.contains(id(line, subject))) continue;
                        CatalogueTable.Cell cell = line.cells().get(column.key());
                        if (cell != null && cell.carried() && !carriedToo) {
                            carried++;
                            continue;
                        }
                        String before = cell == null || cell.carried() ? null : cell.text();
                        if (Objects.equals(before, after)) {
                            same++;
                            continue;
                        }
                        places.putIfAbsent(target(line, field), new Place(target(line, field), before, line));
                        on.add(line.release());
                        if (places.size() > MOST_AT_ONCE)
                            throw Problem.input(
                                    "too-many-rows",
                                    "At most %,d rows can be changed at once. Narrow the filter or select rows; nothing was changed."
                                            .formatted(MOST_AT_ONCE));
                    }
                    return new Planned(List.copyOf(places.values()), on.size(), carried, same);
                })
                .what();
    }

    private static List<CatalogueColumn> shown(CatalogueSubject subject, CatalogueColumn column) {
        Set<CatalogueColumn> shown = new LinkedHashSet<>(List.of(column));
        for (String key : List.of("title", "workTitle", "release"))
            subject.column(key).ifPresent(shown::add);
        return List.copyOf(shown);
    }

    static long id(CatalogueTable.Line line, CatalogueSubject subject) {
        return switch (subject) {
            case RECORDINGS -> line.recordingId();
            case RELEASES -> line.release();
            case WORKS -> line.workId();
        };
    }

    static long target(CatalogueTable.Line line, Field<?> field) {
        return switch (field.entity()) {
            case RELEASE -> line.release();
            case TRACK -> line.trackId();
            case RECORDING -> line.recordingId();
            case WORK -> line.workId();
            case PARTY, SERIES -> throw new IllegalArgumentException(field.id());
        };
    }

    /** The fact of a column; what is computed cannot be written. */
    static Field<?> written(CatalogueColumn column) {
        return column.ofField()
                .orElseThrow(() ->
                        Problem.input("computed", "%s is computed and cannot be written.".formatted(column.name())));
    }

    /** The canonical text of what was typed. */
    static @Nullable String canonical(Field<?> field, @Nullable String typed) {
        if (typed == null || typed.isBlank()) return null;
        try {
            return canonical(field.type(), typed);
        } catch (MalformedValue wrong) {
            throw Problem.input("malformed-value", String.valueOf(wrong.getMessage()))
                    .with("field", field.id());
        }
    }

    private static <T> String canonical(ValueType<T> type, String typed) {
        return type.format(type.parse(typed));
    }

    /** A target and what its writer saw there. */
    record Seen(long target, @Nullable String before) {}

    /** Writes a fact where it was seen; where something else stands by now, nothing is written and both are told. */
    @For(Role.ASSISTANT)
    void write(Field<?> field, @Nullable String after, List<Seen> seen, Account account) {
        if (seen.isEmpty() || seen.size() > MOST_AT_ONCE)
            throw Problem.input(
                    "nothing-chosen", "Choose between 1 and %,d rows; nothing was changed.".formatted(MOST_AT_ONCE));
        List<Change> batch = new ArrayList<>();
        Set<Long> targets = new HashSet<>();
        for (Seen each : seen)
            if (targets.add(each.target))
                batch.add(new Change(new Ref(field.entity(), each.target), field, each.before, after));
        changes.applyToCatalogue(
                new ChangeService.Batch(says(field, batch.size()), ChangeSource.TYPED, batch), account);
    }

    private static String says(Field<?> field, int count) {
        String what = field.entity().id();
        return count == 1
                ? "%s of a %s".formatted(field.name(), what)
                : "%s of %,d %ss".formatted(field.name(), count, what);
    }

    /** Recordings without a code that a filter finds, one more than can be given codes at once. */
    List<Long> withoutIsrc(String find) {
        CatalogueColumn isrc = CatalogueSubject.RECORDINGS.column("isrc").orElseThrow();
        return catalogue
                .read(
                        CatalogueSubject.RECORDINGS,
                        table -> Arrays.stream(
                                        table.find(CatalogueFilter.read(find, CatalogueSubject.RECORDINGS), List.of())
                                                .numbers())
                                .mapToObj(number -> table.line(number, List.of(isrc)))
                                .filter(line -> line.cells().isEmpty())
                                .map(CatalogueTable.Line::recordingId)
                                .limit(MOST_CODES + 1L)
                                .toList())
                .what();
    }

    /**
     * Gives the next ISRCs of the label's block to recordings that have none.
     *
     * @return how many were given
     */
    @Transactional
    @For(Role.ASSISTANT)
    public int isrcs(List<Long> recordings, Account account) {
        if (recordings.isEmpty() || recordings.size() > MOST_CODES)
            throw Problem.input(
                    "nothing-chosen",
                    "Choose between 1 and %,d recordings; nothing was changed.".formatted(MOST_CODES));
        Set<Ref> refs = new LinkedHashSet<>();
        for (long recording : recordings) refs.add(new Ref(Entity.RECORDING, recording));
        releases.lockCatalogue();
        var facts = releases.facts(refs);
        List<Change> given = new ArrayList<>();
        for (Ref ref : refs) {
            if (!facts.containsKey(ref)) throw Problem.missing("recording");
            if (requireNonNull(facts.get(ref)).text(Fields.RECORDING_ISRC) == null)
                given.add(
                        new Change(ref, Fields.RECORDING_ISRC, null, codes.next(Fields.RECORDING_ISRC, account.id())));
        }
        if (!given.isEmpty())
            changes.applyToCatalogue(
                    new ChangeService.Batch(
                            given.size() == 1 ? "1 ISRC" : "%,d ISRCs".formatted(given.size()),
                            ChangeSource.CODE_BOOK,
                            given),
                    account);
        return given.size();
    }
}
