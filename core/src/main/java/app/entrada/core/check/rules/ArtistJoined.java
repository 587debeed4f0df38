package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.stream.Stream;

/** “A & B” where A and B both exist; a known duo’s name is not joined. */
public final class ArtistJoined implements Rule {
    @Override
    public String id() {
        return "artist.joined";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Two artists typed as one";
    }

    @Override
    public String reason() {
        return "Joined names make a third artist whom nobody pays.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        Stream<Observation> release = s.release().facts().get(Fields.RELEASE_ARTISTS).stream()
                .flatMap(names -> joined(names, s))
                .map(name -> Observation.at(s, Fields.RELEASE_ARTISTS, SAYS, name));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts()
                        .get(Fields.TRACK_ARTISTS)
                        .flatMap(names -> joined(names, s).findFirst())
                        .map(name -> Observation.at(s, track, Fields.TRACK_ARTISTS, SAYS, name))));
    }

    private static final String SAYS =
            "“%s” is typed as one artist, but each part is an artist already; separate them with a semicolon.";

    private static Stream<String> joined(Names names, ReleaseContext s) {
        return names.list().stream().filter(name -> {
            List<String> parts = List.of(name.split("\\s+(?:&|and|with)\\s+"));
            return parts.size() > 1 && s.elsewhere().knownNames().containsAll(parts);
        });
    }
}
