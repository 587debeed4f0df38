package app.entrada.bench;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.Stream;

/**
 * Search among 50,000 recordings. Most prints are made by chance, with as many peaks as music has and with pitches and times
 * drawn like those of played pieces; the ones that are looked for are real, as they are and damaged.
 */
final class IndexBench {
    private static final int RECORDINGS = 50_000;
    private static final int SECONDS = 200;
    private static final int KNOWN = 20;
    private static final int WARM = 3;
    private static final int RUNS = 60;
    private static final List<String> DAMAGES = List.of(
            "MP3 64 kbit/s",
            "2 % faster",
            "0.7 % faster",
            "noise at 10 dB",
            "30 s from the middle, MP3 128",
            "30 s, noise at 10 dB");

    private IndexBench() {}

    static String run(Path folder) throws IOException {
        Path place = folder.resolve("index-50000");
        List<Corpus.Played> corpus = Corpus.play(folder, 2 * KNOWN);
        Print[] real = new Print[2 * KNOWN];
        for (int i = 0; i < real.length; i++)
            real[i] = FingerprintBench.print(corpus.get(i).wav());
        try (PrintIndex index = PrintIndex.open(place)) {
            double built = fill(index, real);
            Identifier identifier = new Identifier(index);
            double[] known = new double[RUNS];
            double[] unknown = new double[RUNS];
            int right = 0;
            int wrong = 0;
            for (int run = -WARM; run < RUNS; run++) {
                int i = Math.floorMod(run, KNOWN);
                long start = System.nanoTime();
                List<Match> found = identifier.identify(real[i], "");
                double time = (System.nanoTime() - start) / 1e6;
                start = System.nanoTime();
                List<Match> none = identifier.identify(real[KNOWN + i], "");
                double other = (System.nanoTime() - start) / 1e6;
                if (run < 0) continue;
                known[run] = time;
                unknown[run] = other;
                if (isFirst(found, i)) right++;
                if (!none.isEmpty()) wrong++;
            }
            Runtime runtime = Runtime.getRuntime();
            System.gc();
            return String.format(
                    Locale.ROOT,
                    "| %,d recordings of %d s | median ms | 95th ms | slowest ms |%n|---|---|---|---|%n"
                            + "| known sound (%d of %d right) | %s |%n"
                            + "| unknown sound, all speeds tried (%d of %d taken for known) | %s |%n%n"
                            + "%s%nIndex on disk %.2f GB, heap in use %.0f MB%s.%n",
                    index.size(),
                    SECONDS,
                    right,
                    RUNS,
                    times(known),
                    wrong,
                    RUNS,
                    times(unknown),
                    damaged(folder, corpus, identifier),
                    size(place) / 1e9,
                    (runtime.totalMemory() - runtime.freeMemory()) / 1e6,
                    built > 1 ? String.format(Locale.ROOT, ", filled in %.0f s", built) : "");
        }
    }

    /** Seconds. An index whose filling was broken off goes on where it was. */
    private static double fill(PrintIndex index, Print[] real) throws IOException {
        long began = System.nanoTime();
        for (int i = index.size(); i < RECORDINGS; i++)
            if (i < KNOWN) index.add("real-" + i, real[i]);
            else index.add("made-" + i, chance(i, real[i % KNOWN]));
        index.flush();
        return (System.nanoTime() - began) / 1e9;
    }

    /** How often damaged sound is found among so many, and how often damaged strangers are taken for known. */
    private static String damaged(Path folder, List<Corpus.Played> corpus, Identifier identifier) throws IOException {
        StringBuilder table = new StringBuilder(
                "| damage | right at first place | strangers taken for known | median ms | 95th ms | slowest ms |\n|---|---|---|---|---|---|\n");
        for (String damage : DAMAGES) {
            int right = 0;
            int taken = 0;
            List<Double> times = new ArrayList<>();
            for (int i = 0; i < corpus.size(); i++) {
                Print print = FingerprintBench.print(FingerprintBench.damaged(folder, corpus.get(i), damage));
                long start = System.nanoTime();
                List<Match> found = identifier.identify(print, "");
                times.add((System.nanoTime() - start) / 1e6);
                if (i >= KNOWN && !found.isEmpty()) taken++;
                else if (isFirst(found, i)) right++;
            }
            table.append("| %s | %d of %d | %d of %d | %s |%n"
                    .formatted(
                            damage,
                            right,
                            KNOWN,
                            taken,
                            KNOWN,
                            times(times.stream()
                                    .mapToDouble(Double::doubleValue)
                                    .toArray())));
        }
        return table.toString();
    }

    private static boolean isFirst(List<Match> found, int real) {
        return !found.isEmpty() && found.get(0).id().equals("real-" + real);
    }

    private static String times(double[] millis) {
        Arrays.sort(millis);
        int last = millis.length - 1;
        return String.format(
                Locale.ROOT,
                "%.0f | %.0f | %.0f",
                millis[millis.length / 2],
                millis[(int) (last * 0.95)],
                millis[last]);
    }

    private static long size(Path place) throws IOException {
        try (Stream<Path> files = Files.list(place)) {
            return files.mapToLong(file -> file.toFile().length()).sum();
        }
    }

    private static Print chance(long seed, Print like) {
        SplittableRandom chance = new SplittableRandom(seed);
        int frames = (int) (SECONDS * Print.FRAMES_A_SECOND);
        int[] peaks = new int[SECONDS * 18];
        for (int i = 0; i < peaks.length; i++) {
            int pitch = like.peaks()[chance.nextInt(like.peaks().length)] & 1023;
            peaks[i] = chance.nextInt(frames) << 10 | Math.max(0, Math.min(1023, pitch + chance.nextInt(17) - 8));
        }
        Arrays.sort(peaks);
        byte[] picture = new byte[frames / Print.FRAMES_A_STEP * Print.BANDS];
        for (int i = 0; i < picture.length; i++) picture[i] = (byte) (-60 + chance.nextInt(40));
        return new Print(frames, peaks, picture);
    }
}
