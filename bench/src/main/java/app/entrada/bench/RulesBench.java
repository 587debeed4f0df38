package app.entrada.bench;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.rules.RuleExample;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.demo.DemoReceivers;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ForkJoinPool;
import java.util.stream.IntStream;

/** Findings of a release for all nine destinations: from scratch, after one edit, and of a whole catalogue. */
final class RulesBench {
    private static final int TRACKS = 20;
    private static final int RUNS = 400;
    private static final int CATALOGUE = 4_000;

    private RulesBench() {}

    static String run(Path folder) {
        List<Profile> profiles = DemoReceivers.all();
        ReleaseContext subject = release(TRACKS);
        double[] scratch = new double[RUNS];
        double[] edit = new double[RUNS];
        double[] carried = new double[RUNS];
        int ran = 0;
        int findings = 0;
        Checker kept = new Checker(profiles);
        ReleaseContext now = subject;
        // the first runs warm the compiler up and are not counted
        for (int run = -RUNS; run < RUNS; run++) {
            int at = Math.max(0, run);
            long start = System.nanoTime();
            List<Finding> all = Checker.check(subject, profiles);
            scratch[at] = (System.nanoTime() - start) / 1e6;
            findings = all.size();
            now = edited(now, run);
            start = System.nanoTime();
            kept.check(now);
            edit[at] = (System.nanoTime() - start) / 1e6;
            ran = kept.ran();
            Release other = now.release()
                    .with(List.of(new Change(
                            new Ref(Fields.RELEASE_GENRE.entity(), 1),
                            Fields.RELEASE_GENRE,
                            null,
                            run % 2 == 0 ? "Folk" : "Rock")));
            now = now.with(other);
            start = System.nanoTime();
            kept.check(now);
            carried[at] = (System.nanoTime() - start) / 1e6;
        }
        int rules = new java.util.HashSet<>(profiles.stream()
                        .flatMap(profile -> profile.rules().stream())
                        .map(applied -> List.of(applied.rule().id(), applied.params()))
                        .toList())
                .size();
        long start = System.nanoTime();
        long total = catalogue(profiles);
        double seconds = (System.nanoTime() - start) / 1e9;
        return String.format(
                Locale.ROOT,
                """
                One release of %d tracks, %d destinations, %d different rules with their limits, %d findings; %d runs, warm.

                | what | median | 99th of 100 | target |
                |---|---|---|---|
                | from scratch | %.2f ms | %.2f ms | 10 ms |
                | after one edit of a track's title (%d rules run again) | %.2f ms | %.2f ms | 2 ms |
                | after one edit of the release's genre | %.2f ms | %.2f ms | 2 ms |

                Recheck of %,d releases of 12 tracks for all destinations on two threads: %.1f s (%,d findings); target 20 s.
                """,
                TRACKS,
                profiles.size(),
                rules,
                findings,
                RUNS,
                median(scratch),
                high(scratch),
                ran,
                median(edit),
                high(edit),
                median(carried),
                high(carried),
                CATALOGUE,
                seconds,
                total);
    }

    private static long catalogue(List<Profile> profiles) {
        ReleaseContext release = release(12);
        ForkJoinPool two = new ForkJoinPool(2);
        try {
            return two.submit(() -> IntStream.range(0, CATALOGUE)
                            .parallel()
                            .mapToLong(i ->
                                    Checker.check(edited(release, i), profiles).size())
                            .sum())
                    .join();
        } finally {
            two.shutdown();
        }
    }

    private static ReleaseContext edited(ReleaseContext subject, int run) {
        return subject.with(subject.release()
                .with(List.of(new Change(
                        new Ref(Fields.TRACK_TITLE.entity(), 13),
                        Fields.TRACK_TITLE,
                        null,
                        "Low Bridge " + Math.abs(run)))));
    }

    private static ReleaseContext release(int tracks) {
        List<Map<String, Object>> all = new ArrayList<>();
        for (int i = 1; i <= tracks; i++) {
            Map<String, Object> track = new LinkedHashMap<>();
            track.put("track.title", "Lock Number " + i + (i % 7 == 0 ? " (feat. Petra Vann)" : ""));
            track.put("work.writers", "Joss Amberley: CA 50/50; Ines Quillon: CA 50/50");
            track.put("recording.credits", "Joss Amberley: vocals, guitar; Tobit Marrow: drums; Hanna Veil: mastering");
            track.put("recording.keywords", "river; tide; lantern; winter");
            track.put("recording.recordedOn", "2026-05");
            track.put("recording.country", "DE");
            all.add(track);
        }
        return new RuleExample.Case(Map.of("release.kind", "album", "tracks", all)).subject();
    }

    private static double median(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static double high(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length * 99 / 100];
    }
}
