package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.List;
import java.util.stream.Stream;

/** Identical audio that is known as another recording. */
public final class IsrcSecond implements Rule {
    @Override
    public String id() {
        return "isrc.second";
    }

    @Override
    public Family family() {
        return Family.CODES;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.master()
                .map(file -> s.elsewhere().masterHolders().getOrDefault(file, List.of()))
                .filter(holders -> !holders.isEmpty())
                .map(holders -> s.at(
                        track,
                        Fields.RECORDING_ISRC,
                        "The master of %s is also that of %s.",
                        s.name(track),
                        String.join(", ", holders))));
    }
}
