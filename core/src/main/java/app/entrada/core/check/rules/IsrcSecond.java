package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.stream.Stream;

/** Identical audio that is known as another recording. */
public final class IsrcSecond implements Rule {
    @Override
    public String id() {
        return "isrc.second";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "Same audio, two codes";
    }

    @Override
    public String reason() {
        return "One recording has one code for ever (ISO 3901); two split its income.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master()
                .map(file -> s.elsewhere().masterHolders().getOrDefault(file, List.of()))
                .filter(holders -> !holders.isEmpty())
                .map(holders -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "The master of %s is also that of %s.",
                        s.name(track),
                        String.join(", ", holders))));
    }
}
