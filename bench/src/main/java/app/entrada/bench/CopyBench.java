package app.entrada.bench;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.TaggedCopy;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.map.TagSource;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A tagged copy of a large master beside {@code cp} of the same file, both made durable; wall-clock time, in turn. */
final class CopyBench {
    private static final int RUNS = 5;

    private CopyBench() {}

    static String run(Path folder) throws IOException {
        StringBuilder table = new StringBuilder(
                "| master | cp and sync, s | tagged copy and sync, s | ratio | with its proof, s | heap at most |\n|---|---|---|---|---|---|\n");
        table.append(line(folder, "WAV 518 MB", 518_000_000L));
        table.append(line(folder, "WAV 2.1 GB", 2_100_000_000L));
        table.append(line(folder, "RF64 4.4 GB", 4_400_000_000L));
        return table.toString();
    }

    private static String line(Path folder, String name, long bytes) throws IOException {
        Path master = noise(folder.resolve("large-%d.wav".formatted(bytes)), bytes);
        Path theirs = folder.resolve("copy-cp.wav");
        Path ours = folder.resolve("copy-ours.wav");
        AudioFacts facts = AudioMeasuring.describe(master);
        TagPlan plan = plan(facts);
        int runs = bytes > 3_000_000_000L ? 1 : RUNS;
        double[] cp = new double[runs];
        double[] copy = new double[runs];
        double[] ratios = new double[runs];
        double[] proved = new double[runs];
        for (int i = 0; i < runs; i++) {
            Files.deleteIfExists(theirs);
            long begun = System.nanoTime();
            Shell.run("bash", "-c", "cp \"$0\" \"$1\" && sync \"$1\"", master.toString(), theirs.toString());
            cp[i] = since(begun);
            Files.deleteIfExists(theirs);
            begun = System.nanoTime();
            try (FileChannel in = FileChannel.open(master);
                    FileChannel out = FileChannel.open(ours, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
                TaggedCopy.of(in, plan).write(in, out);
                out.force(true);
            }
            copy[i] = since(begun);
            ratios[i] = copy[i] / cp[i];
            Files.delete(ours);
            begun = System.nanoTime();
            new CopyWriter(new Ffmpeg()).write(master, facts, plan, ours);
            proved[i] = since(begun);
            Files.delete(ours);
        }
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        long heap = runtime.totalMemory() - runtime.freeMemory();
        Files.delete(master);
        return String.format(
                Locale.ROOT,
                "| %s | %.2f | %.2f | %.2f | %.2f | %d MB |%n",
                name,
                median(cp),
                median(copy),
                median(ratios),
                median(proved),
                heap >> 20);
    }

    private static double since(long begun) {
        return (System.nanoTime() - begun) / 1e9;
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static TagPlan plan(AudioFacts facts) {
        Facts release = Facts.NONE.withText(Fields.RELEASE_TITLE, "Tidewrack Almanac");
        Recording recording =
                new Recording(1, Facts.NONE.withText(Fields.RECORDING_ISRC, "XANW92600040"), new Work(1, Facts.NONE));
        Track track = new Track(1, 1, Facts.NONE.withText(Fields.TRACK_TITLE, "Almanac"), recording);
        return TagPlan.of(
                Recipe.byId("store-wav"),
                TagSource.of(new Release(1, 0, release, List.of(track)), track, Optional.of(facts)),
                List.of());
    }

    /** A WAV file of so many bytes of repeated sound, RF64 beyond 4 GiB. */
    private static Path noise(Path file, long bytes) throws IOException {
        long sound = bytes / 4 * 4;
        boolean large = sound > 0xFFFFFF00L;
        ByteBuffer head = ByteBuffer.allocate(80).order(ByteOrder.LITTLE_ENDIAN);
        head.put((large ? "RF64" : "RIFF").getBytes(StandardCharsets.US_ASCII));
        head.putInt(large ? -1 : (int) (sound + 36)).put("WAVE".getBytes(StandardCharsets.US_ASCII));
        if (large)
            head.put("ds64".getBytes(StandardCharsets.US_ASCII))
                    .putInt(28)
                    .putLong(sound + 72)
                    .putLong(sound)
                    .putLong(sound / 4)
                    .putInt(0);
        head.put("fmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16);
        head.putShort((short) 1).putShort((short) 2).putInt(44_100).putInt(176_400);
        head.putShort((short) 4).putShort((short) 16);
        head.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(large ? -1 : (int) sound);
        byte[] block = new byte[1 << 20];
        new java.util.Random(1).nextBytes(block);
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            out.write(head.flip());
            for (long left = sound; left > 0; ) {
                int now = (int) Math.min(left, block.length);
                ByteBuffer some = ByteBuffer.wrap(block, 0, now);
                while (some.hasRemaining()) out.write(some);
                left -= now;
            }
        }
        return file;
    }
}
