package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.release.Change;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleReading;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** “(feat. X)”, “ft X”, “w/ X” in a title, a version or an artist’s name belongs in the credits. */
final class TitleContainsFeature implements Rule {
    @Override
    public String id() {
        return "title.contains-feature";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Featured artist in the title";
    }

    @Override
    public String reason() {
        return "Featured artists belong in the credits; each store shows them in its own style.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return Stream.of(
                        ofTheRelease(s),
                        s.tracks(track -> inText(s, track, Fields.TRACK_TITLE, "title")),
                        s.tracks(track -> inText(s, track, Fields.TRACK_VERSION, "version")),
                        s.tracks(track -> inArtists(s, track)))
                .flatMap(all -> all);
    }

    private static Stream<Observation> ofTheRelease(ReleaseContext s) {
        Stream<Observation> title = s
                .fact(Fields.RELEASE_TITLE)
                .flatMap(text -> TitleReading.featured(text)
                        .map(part -> Observation.at(
                                s,
                                Fields.RELEASE_TITLE,
                                "“%s” names a featured artist in the release title; credit %s on the tracks.",
                                text,
                                part.part())))
                .stream();
        Stream<Observation> artists = s.fact(Fields.RELEASE_ARTISTS).map(Names::list).orElse(List.of()).stream()
                .filter(name -> TitleReading.featured(name).isPresent())
                .map(name -> Observation.at(
                        s,
                        Fields.RELEASE_ARTISTS,
                        "“%s” names a featured artist among the main artists; credit them on the tracks.",
                        name));
        return Stream.concat(title, artists);
    }

    private static Optional<Observation> inText(ReleaseContext s, Track track, Field<String> field, String word) {
        return track.facts()
                .get(field)
                .flatMap(text -> part(text).map(part -> {
                    Names found = TitleReading.names(part.part(), s.elsewhere().knownNames()::contains);
                    return Observation.at(
                                    s,
                                    track,
                                    field,
                                    "“%s” names a featured artist in the %s; expected in the credits: %s.",
                                    text,
                                    word,
                                    found.sentence())
                            .with(moved(
                                    s,
                                    track,
                                    new Change(s.release().ref(track, field.entity()), field, text, part.rest()),
                                    found));
                }));
    }

    /** A version may say nothing but whom it features. */
    private static Optional<TitleReading.Part> part(String text) {
        return TitleReading.featured(text)
                .or(() -> TitleReading.featured(" " + text)
                        .or(() -> TitleReading.featured("? " + text)
                                .filter(part -> part.rest().equals("?"))
                                .map(part -> new TitleReading.Part("", part.part(), 0, text.length()))));
    }

    private static Optional<Observation> inArtists(ReleaseContext s, Track track) {
        List<String> main =
                track.facts().get(Fields.TRACK_ARTISTS).map(Names::list).orElse(List.of());
        for (String name : main) {
            Optional<TitleReading.Part> part = TitleReading.featured(name);
            if (part.isEmpty()) continue;
            Names found = TitleReading.names(part.get().part(), s.elsewhere().knownNames()::contains);
            List<String> rest = new ArrayList<>(main);
            rest.set(rest.indexOf(name), part.get().rest());
            Change change = s.change(track, Fields.TRACK_ARTISTS, new Names(rest).toString());
            return Optional.of(Observation.at(
                            s,
                            track,
                            Fields.TRACK_ARTISTS,
                            "“%s” names a featured artist among the main artists; expected as featured: %s.",
                            name,
                            found.sentence())
                    .with(moved(s, track, change, found)));
        }
        return Optional.empty();
    }

    private static Fix moved(ReleaseContext s, Track track, Change change, Names found) {
        List<String> all = new ArrayList<>(
                track.facts().get(Fields.TRACK_FEATURED).map(Names::list).orElse(List.of()));
        found.list().stream().filter(name -> !all.contains(name)).forEach(all::add);
        return new Fix.Edit(
                "Move to credits", List.of(change, s.change(track, Fields.TRACK_FEATURED, new Names(all).toString())));
    }
}
