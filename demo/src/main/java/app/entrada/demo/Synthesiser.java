package app.entrada.demo;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;

/** Plays a {@link Piece} into a WAV file: 44.1 kHz, 16 bits, stereo. The same piece gives the same bytes. */
public final class Synthesiser {
    /** Samples a second. */
    public static final int RATE = 44_100;

    private static final double TUNING = 440.0;
    private static final int[] MAJOR = {0, 2, 4, 5, 7, 9, 11};
    private static final int[] MINOR = {0, 2, 3, 5, 7, 8, 10};
    /** Chords as steps of the scale; each holds a bar of four beats. */
    private static final int[][] PROGRESSIONS = {{0, 3, 4, 0}, {0, 5, 3, 4}, {0, 4, 5, 3}, {5, 3, 0, 4}};

    private static final double PEAK = 0.7;

    /** One turn of a sine; looking it up costs a tenth of computing it, and nobody hears the difference at 84 dB. */
    private static final double[] SINE = new double[1 << 14];
    /** exp(−x) for x from 0 to 16. */
    private static final double[] DECAY = new double[1 << 14];

    static {
        for (int i = 0; i < SINE.length; i++) SINE[i] = Math.sin(2 * Math.PI * i / SINE.length);
        for (int i = 0; i < DECAY.length; i++) DECAY[i] = Math.exp(-16.0 * i / DECAY.length);
    }

    /** Sine of a phase in turns; negative phases are right too. */
    private static double sine(double turns) {
        double at = turns * SINE.length;
        // rounding down by hand: the library's own costs more than all else here until it is compiled a second time
        int below = (int) at;
        return SINE[(at < below ? below - 1 : below) & SINE.length - 1];
    }

    private static double decay(double x) {
        return DECAY[(int) Math.min(DECAY.length - 1, x * DECAY.length / 16)];
    }

    private final Piece piece;
    private final float[] left;
    private final float[] right;

    private Synthesiser(Piece piece) {
        this.piece = piece;
        int frames = (int) Math.round(piece.seconds() * RATE);
        left = new float[frames];
        right = new float[frames];
    }

    /** Plays the piece into a file. */
    public static void write(Piece piece, Path wav) throws IOException {
        write(piece, 0, wav);
    }

    /**
     * Plays the piece into a file that lacks its beginning.
     *
     * @param lacks seconds that are missing at its head
     */
    public static void write(Piece piece, double lacks, Path wav) throws IOException {
        Synthesiser player = new Synthesiser(piece);
        player.play();
        player.save(wav, (int) Math.round(lacks * RATE));
    }

    private void play() {
        SplittableRandom chance = new SplittableRandom(piece.seed());
        int[] progression = PROGRESSIONS[chance.nextInt(PROGRESSIONS.length)];
        double beat = 60.0 / piece.bpm();
        int beats = (int) (piece.seconds() / beat);
        SplittableRandom melody = new SplittableRandom(piece.seed() * 31 + 7);
        int step = 0;
        for (int i = 0; i < beats; i++) {
            double at = i * beat;
            int chord = progression[i / 4 % progression.length];
            step = Math.max(-3, Math.min(7, step + melody.nextInt(5) - 2));
            beat(i, at, beat, chord, step, chance);
            if (piece.voiceFrom() > 0 && at >= piece.voiceFrom() && i % 2 == 0)
                sing(at, beat * 1.8, pitch(chord + step % 3, 0));
        }
    }

    private void beat(int i, double at, double beat, int chord, int step, SplittableRandom chance) {
        boolean bar = i % 4 == 0;
        switch (piece.layers()) {
            case STRINGS -> {
                for (int half = 0; half < 2; half++)
                    pluck(at + half * beat / 2, beat * 1.5, pitch(chord + (half + i) % 3 * 2, 0), -0.4, chance);
                if (bar) bass(at, beat * 3.5, pitch(chord, -2));
                if (i % 2 == 0) pluck(at, beat * 2, pitch(chord + step, 1), 0.3, chance);
            }
            case BELLS -> {
                bell(at, beat * 4, pitch(chord + step, 1), i % 2 == 0 ? -0.5 : 0.5);
                if (bar) bass(at, beat * 4, pitch(chord, -1));
            }
            case BAND -> {
                pluck(at, beat, pitch(chord + i % 3 * 2, 0), -0.5, chance);
                pluck(at + beat / 2, beat, pitch(chord + step, 1), 0.5, chance);
                bass(at, beat * 0.9, pitch(chord, -2));
                drum(at, i % 2 == 0 ? 0.16 : 0.12, i % 2 == 0, chance);
            }
            case QUARTET -> {
                bass(at, beat * 0.9, pitch(chord + i % 4, -2));
                drum(at + beat * 2 / 3, 0.06, false, chance);
                bell(at, beat * 1.5, pitch(chord + step, 0), 0.35);
                if (bar) pluck(at, beat * 3, pitch(chord + 2, 0), -0.35, chance);
            }
            case BEATS -> {
                drum(at, 0.2, true, chance);
                drum(at + beat / 2, 0.05, false, chance);
                bass(at + beat / 4, beat * 0.6, pitch(chord, -2));
                if (i % 8 < 6) pluck(at + beat / 2, beat * 0.7, pitch(chord + step, 1), 0.2, chance);
            }
        }
    }

