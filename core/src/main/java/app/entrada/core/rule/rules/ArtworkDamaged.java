package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** It decodes. */
public final class ArtworkDamaged implements Rule {
    @Override
    public String id() {
        return "artwork.damaged";
    }

    @Override
    public Family family() {
        return Family.ARTWORK;
    }

    @Override
    public String name() {
        return "Front cover damaged";
    }

    @Override
    public String reason() {
        return "What does not decode here does not decode there.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s
                .cover()
                .filter(cover -> !cover.faults().isEmpty())
                .map(cover -> s.at(
                        Fields.RELEASE_COVER,
                        "The front cover cannot be used: %s.",
                        cover.faults().get(0)))
                .stream();
    }
}
