package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Release and tracks have a main artist. */
public final class ArtistMissing implements Rule {
    @Override
    public String id() {
        return "artist.missing";
    }

    @Override
    public Family family() {
        return Family.TITLES;
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
    public Stream<Observation> check(Subject s, Params p) {
        if (s.release().facts().get(Fields.RELEASE_ARTISTS).isPresent()) return Stream.empty();
        Stream<Observation> tracks =
                s.tracks(track -> s.release().holds(track, Fields.TRACK_ARTISTS).isPresent()
                        ? Optional.empty()
                        : Optional.of(s.at(track, Fields.TRACK_ARTISTS, "%s has no artist.", s.name(track))));
        return Stream.concat(Stream.of(s.at(Fields.RELEASE_ARTISTS, "The release has no artist.")), tracks);
    }
}
