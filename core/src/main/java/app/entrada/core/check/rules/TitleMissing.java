package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Release and tracks have titles. */
public final class TitleMissing implements Rule {
    @Override
    public String id() {
        return "title.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Title missing";
    }

    @Override
    public String reason() {
        return "Nothing can be found without its title.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        Stream<Observation> release =
                s.release().facts().get(Fields.RELEASE_TITLE).isPresent()
                        ? Stream.empty()
                        : Stream.of(Observation.at(s, Fields.RELEASE_TITLE, "The release has no title."));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts().get(Fields.TRACK_TITLE).isPresent()
                        ? Optional.empty()
                        : Optional.of(Observation.at(
                                s, track, Fields.TRACK_TITLE, "Track %d has no title.", track.number()))));
    }
}
