package app.entrada.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.code.IpiNameNumber;
import app.entrada.core.code.Isni;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Ref;
import app.entrada.core.spelling.IdSet;
import app.entrada.core.spelling.Spelling;
import app.entrada.core.spelling.SpellingKind;
import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How things are spelled in the whole catalogue, where, and beside whom. */
@Component
class SpellingSource {
    private static final long[] NOBODY = {};

    private final CatalogueKeeper catalogue;
    private final NamesInTexts texts = new NamesInTexts();
    private final JdbcClient jdbc;

    SpellingSource(CatalogueKeeper catalogue, JdbcClient jdbc) {
        this.catalogue = catalogue;
        this.jdbc = jdbc;
    }

    /** What is collected of one spelling. */
    private static final class Collected {
        private int count;
        private final IdSet.Collector releases = new IdSet.Collector();
        private final IdSet.Collector company = new IdSet.Collector();

        void at(long release) {
            count++;
            releases.add(release);
        }
    }

    /** All spellings of a kind. */
    List<Spelling> spellings(SpellingKind kind) {
        return switch (kind) {
            case PEOPLE -> people();
            case WORK_TITLES -> workTitles();
            case LABELS, GENRES, KEYWORDS, SERIES -> values(kind);
        };
    }

    /** The facts in which values of a kind stand. */
    static List<Field<?>> fields(SpellingKind kind) {
        return switch (kind) {
            case PEOPLE -> List.of();
            case LABELS -> List.of(Fields.RELEASE_LABEL);
            case GENRES -> List.of(Fields.RELEASE_GENRE, Fields.TRACK_GENRE);
            case KEYWORDS -> List.of(Fields.RELEASE_KEYWORDS, Fields.RECORDING_KEYWORDS);
            case SERIES -> List.of(Fields.RELEASE_SERIES);
            // a work is called as its track until it says otherwise
            case WORK_TITLES -> List.of(Fields.WORK_TITLE, Fields.TRACK_TITLE);
        };
    }

    private static List<CatalogueColumn> columns(CatalogueSubject subject, Collection<? extends Field<?>> fields) {
        return fields.stream()
                .flatMap(field -> subject.column(field.key()).stream())
                .filter(column -> column.ofField().filter(fields::contains).isPresent())
                .toList();
    }

    /** A place in which a value stands by itself, not because a release says it for its tracks. */
    record Place(Ref target, Field<?> field, String text, long release, int track) {}

    private void eachPlace(SpellingKind kind, Consumer<Place> reader) {
        if (kind == SpellingKind.WORK_TITLES) {
            eachWork((place, writers) -> reader.accept(place));
            return;
        }
        for (CatalogueSubject subject : List.of(CatalogueSubject.RELEASES, CatalogueSubject.RECORDINGS)) {
            List<CatalogueColumn> columns = columns(
                    subject,
                    fields(kind).stream()
                            .filter(field ->
                                    (field.entity() == Entity.RELEASE) == (subject == CatalogueSubject.RELEASES))
                            .toList());
            if (columns.isEmpty()) continue;
            Set<Ref> seen = new HashSet<>();
            catalogue.read(subject, table -> {
                table.forEach(columns, (at, texts, carried) -> {
                    for (int i = 0; i < texts.length; i++) {
                        String text = texts[i];
                        if (text == null || carried[i]) continue;
                        Field<?> field = columns.get(i).ofField().orElseThrow();
                        Ref target = new Ref(field.entity(), CatalogueEdits.target(at, field));
                        // a recording that several releases show has its facts once
                        if (field.entity() == Entity.TRACK || seen.add(target))
                            reader.accept(new Place(target, field, text, at.release(), at.track()));
                    }
                });
                return seen;
            });
        }
    }

    private interface WorkReader {
        void work(Place title, long[] writers);
    }

    private void eachWork(WorkReader reader) {
        CatalogueSubject subject = CatalogueSubject.RECORDINGS;
        List<CatalogueColumn> columns = List.of(
                subject.column(Fields.WORK_TITLE.key()).orElseThrow(),
                subject.column(Fields.WORK_WRITERS.key()).orElseThrow());
        NamesInTexts.Pass names = texts.pass(columns.get(1));
        Set<Ref> seen = new HashSet<>();
        catalogue.read(subject, table -> {
            table.forEach(columns, (at, inRow, carried) -> {
                String title = inRow[0];
                if (title == null) return;
                Field<?> field = carried[0] ? Fields.TRACK_TITLE : Fields.WORK_TITLE;
                Ref target = new Ref(field.entity(), carried[0] ? at.trackId() : at.workId());
                if (!seen.add(target)) return;
                long[] writers = inRow[1] == null ? NOBODY : names.names(requireNonNull(inRow[1]));
                reader.work(new Place(target, field, title, at.release(), at.track()), writers);
            });
            return seen;
        });
        names.done();
    }

