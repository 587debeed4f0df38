package app.entrada.core.sound;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/** Test signals as 32-bit floating-point WAV files: what is in them is known by arithmetic. */
final class Signal {
    private final int rate;
    private final int channels;
    private final List<double[]> frames = new ArrayList<>();

    Signal(int rate, int channels) {
        this.rate = rate;
        this.channels = channels;
    }

    /** A sine on all channels, with a level for each in dBFS. */
    Signal sine(double hertz, double seconds, double... levels) {
        double[] amplitudes = new double[channels];
        for (int i = 0; i < channels; i++) amplitudes[i] = Math.pow(10, levels[Math.min(i, levels.length - 1)] / 20);
        int count = (int) Math.round(seconds * rate);
        int from = frames.size();
        for (int i = 0; i < count; i++) {
            double value = Math.sin(2 * Math.PI * hertz * (from + i) / rate);
            double[] frame = new double[channels];
            for (int c = 0; c < channels; c++) frame[c] = amplitudes[c] * value;
            frames.add(frame);
        }
        return this;
    }

    /** Anything, the same on all channels. */
    Signal sound(double seconds, DoubleUnaryOperator byTime) {
        int count = (int) Math.round(seconds * rate);
        for (int i = 0; i < count; i++) {
            double[] frame = new double[channels];
            java.util.Arrays.fill(frame, byTime.applyAsDouble(i / (double) rate));
            frames.add(frame);
        }
        return this;
    }

    Signal rest(double seconds) {
        return sound(seconds, time -> 0);
    }

    Sound measured(Path folder) throws IOException {
        Path wav = Files.createTempFile(folder, "signal", ".wav");
        int bytes = frames.size() * channels * 4;
        ByteBuffer out = ByteBuffer.allocate(44 + bytes).order(ByteOrder.LITTLE_ENDIAN);
        out.put("RIFF".getBytes(UTF_8))
                .putInt(36 + bytes)
                .put("WAVEfmt ".getBytes(UTF_8))
                .putInt(16);
        out.putShort((short) 3).putShort((short) channels).putInt(rate).putInt(rate * 4 * channels);
        out.putShort((short) (4 * channels))
                .putShort((short) 32)
                .put("data".getBytes(UTF_8))
                .putInt(bytes);
        for (double[] frame : frames) for (double value : frame) out.putFloat((float) value);
        Files.write(wav, out.array());
        return AudioMeasuring.measure(wav, done -> {}).sound().orElseThrow();
    }
}
