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
                        "A listener skips what does not begin.",
                        Map.of("max", 1),
                        (master, sound, p) -> sound.silence().headSeconds() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "is silent for its first %.1f s; at most %s s are wanted.",
                                        sound.silence().headSeconds(), p.plain("max"))),
                rule(
                        "audio.silence-tail",
                        "Silence at the tail",
                        "Silence at the end is heard as a fault, and counted as playing time.",
                        Map.of("max", 5),
                        (master, sound, p) -> sound.silence().tailSeconds() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "is silent for its last %.1f s; at most %s s are wanted.",
                                        sound.silence().tailSeconds(), p.plain("max"))),
                rule(
                        "audio.silence-inside",
                        "Silence inside",
                        "A long rest within a piece is usually a second piece hidden behind the first, or a dropout.",
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
                        "Runs of samples at one level are heard as crackling.",
                        Map.of("runs", 3),
                        (master, sound, p) -> sound.clippingCount() <= p.number("runs")
                                ? Optional.empty()
                                : says(
                                        "is clipped %,d times, first at %s; up to %s are let pass.",
                                        sound.clippingCount(),
                                        AudioFacts.time(Math.round(
                                                sound.clippings().get(0).at() * 1000)),
                                        p.plain("runs"))),
                rule(
                        "audio.true-peak",
                        "True peak",
                        "Peaks between the samples clip when the sound is coded for listening (ITU-R BS.1770).",
                        Map.of("max", -1),
                        (master, sound, p) -> sound.truePeakDbtp() <= p.decimal("max") + 0.05
                                ? Optional.empty()
                                : says(
                                        "has a true peak of %+.1f dBTP; at most %s are wanted.",
                                        sound.truePeakDbtp(), p.plain("max"))),
                rule(
                        "audio.loudness",
                        "Loudness",
                        "Players level what they play: what is louder is turned down, what is softer may stay soft (EBU R 128).",
                        Map.of("min", -23, "max", -8),
                        (master, sound, p) -> sound.silent()
                                        || sound.integratedLufs() >= p.decimal("min")
                                                && sound.integratedLufs() <= p.decimal("max")
                                ? Optional.empty()
                                : says(
                                        "has a loudness of %.1f LUFS; usual are %s to %s.",
                                        sound.integratedLufs(), p.plain("min"), p.plain("max"))),
                rule(
                        "audio.dc-offset",
                        "DC offset",
                        "A constant offset takes headroom and clicks at cuts.",
                        Map.of("max", 0.01),
                        (master, sound, p) -> {
                            double most = 0;
                            for (double offset : sound.dcOffset()) most = Math.max(most, Math.abs(offset));
                            return most <= p.decimal("max")
                                    ? Optional.empty()
                                    : says(
                                            "lies off the middle by %.1f %% of full scale; at most %.1f %% are wanted.",
                                            most * 100, p.decimal("max") * 100);
                        }),
                rule(
                        "audio.false-stereo",
                        "False stereo",
                        "Two channels that hold the same are mono at twice the size, and often a slip in the export.",
                        Map.of(),
                        (master, sound, p) -> sound.falseStereo()
                                ? Optional.of("has two channels that hold the same sound.")
                                : Optional.empty()),
                rule(
                        "audio.lossy-source",
                        "Lossy source",
                        "A master made from a compressed file cannot be mended later; stores refuse it when they hear it.",
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
                        "A higher sample rate than the sound needs promises what is not there.",
                        Map.of(),
                        (master, sound, p) -> !sound.upsampled()
                                ? Optional.empty()
                                : says(
                                        "has %,d Hz, but its sound ends at %.1f kHz: it was recorded at a lower rate.",
                                        master.sampleRate(), sound.bandwidthHz() / 1000)),
                rule(
                        "audio.duration",
                        "Length",
                        "Very short and very long tracks are counted and paid otherwise, or refused.",
                        Map.of("min", 2, "max", 7200),
                        (master, sound, p) ->
                                master.seconds() >= p.decimal("min") && master.seconds() <= p.decimal("max")
                                        ? Optional.empty()
                                        : says(
                                                "is %s long; %s to %s are taken.",
                                                master.time(),
                                                AudioFacts.time(p.number("min") * 1000),
                                                AudioFacts.time(p.number("max") * 1000))),
                rule(
                        "audio.channels",
                        "Channels",
                        "Stereo is wanted; mono is played on both sides.",
                        Map.of("min", 2, "max", 2),
                        (master, sound, p) ->
                                master.channels() >= p.number("min") && master.channels() <= p.number("max")
                                        ? Optional.empty()
                                        : says(
                                                "has %d channels; %s to %s are taken.",
                                                master.channels(), p.plain("min"), p.plain("max"))));
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
