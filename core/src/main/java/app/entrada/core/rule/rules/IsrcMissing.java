package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Every recording has a code before it is sold. */
public final class IsrcMissing implements Rule {
    @Override
    public String id() {
        return "isrc.missing";
    }

    @Override
    public Family family() {
        return Family.CODES;
    }

    @Override
    public String name() {
        return "ISRC missing";
    }

    @Override
    public String reason() {
        return "Without its code a recording’s income cannot be traced (ISO 3901).";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(
                track -> track.recording().facts().get(Fields.RECORDING_ISRC).isPresent()
                        ? Optional.empty()
                        : Optional.of(s.at(track, Fields.RECORDING_ISRC, "%s has no ISRC.", s.name(track))
                                .with(new Fix.Allocate("Allocate"))));
    }
}
