package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is asked of sound beside what {@link MeasuredSound} compares. */
final class AudioRules {
    private AudioRules() {}

    static List<Rule> all() {
        return List.of(
                new PlainRule(
                        RuleFamily.AUDIO,
                        "preview.length",
                        "Too short for a preview",
                        "A shop cuts a preview of so many seconds out of every track.",
                        Map.of("seconds", 30),
                        (s, p) -> s.masters((track, master) -> master.seconds() >= p.decimal("seconds")
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        track,
                                        Fields.TRACK_PREVIEW_START,
                                        "%s lasts %s; a preview takes %s s.",
                                        s.name(track),
                                        master.time(),
                                        p.plain("seconds"))))),
                new PlainRule(
                        RuleFamily.AUDIO,
                        "audio.lossless",
                        "Not lossless",
                        "What is coded once more from a coded file loses twice.",
                        (s, p) -> s.masters((track, master) -> master.lossless()
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        track,
                                        Fields.RECORDING_MASTER,
                                        "%s is %s; wanted: a lossless file such as WAV or FLAC.",
                                        s.name(track),
                                        master.says())))));
    }
}