    /** Places in which one of these values stands. */
    List<Place> places(SpellingKind kind, Set<String> values) {
        List<Place> places = new ArrayList<>();
        eachPlace(kind, place -> {
            if (elements(place).stream().anyMatch(values::contains)) places.add(place);
        });
        return places;
    }

    /** What stands side by side in a place. */
    static List<String> elements(Place place) {
        if (place.field.type() != ValueTypes.TERMS) return List.of(place.text);
        try {
            return Terms.parse(place.text).list();
        } catch (MalformedValue unreadable) {
            return List.of(place.text);
        }
    }

    private List<Spelling> values(SpellingKind kind) {
        Map<String, Collected> all = new LinkedHashMap<>();
        eachPlace(kind, place -> {
            for (String value : elements(place))
                all.computeIfAbsent(value, fresh -> new Collected()).at(place.release);
        });
        return spellings(all, kind);
    }

    private List<Spelling> workTitles() {
        Map<String, Collected> all = new LinkedHashMap<>();
        eachWork((place, writers) -> {
            Collected work = all.computeIfAbsent(place.text, fresh -> new Collected());
            work.at(place.release);
            for (long writer : writers) work.company.add(writer);
        });
        return spellings(all, SpellingKind.WORK_TITLES);
    }

    private static List<Spelling> spellings(Map<String, Collected> all, SpellingKind kind) {
        List<Spelling> spellings = new ArrayList<>();
        all.forEach((text, collected) -> spellings.add(new Spelling(
                text,
                text,
                collected.count,
                Set.of(),
                kind == SpellingKind.GENRES && ValueTypes.GENRES.contains(text),
                collected.releases.set(),
                collected.company.set())));
        return spellings;
    }

    private record Known(long id, String name, Set<String> identifiers) {}

    /** Those who are merged into nobody and not dismissed. */
    private List<Known> known() {
        return jdbc.sql("""
                        SELECT p.id, p.name, p.ipi, p.isni FROM party p WHERE p.archived_at IS NULL AND NOT EXISTS (
                            SELECT FROM credit m WHERE m.entity = 'party' AND m.target_id = p.id AND m.fact = 'mergedInto')
                        ORDER BY p.id""")
                .query((row, n) -> {
                    Set<String> identifiers = new HashSet<>();
                    right(
                                    row.getString("ipi"),
                                    text -> IpiNameNumber.parse(text).toString())
                            .forEach(ipi -> identifiers.add("IPI " + ipi));
                    right(row.getString("isni"), text -> Isni.parse(text).toString())
                            .forEach(isni -> identifiers.add("ISNI " + isni));
                    return new Known(row.getLong("id"), requireNonNull(row.getString("name")), identifiers);
                })
                .list();
    }

    /** An identifier that is written wrongly says nothing. */
    private static List<String> right(@Nullable String text, UnaryOperator<String> reading) {
        try {
            return text == null ? List.of() : List.of(reading.apply(text));
        } catch (MalformedValue wrong) {
            return List.of();
        }
    }

    private List<Spelling> people() {
        List<Known> everybody = known();
        Map<Long, Integer> numbers = new HashMap<>();
        List<Collected> all = new ArrayList<>();
        long[] ids = new long[everybody.size()];
        for (Known each : everybody) {
            numbers.put(IdSet.number(each.name), all.size());
            ids[all.size()] = IdSet.number(String.valueOf(each.id));
            all.add(new Collected());
        }
        CatalogueSubject subject = CatalogueSubject.RECORDINGS;
        List<CatalogueColumn> columns = subject.columns().stream()
                .filter(column -> column.ofField()
                        .filter(field -> field.type() instanceof PeopleType<?>)
                        .isPresent())
                .toList();
        List<NamesInTexts.Pass> passes = columns.stream().map(texts::pass).toList();
        catalogue.read(subject, table -> {
            BitSet here = new BitSet();
            int[][] last = {{}};
            table.forEach(columns, (at, inRow, carried) -> {
                here.clear();
                for (int i = 0; i < inRow.length; i++) {
                    if (inRow[i] == null) continue;
                    for (long name : passes.get(i).names(requireNonNull(inRow[i]))) {
                        Integer number = numbers.get(name);
                        if (number != null) here.set(number);
                    }
                }
                int[] together = here.stream().toArray();
                boolean asBefore = Arrays.equals(together, last[0]);
                last[0] = together;
                for (int one : together) {
                    Collected collected = all.get(one);
                    collected.at(at.release());
                    if (!asBefore) for (int other : together) if (other != one) collected.company.add(ids[other]);
                }
            });
            return all;
        });
        passes.forEach(NamesInTexts.Pass::done);
        List<Spelling> spellings = new ArrayList<>();
        for (int i = 0; i < ids.length; i++) {
            Known each = everybody.get(i);
            Collected collected = all.get(i);
            spellings.add(new Spelling(
                    String.valueOf(each.id),
                    each.name,
                    collected.count,
                    each.identifiers,
                    false,
                    collected.releases.set(),
                    collected.company.set()));
        }
        return spellings;
    }
}
