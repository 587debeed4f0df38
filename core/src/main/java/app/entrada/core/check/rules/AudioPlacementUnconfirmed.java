package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Files that are proposed for a track and wait for a person. */
public final class AudioPlacementUnconfirmed implements Rule {
    @Override
    public String id() {
        return "audio.placement-unconfirmed";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Placement not confirmed";
    }

    @Override
    public String reason() {
        return "Only what a person has confirmed is sent: a wrong match pollutes shared catalogues.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> s.loose().stream()
                .filter(file -> file.proposed() == track.number())
                .findFirst()
                .map(file -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "“%s” is proposed for %s and waits to be confirmed.",
                        file.name(),
                        s.name(track))));
    }
}
