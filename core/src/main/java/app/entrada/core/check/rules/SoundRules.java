package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Rules that compare one measured number of a master with a limit: they differ in what they look at and in their sentence.
 * Seconds are whole or decimal numbers, levels tenths of a decibel or LU as decimal numbers.
 */
final class SoundRules {
    /** What a rule sees in one master: the end of the sentence that begins with the track's name, or nothing. */
    private interface SoundLook {
        Optional<String> at(AudioFacts master, Sound sound, Params p);
    }

    private SoundRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "audio.silence-head",
                        "Silence at the head",
                        "Listeners skip a track that does not start.",
                        Map.of("max", 1),
                        (master, sound, p) -> sound.silence().headSeconds() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "is silent for its first %.1f s; at most %s s are accepted.",
                                        sound.silence().headSeconds(), p.plain("max"))),
                rule(
                        "audio.silence-tail",
                        "Silence at the tail",
                        "Silence at the end sounds like a fault and counts as playing time.",
                        Map.of("max", 5),
                        (master, sound, p) -> sound.silence().tailSeconds() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "is silent for its last %.1f s; at most %s s are accepted.",
                                        sound.silence().tailSeconds(), p.plain("max"))),
                rule(
                        "audio.silence-inside",
                        "Silence inside",
                        "A long silence within a track is usually a hidden track or a dropout.",
                        Map.of("max", 4),
                        (master, sound, p) -> sound.silence().inside().stream()
                                .filter(rest -> rest.seconds() > p.decimal("max"))
                                .findFirst()
                                .map(rest -> String.format(
                                        Locale.ROOT,
                                        "is silent from %s for %.1f s; at most %s s are wanted.",
                                        AudioFacts.time(Math.round(rest.at() * 1000)),
                                        rest.seconds(),
                                        p.plain("max")))),
                rule(
                        "audio.clipping",
                        "Clipping",
                        "Clipped samples are heard as crackling.",
                        Map.of("runs", 3),
                        (master, sound, p) -> sound.clippingCount() <= p.number("runs")
                                ? Optional.empty()
                                : says(
                                        "is clipped %,d times, first at %s; up to %s are accepted.",
                                        sound.clippingCount(),
                                        AudioFacts.time(Math.round(
                                                sound.clippings().get(0).at() * 1000)),
                                        p.plain("runs"))),
                rule(
                        "audio.true-peak",
                        "True peak",
                        "Peaks between samples clip when the audio is encoded (ITU-R BS.1770).",
                        Map.of("max", -1),
                        (master, sound, p) -> sound.truePeakDbtp() <= p.decimal("max") + 0.05
                                ? Optional.empty()
                                : says(
                                        "has a true peak of %+.1f dBTP; at most %s is accepted.",
                                        sound.truePeakDbtp(), p.plain("max"))),
                rule(
                        "audio.loudness",
                        "Loudness",
                        "Players even out loudness: louder tracks are turned down, quieter ones may stay quiet (EBU R 128).",
                        Map.of("min", -23, "max", -8),
                        (master, sound, p) -> sound.silent()
                                        || sound.integratedLufs() >= p.decimal("min")
                                                && sound.integratedLufs() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "has a loudness of %.1f LUFS; %s to %s is usual.",
                                        sound.integratedLufs(), p.plain("min"), p.plain("max"))),
                rule(
                        "audio.dc-offset",
                        "DC offset",
                        "A constant offset costs headroom and clicks at edits.",
                        Map.of("max", 0.01),
                        (master, sound, p) -> {
                            double most = 0;
                            for (double offset : sound.dcOffset()) most = Math.max(most, Math.abs(offset));
                            return most <= p.decimal("max")
                                    ? Optional.empty()
                                    : says(
                                            "has a DC offset of %.1f %% of full scale; at most %.1f %% is accepted.",
                                            most * 100, p.decimal("max") * 100);
                        }),
                rule(
                        "audio.false-stereo",
                        "False stereo",
                        "Two identical channels are mono at twice the size, and often an export mistake.",
                        Map.of(),
                        (master, sound, p) ->
                                sound.falseStereo() ? Optional.of("has two identical channels.") : Optional.empty()),
                rule(
                        "audio.lossy-source",
                        "Lossy source",
                        "A master made from a compressed file cannot be repaired; stores reject it when they detect it.",
                        Map.of("confidence", 0.4),
                        (master, sound, p) -> !master.lossless()
                                        || !sound.lossySource().suspected()
                                        || sound.lossySource().confidence() < p.decimal("confidence")
                                ? Optional.empty()
                                : says(
                                        "is possibly from a lossy source, cut off at %.1f kHz (confidence %.0f %%): %s.",
                                        sound.bandwidthHz() / 1000,
                                        sound.lossySource().confidence() * 100,
                                        sound.lossySource().reason())),
                rule(
                        "audio.upsampled",
                        "Upsampled",
                        "A higher sample rate than the audio contains promises quality that is not there.",
                        Map.of(),
                        (master, sound, p) -> !sound.upsampled()
                                ? Optional.empty()
                                : says(
                                        "has %,d Hz, but its audio ends at %.1f kHz: it was recorded at a lower rate.",
                                        master.sampleRate(), sound.bandwidthHz() / 1000)),
                rule(
                        "audio.duration",
                        "Length",
                        "Very short and very long tracks are counted and paid differently, or rejected.",
                        Map.of("min", 2, "max", 7200),
                        (master, sound, p) ->
                                master.seconds() >= p.decimal("min") && master.seconds() <= p.decimal("max")
                                        ? Optional.empty()
                                        : says(
                                                "is %s long; %s to %s is accepted.",
                                                master.time(),
                                                AudioFacts.time(p.number("min") * 1000),
                                                AudioFacts.time(p.number("max") * 1000))),
                rule(
                        "audio.channels",
                        "Channels",
                        "Stereo is expected; mono is played on both sides.",
                        Map.of("min", 2, "max", 2),
                        (master, sound, p) ->
                                master.channels() >= p.number("min") && master.channels() <= p.number("max")
                                        ? Optional.empty()
                                        : says(
                                                p.plain("min").equals(p.plain("max"))
                                                        ? "is in %s; accepted: %s."
                                                        : "is in %s; accepted: %s to %s.",
                                                AudioFacts.channelsLabel(master.channels()),
                                                AudioFacts.channelsLabel((int) p.number("min")),
                                                AudioFacts.channelsLabel((int) p.number("max")))));
    }

    private static Optional<String> says(String sentence, Object... values) {
        return Optional.of(String.format(Locale.ROOT, sentence, values));
    }

    private static Rule rule(String id, String name, String reason, Map<String, Object> parameters, SoundLook look) {
        return new PlainRule(
                RuleFamily.AUDIO,
                id,
                name,
                reason,
                parameters,
                (s, p) -> s.masters((track, master) -> master.sound()
                        .flatMap(sound -> look.at(master, sound, p))
                        .map(end -> Observation.at(
                                s,
                                track,
                                Fields.RECORDING_MASTER,
                                "%s",
                                "The master of " + s.name(track) + " " + end))));
    }
}
