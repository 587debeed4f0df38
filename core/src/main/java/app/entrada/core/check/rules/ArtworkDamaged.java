package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** It decodes. */
public final class ArtworkDamaged implements Rule {
    @Override
    public String id() {
        return "artwork.damaged";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> !cover.faults().isEmpty())
                .map(cover -> Observation.at(
                        s,
                        Fields.RELEASE_COVER,
                        "The front cover cannot be used: %s.",
                        cover.faults().get(0)))
                .stream();
    }
}
