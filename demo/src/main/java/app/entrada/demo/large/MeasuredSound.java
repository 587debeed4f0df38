package app.entrada.demo.large;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.text.Sha256;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/** What would have been measured of masters that nothing is wrong with. */
final class MeasuredSound {
    private static final int RATE = 44_100;
    private static final int FRAME = 6; // two channels of 24 bits
    private static final int HEADER = 44;

    private final SplittableRandom chance;

    MeasuredSound(SplittableRandom chance) {
        this.chance = chance;
    }

    /** Two to six minutes. */
    AudioFacts of(String sha256) {
        long samples = (long) RATE * (120 + chance.nextInt(240));
        return new AudioFacts(
                SoundFormat.WAV,
                SoundCodec.PCM,
                RATE,
                24,
                2,
                samples,
                samples * FRAME + HEADER,
                new Sha256(sha256),
                new Sha256(sha256.substring(1) + "a"),
                Optional.of(sound()),
                List.of());
    }

    private Sound sound() {
        int[] outline = new int[240];
        for (int i = 0; i < outline.length; i++) outline[i] = 20 + chance.nextInt(70);
        double loudness = -16 + chance.nextInt(60) / 10.0;
        return new Sound(
                loudness,
                6,
                loudness + 4,
                loudness + 3,
                -1.2,
                -1.5,
                List.of(),
                0,
                new Sound.Silence(0.1, 0.4, List.of()),
                new double[] {0, 0},
                false,
                21_000,
                new Sound.LossySource(false, 0, ""),
                false,
                new Sound.Tempo(70 + chance.nextInt(90), 0.9),
                new Sound.Key("A minor", 0.8),
                new Sound.Excerpt(30, 30, "loud"),
                outline);
    }
}
