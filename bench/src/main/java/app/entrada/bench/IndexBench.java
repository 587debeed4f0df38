package app.entrada.bench;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.Stream;

/**
 * Search among 50,000 recordings. Most prints are made by chance, with as many peaks as music has and with pitches and times
 * drawn like those of played pieces; the ones that are looked for are real.
 */
final class IndexBench {
    private static final int RECORDINGS = 50_000;
    private static final int SECONDS = 200;

    private IndexBench() {}

    static String run(Path folder) throws IOException {
        Path place = folder.resolve("index-50000");
        List<Corpus.Played> corpus = Corpus.play(folder, 40);
        Print[] real = new Print[40];
        for (int i = 0; i < 40; i++)
            real[i] = FingerprintBench.print(corpus.get(i).wav());
        try (PrintIndex index = PrintIndex.open(place)) {
            long began = System.nanoTime();
            boolean fresh = index.size() == 0;
            if (fresh) {
                for (int i = 0; i < 20; i++) index.add("real-" + i, real[i]);
                for (int i = 20; i < RECORDINGS; i++) index.add("made-" + i, chance(i, real[i % 20]));
                index.flush();
            }
            double built = (System.nanoTime() - began) / 1e9;
            Identifier identifier = new Identifier(index);
            double[] known = new double[60];
            double[] unknown = new double[60];
            int right = 0;
            int wrong = 0;
            for (int run = 0; run < 63; run++) {
                int i = run % 20;
                long start = System.nanoTime();
                List<Match> found = identifier.identify(real[i], "");
                double time = (System.nanoTime() - start) / 1e6;
                start = System.nanoTime();
                List<Match> none = identifier.identify(real[20 + i], "");
                double other = (System.nanoTime() - start) / 1e6;
                if (run < 3) continue;
                known[run - 3] = time;
                unknown[run - 3] = other;
                if (!found.isEmpty() && found.get(0).id().equals("real-" + i)) right++;
                if (!none.isEmpty()) wrong++;
            }
            Arrays.sort(known);
            Arrays.sort(unknown);
            long bytes;
            try (Stream<Path> files = Files.list(place)) {
                bytes = files.mapToLong(file -> file.toFile().length()).sum();
            }
            Runtime runtime = Runtime.getRuntime();
            System.gc();
            return String.format(
                    Locale.ROOT,
                    "| %,d recordings of %d s | median ms | 95th ms | slowest ms |%n|---|---|---|---|%n"
                            + "| known sound (%d of 60 right) | %.0f | %.0f | %.0f |%n"
                            + "| unknown sound, all speeds tried (%d of 60 taken for known) | %.0f | %.0f | %.0f |%n%n"
                            + "Index on disk %.2f GB, heap in use %.0f MB%s.%n",
                    index.size(),
                    SECONDS,
                    right,
                    known[30],
                    known[57],
                    known[59],
                    wrong,
                    unknown[30],
                    unknown[57],
                    unknown[59],
                    bytes / 1e9,
                    (runtime.totalMemory() - runtime.freeMemory()) / 1e6,
                    fresh ? String.format(Locale.ROOT, ", built in %.0f s", built) : "");
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
