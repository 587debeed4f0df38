package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track says whether to warn. */
public final class ExplicitUndecided implements Rule {
    @Override
    public String id() {
        return "explicit.undecided";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "Explicit or not: undecided";
    }

    @Override
    public String reason() {
        return "Shops must warn; a wrong silence is a takedown.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts().get(Fields.TRACK_EXPLICIT).isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s, track, Fields.TRACK_EXPLICIT, "%s is neither marked explicit nor not.", s.name(track))));
    }
}
