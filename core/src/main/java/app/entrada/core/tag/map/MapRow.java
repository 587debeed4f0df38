package app.entrada.core.tag.map;

import app.entrada.core.field.Field;
import app.entrada.core.field.value.Writer;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * One fact of the embedding map.
 *
 * @param name as people read it
 * @param fact that a reading gives; empty where none is taken from files
 * @param role of the people named, where the fact says one for each
 * @param reads further ids by container, where the fact is read but never written
 * @param yields whether entries of others under the same id stay where this release says nothing: comments, lyrics, links
 * @param missed whether a container without a place for it is worth a word
 */
public record MapRow(
        String name,
        Map<Container, Slot> places,
        Optional<Field<?>> fact,
        Optional<Writer.Role> role,
        Map<Container, List<String>> reads,
        boolean yields,
        boolean missed) {
    /** Ids in a container and how the entries are computed; no entries: nothing to write. */
    public record Slot(List<String> ids, Function<TagSource, List<TagEntry>> entries) {}

    static MapRow named(String name) {
        return new MapRow(name, Map.of(), Optional.empty(), Optional.empty(), Map.of(), false, true);
    }

    /** An entry under one id with these values. */
    MapRow in(Container container, String id, Function<TagSource, List<String>> values) {
        return in(container, List.of(id), source -> {
            List<String> given = values.apply(source);
            return given.isEmpty() ? List.of() : List.of(TagEntry.text(container, id, given));
        });
    }

    /** Entries under one of several ids, or several under one. */
    MapRow in(Container container, List<String> ids, Function<TagSource, List<TagEntry>> entries) {
        Map<Container, Slot> more = new LinkedHashMap<>(places);
        more.put(container, new Slot(ids, entries));
        return new MapRow(name, more, fact, role, reads, yields, missed);
    }

    /** An entry of one text, values joined by semicolons, in a container that holds one. */
    MapRow joined(Container container, String id, Function<TagSource, List<String>> values) {
        return in(container, id, source -> {
            List<String> given = values.apply(source);
            return given.isEmpty() ? given : List.of(String.join("; ", given));
        });
    }

    MapRow gives(Field<?> field) {
        return new MapRow(name, places, Optional.of(field), Optional.empty(), reads, yields, missed);
    }

    MapRow gives(Field<List<Writer>> field, Writer.Role each) {
        return new MapRow(name, places, Optional.of(field), Optional.of(each), reads, yields, missed);
    }

    MapRow read(Container container, String... ids) {
        Map<Container, List<String>> more = new LinkedHashMap<>(reads);
        more.put(container, List.of(ids));
        return new MapRow(name, places, fact, role, more, yields, missed);
    }

    MapRow yielding() {
        return new MapRow(name, places, fact, role, reads, true, missed);
    }

    MapRow notMissed() {
        return new MapRow(name, places, fact, role, reads, yields, false);
    }

    public boolean isAt(Container container, String id) {
        Slot place = places.get(container);
        return Stream.concat(
                        place == null ? Stream.of() : place.ids().stream(),
                        reads.getOrDefault(container, List.of()).stream())
                .anyMatch(id::equalsIgnoreCase);
    }

    /** Whether the fact has a value in any container that is meant to hold all facts. */
    public boolean hasValue(TagSource source) {
        return places.entrySet().stream()
                .filter(place -> place.getKey().holdsAllFacts())
                .anyMatch(place -> !place.getValue().entries().apply(source).isEmpty());
    }
}
