package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track says whether to warn. */
public final class ExplicitUndecided implements Rule {
    @Override
    public String id() {
        return "explicit.undecided";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.facts().get(Fields.TRACK_EXPLICIT).isPresent()
                ? Optional.empty()
                : Optional.of(
                        s.at(track, Fields.TRACK_EXPLICIT, "%s is neither marked explicit nor not.", s.name(track))));
    }
}
