package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** A code that another registrant assigned. */
public final class IsrcForeignPrefix implements Rule {
    @Override
    public String id() {
        return "isrc.foreign-prefix";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "ISRC of another registrant";
    }

    @Override
    public String reason() {
        return "Right for a recording that was licensed in; else probably a slip of typing.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .flatMap(isrc -> isrc.code())
                .filter(isrc -> !s.label().isrcPrefix().isEmpty()
                        && !isrc.prefix().equals(s.label().isrcPrefix()))
                .map(isrc -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "%s was not assigned by this label, whose codes begin with %s.",
                        isrc,
                        s.label().isrcPrefix())));
    }
}
