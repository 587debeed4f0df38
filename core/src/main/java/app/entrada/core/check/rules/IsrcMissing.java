package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Every recording has a code before it is sold. */
public final class IsrcMissing implements Rule {
    @Override
    public String id() {
        return "isrc.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(
                track -> track.recording().facts().get(Fields.RECORDING_ISRC).isPresent()
                        ? Optional.empty()
                        : Optional.of(Observation.at(s, track, Fields.RECORDING_ISRC, "%s has no ISRC.", s.name(track))
                                .with(new Fix.Allocate("Allocate"))));
    }
}
