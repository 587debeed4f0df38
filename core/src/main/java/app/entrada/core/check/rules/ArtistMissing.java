package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Release and tracks have a main artist. */
public final class ArtistMissing implements Rule {
    @Override
    public String id() {
        return "artist.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Artist missing";
    }

    @Override
    public String reason() {
        return "A track without an artist is credited to nobody.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        if (s.release().facts().get(Fields.RELEASE_ARTISTS).isPresent()) return Stream.empty();
        Stream<Observation> tracks =
                s.tracks(track -> s.release().holds(track, Fields.TRACK_ARTISTS).isPresent()
                        ? Optional.empty()
                        : Optional.of(
                                Observation.at(s, track, Fields.TRACK_ARTISTS, "%s has no artist.", s.name(track))));
        return Stream.concat(
                Stream.of(Observation.at(s, Fields.RELEASE_ARTISTS, "The release has no artist.")), tracks);
    }
}
