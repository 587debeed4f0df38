package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** A draft may hold a wrong code; no delivery may. */
public final class IsrcMalformed implements Rule {
    @Override
    public String id() {
        return "isrc.malformed";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "ISRC not right";
    }

    @Override
    public String reason() {
        return "A store refuses what is no ISRC (ISO 3901).";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .filter(isrc -> isrc.code().isEmpty())
                .map(isrc -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "“%s” is no ISRC; wanted: a code like %s-26-00041.",
                        isrc.text(),
                        s.label().isrcPrefix().isEmpty()
                                ? "XA-NW9"
                                : s.label().isrcPrefix().replaceFirst("(..)", "$1-"))));
    }
}
