package app.entrada.bench;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.Sound;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** Tempo and key of pieces whose tempo and key are known, since they were played from them. */
final class TempoKeyBench {
    private TempoKeyBench() {}

    static String run(Path folder, int pieces) throws IOException {
        int exact = 0;
        int multiple = 0;
        int keys = 0;
        int near = 0;
        for (Corpus.Played each : Corpus.play(folder, pieces)) {
            Sound sound =
                    AudioMeasuring.measure(each.wav(), bytes -> {}).sound().orElseThrow();
            double ratio = sound.tempo().bpm() / each.piece().bpm();
            if (Math.abs(ratio - 1) < 0.02) exact++;
            else if (within(ratio, 2) || within(ratio, 0.5) || within(ratio, 3) || within(ratio, 1.5)) multiple++;
            if (sound.key().name().equals(each.key())) keys++;
            else {
                if (related(sound.key().name(), each.key())) near++;
                System.err.printf(
                        "%s %s: %s %.2f%n",
                        each.id(), each.key(), sound.key().name(), sound.key().confidence());
            }
            System.err.printf(
                    Locale.ROOT,
                    "%s %s %d: %.1f (%.2f)%n",
                    each.id(),
                    each.piece().layers(),
                    each.piece().bpm(),
                    sound.tempo().bpm(),
                    sound.tempo().confidence());
        }
        return String.format(
                Locale.ROOT,
                "| measured | right | related (double, half or triple tempo; relative, dominant or parallel key) | of |%n|---|---|---|---|%n| tempo, within 2 %% | %d | %d | %d |%n| key | %d | %d | %d |%n",
                exact,
                multiple,
                pieces,
                keys,
                near,
                pieces);
    }

    private static boolean within(double ratio, double of) {
        return Math.abs(ratio / of - 1) < 0.02;
    }

    private static boolean related(String found, String truth) {
        List<String> names = List.of("C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B");
        int a = names.indexOf(found.split(" ")[0]);
        int b = names.indexOf(truth.split(" ")[0]);
        boolean same = found.split(" ")[1].equals(truth.split(" ")[1]);
        int apart = Math.floorMod(a - b, 12);
        boolean minor = truth.endsWith("minor");
        return same ? apart == 7 || apart == 5 : apart == 0 || apart == (minor ? 3 : 9);
    }
}
