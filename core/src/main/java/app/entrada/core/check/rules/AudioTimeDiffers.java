package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** The length of a file against what was given. */
public final class AudioTimeDiffers implements Rule {
    @Override
    public String id() {
        return "audio.time-differs";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Length against the given time";
    }

    @Override
    public String reason() {
        return "A file of another length than the track list says is another edit, or on the wrong track.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("seconds", 2);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.masters((track, master) -> track.recording()
                .facts()
                .get(Fields.RECORDING_GIVEN_TIME)
                .filter(given -> Math.abs(given.seconds() - master.seconds()) > p.decimal("seconds"))
                .map(given -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_GIVEN_TIME,
                        "%s is given as %s, its file lasts %s; up to %s s apart are let pass.",
                        s.name(track),
                        given,
                        master.time(),
                        p.plain("seconds"))));
    }
}
