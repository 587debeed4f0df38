package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Participant;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;

/** Somebody named on a release, at the first place where they are. */
public record NamedPerson(String name, Place place) {
    /** Everybody who is named on a release, each once. */
    public static Stream<NamedPerson> of(Release release) {
        Map<String, NamedPerson> all = new LinkedHashMap<>();
        Place artists = Place.of(release, Fields.RELEASE_ARTISTS);
        release.facts()
                .get(Fields.RELEASE_ARTISTS)
                .ifPresent(names ->
                        names.list().forEach(name -> all.putIfAbsent(name, new NamedPerson(name, artists))));
        for (Track track : release.tracks()) {
            add(all, release, track, Fields.TRACK_ARTISTS, Names::list);
            add(all, release, track, Fields.TRACK_FEATURED, Names::list);
            add(all, release, track, Fields.RECORDING_CREDITS, list -> names(list, Credit::name));
            add(all, release, track, Fields.RECORDING_SPLITS, list -> names(list, Participant::name));
            add(all, release, track, Fields.WORK_WRITERS, list -> names(list, Writer::name));
            add(all, release, track, Fields.WORK_PUBLISHERS, list -> names(list, Publisher::name));
        }
        return new ArrayList<>(all.values()).stream();
    }

    private static <T> void add(
            Map<String, NamedPerson> all,
            Release release,
            Track track,
            Field<T> field,
            Function<T, List<String>> names) {
        release.factsOf(track, field.entity()).get(field).ifPresent(value -> {
            for (String name : names.apply(value))
                all.putIfAbsent(name, new NamedPerson(name, Place.of(release, track, field)));
        });
    }

    private static <E> List<String> names(List<E> list, Function<E, String> name) {
        return list.stream().map(name).toList();
    }
}