    /** Frequency of a step of the scale, in octaves around the middle. */
    private double pitch(int step, int octave) {
        int[] scale = piece.minor() ? MINOR : MAJOR;
        int semitones = piece.key() + scale[Math.floorMod(step, 7)] + 12 * (Math.floorDiv(step, 7) + octave - 1);
        return TUNING * Math.pow(2, semitones / 12.0);
    }

    /** A plucked string: noise going round a delay line that dulls it (Karplus and Strong 1983). */
    private void pluck(double at, double seconds, double frequency, double pan, SplittableRandom chance) {
        float[] line = new float[Math.max(2, (int) Math.round(RATE / frequency))];
        for (int i = 0; i < line.length; i++) line[i] = (float) (chance.nextDouble() * 2 - 1);
        int start = (int) (at * RATE);
        int frames = Math.min((int) (seconds * RATE), left.length - start);
        for (int i = 0; i < frames; i++) {
            int here = i % line.length;
            float sound = line[here];
            line[here] = 0.498f * (sound + line[(here + 1) % line.length]);
            add(start + i, sound * 0.30f * release(i, frames), pan);
        }
    }

    /** A bell: one tone bending another, both dying away. */
    private void bell(double at, double seconds, double frequency, double pan) {
        tone(at, seconds, pan, (time, share) -> {
            double fade = decay(3 * time);
            return 0.22 * fade * sine(frequency * time + 0.35 * fade * sine(frequency * 2.76 * time));
        });
    }

    private void bass(double at, double seconds, double frequency) {
        tone(
                at,
                seconds,
                0,
                (time, share) ->
                        0.26 * decay(0.8 * time) * (sine(frequency * time) + 0.3 * sine(2 * frequency * time)));
    }

    /** A sung tone: harmonics weighted by two formants, with vibrato. */
    private void sing(double at, double seconds, double frequency) {
        double[] weights = new double[6];
        for (int i = 0; i < weights.length; i++) {
            double hertz = frequency * (i + 1);
            weights[i] = Math.exp(-Math.pow((hertz - 700) / 350, 2))
                    + 0.6 * Math.exp(-Math.pow((hertz - 1150) / 300, 2))
                    + 0.15 / (i + 1);
        }
        tone(at, seconds, 0.05, (time, share) -> {
            double turns = frequency * time + 0.13 * sine(5.5 * time);
            double sound = 0;
            for (int i = 0; i < weights.length; i++) sound += weights[i] * sine((i + 1) * turns);
            return 0.16 * sound * Math.min(1, share * 12);
        });
    }

    /** A struck skin (falling tone) or a brush (noise). */
    private void drum(double at, double level, boolean low, SplittableRandom chance) {
        SplittableRandom noise = chance.split();
        tone(at, low ? 0.25 : 0.12, 0, (time, share) -> {
            double fade = decay(time * (low ? 14 : 40));
            double skin = low ? sine(50 * time + 3 * (1 - decay(30 * time))) : 0;
            return level * fade * (2 * skin + (noise.nextDouble() * 2 - 1) * (low ? 0.3 : 1));
        });
    }

    private interface Sound {
        /** @param share how much of the tone has passed, 0–1 */
        double at(double time, double share);
    }

    private void tone(double at, double seconds, double pan, Sound sound) {
        int start = (int) (at * RATE);
        int frames = Math.min((int) (seconds * RATE), left.length - start);
        for (int i = 0; i < frames; i++)
            add(start + i, (float) (sound.at(i / (double) RATE, i / (double) frames) * release(i, frames)), pan);
    }

    /** Fades the last hundredth of a second, so that no tone ends with a click. */
    private static float release(int i, int frames) {
        return Math.min(1f, (frames - i) / (RATE / 100f));
    }

    private void add(int frame, float sound, double pan) {
        left[frame] += sound * (float) (0.5 - pan / 2);
        right[frame] += sound * (float) (0.5 + pan / 2);
    }

    private void save(Path wav, int from) throws IOException {
        float highest = 1e-9f;
        for (int i = 0; i < left.length; i++)
            highest = Math.max(highest, Math.max(Math.abs(left[i]), Math.abs(right[i])));
        float scale = (float) (PEAK * 32767 / highest);
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(wav), 1 << 16)) {
            int bytes = (left.length - from) * 4;
            ByteBuffer head = ByteBuffer.allocate(44).order(ByteOrder.LITTLE_ENDIAN);
            head.put("RIFF".getBytes(UTF_8))
                    .putInt(36 + bytes)
                    .put("WAVEfmt ".getBytes(UTF_8))
                    .putInt(16);
            head.putShort((short) 1).putShort((short) 2).putInt(RATE).putInt(RATE * 4);
            head.putShort((short) 4)
                    .putShort((short) 16)
                    .put("data".getBytes(UTF_8))
                    .putInt(bytes);
            out.write(head.array());
            ByteBuffer block = ByteBuffer.allocate(4 * 4096).order(ByteOrder.LITTLE_ENDIAN);
            for (int i = from; i < left.length; i++) {
                block.putShort((short) Math.round(left[i] * scale)).putShort((short) Math.round(right[i] * scale));
                if (!block.hasRemaining()) {
                    out.write(block.array());
                    block.clear();
                }
            }
            out.write(block.array(), 0, block.position());
        }
    }
}
