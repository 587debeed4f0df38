package app.entrada.core.fingerprint;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Finds known files that share sound with a print. Counts shared landmarks by file, looks with the best whether their times
 * lie on one line, and compares those along time. Speeds other than the same are only tried when that finds nothing whole.
 */
public final class Identifier {
    private static final double[] SPEEDS = {0.9790, 0.9860, 0.9930, 1.0070, 1.0140, 1.0211};
    private static final int ASKED_PARTNERS = 5;
    private static final int MOST_ASKED_PEAKS = 300;
    /** At other speeds than the same fewer are asked for: there are six of them, and they are seldom needed. */
    private static final int MOST_ASKED_PEAKS_OTHERWISE = 160;

    /**
     * Postings that are counted at most, of the rarest landmarks first: one that is in every piece says least and costs most. In
     * an index of some thousand prints that is all of them; in a large one it keeps the time of a search.
     */
    private static final int MOST_COUNTED = 2_500_000;

    private static final int MOST_COUNTED_OTHERWISE = 800_000;

    /** From so many prints on their mean is what chance gives. */
    private static final int LARGE = 100;
    /** How many standard deviations above chance the best file must lie. */
    private static final double STANDS_OUT = 3.5;

    private static final int CANDIDATES = 12;
    private static final int MOST_MATCHES = 10;
    private static final int LEAST_ON_LINE = 6;
    /** Width of a bin of offsets, frames. */
    private static final int BIN = 6;

    /** A pair lies on a line within so many frames. */
    private static final double ON_LINE = 2.5;

    /** A peak is the same within so many frames … */
    private static final double NEAR_FRAMES = 2;
    /** … and 192nds of an octave. */
    private static final double NEAR_PITCH = 5;

    /** Peaks shared where nothing differs … */
    private static final double LEAST_SHARED = 0.12;
    /** … and where only parts agree: two pieces with the same drums share up to a fifth by chance. */
    private static final double LEAST_SHARED_IN_PARTS = 0.24;

    private static final double LEAST_PART = 6;
    private static final int LEAST_HITS = 15;
    private static final double LEAST_AGREEING = 4;
    /** A difference at an end counts as silence while no more than this much of it has sound in both, seconds. */
    private static final double SILENCE_REACHES = 1.5;

    /** A playing time that differs by more is presumed a new recording (ISO 3901). */
    private static final double SAME_RECORDING_SECONDS = 10;

    private final PrintIndex index;

    /** @param index where known prints are */
    public Identifier(PrintIndex index) {
        this.index = index;
    }

    /**
     * Files that share sound with this print, best first.
     *
     * @param except id of a file that is not to be found, usually the asked one; may be empty
     */
    public List<Match> identify(Print asked, String except) throws IOException {
        synchronized (index) {
            List<Match> matches = at(asked, 1, except);
            if (matches.stream().anyMatch(match -> match.verdict() != Match.Verdict.OTHER_VERSION)) return matches;
            List<Match> all = new ArrayList<>(matches);
            for (double speed : SPEEDS)
                for (Match match : at(asked, speed, except))
                    if (all.stream()
                            .noneMatch(
                                    known -> known.id().equals(match.id()) && known.agreeing() >= match.agreeing())) {
                        all.removeIf(known -> known.id().equals(match.id()));
                        all.add(match);
                    }
            return ordered(all);
        }
    }

    private static List<Match> ordered(List<Match> matches) {
        return matches.stream()
                .sorted(Comparator.comparing((Match match) -> match.verdict() == Match.Verdict.OTHER_VERSION)
                        .thenComparing(
                                Comparator.comparingDouble(Match::confidence).reversed())
                        .thenComparing(
                                Comparator.comparingDouble(Match::agreeing).reversed()))
                .limit(MOST_MATCHES)
                .toList();
    }

    /** A landmark of the asked print. */
    private record AskedMark(int hash, int frame) {}

    /** The landmarks that are asked for: the rarest first, as many as may be counted. */
    private List<AskedMark> marks(Print asked, double speed) {
        List<AskedMark> all = new ArrayList<>();
        eachLandmark(asked, speed, (hash, frame) -> all.add(new AskedMark(hash, frame)));
        all.sort(Comparator.comparingInt(mark -> index.count(mark.hash)));
        long most = speed == 1 ? MOST_COUNTED : MOST_COUNTED_OTHERWISE;
        int taken = 0;
        for (long counted = 0; taken < all.size(); taken++) {
            counted += index.count(all.get(taken).hash);
            if (counted > most) break;
        }
        return all.subList(0, taken);
    }

    private List<Match> at(Print asked, double speed, String except) throws IOException {
        List<AskedMark> marks = marks(asked, speed);
        int[] counts = new int[index.size()];
        for (AskedMark mark : marks) index.count(mark.hash, counts);
        // in a large index chance alone gives every file some; nothing that stands out means nothing to look at closer
        double mean = Arrays.stream(counts).average().orElse(0);
        int most = Arrays.stream(counts).max().orElse(0);
        if (counts.length >= LARGE && most < mean + STANDS_OUT * Math.sqrt(mean)) return List.of();
        List<Match> matches = new ArrayList<>();
        for (int candidate : best(counts, most, except)) {
            long[] pairs = new long[counts[candidate]];
            int[] found = {0};
            for (AskedMark mark : marks)
                index.each(mark.hash, candidate, there -> pairs[found[0]++] = (long) mark.frame << 32 | there);
            Optional<TimeRelation> line = line(pairs, speed, asked.frames());
            if (line.isPresent())
                match(index.id(candidate), asked, index.print(candidate), line.get())
                        .ifPresent(matches::add);
        }
        return ordered(matches);
    }

    private static void eachLandmark(Print asked, double speed, Landmarks.Taker taker) {
        int count = asked.peaks().length;
        int most = speed == 1 ? MOST_ASKED_PEAKS : MOST_ASKED_PEAKS_OTHERWISE;
        if (count <= most) {
            Landmarks.each(asked, ASKED_PARTNERS, 0, count, speed, taker);
            return;
        }
        // short runs of neighbouring peaks, spread evenly over the whole
        int runs = most / 4;
        for (int run = 0; run < runs; run++) {
            int from = (int) ((long) run * count / runs);
            Landmarks.each(asked, ASKED_PARTNERS, from, Math.min(count, from + 4), speed, taker);
        }
    }

    /**
     * Numbers of the prints with most shared landmarks.
     *
     * @param most that any shares
     */
    private int[] best(int[] counts, int most, String except) {
        int[] sharing = new int[most + 1];
        for (int count : counts) sharing[count]++;
        int least = most;
        for (int prints = sharing[most]; prints < CANDIDATES && least > 0; prints += sharing[least]) least--;
        int enough = Math.max(LEAST_ON_LINE, least);
        return IntStream.range(0, counts.length)
                .filter(number -> counts[number] >= enough
                        && index.current(number)
                        && !index.id(number).equals(except))
                .boxed()
                .sorted(Comparator.comparingInt((Integer number) -> -counts[number]))
                .limit(2L * CANDIDATES)
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /** How times relate: known frame = asked frame × speed + offset. */
    private record TimeRelation(double offset, double speed, int support) {}

    private static Optional<TimeRelation> line(long[] pairs, double speed, int frames) {
        int n = pairs.length;
        double[] asked = new double[n];
        double[] known = new double[n];
        double[] offsets = new double[n];
        for (int i = 0; i < n; i++) {
            asked[i] = pairs[i] >>> 32;
            known[i] = (int) pairs[i];
            offsets[i] = known[i] - asked[i] * speed;
        }
        double[] sorted = offsets.clone();
        Arrays.sort(sorted);
        int most = 0;
        double offset = 0;
        for (int from = 0, to = 0; from < n; from++) {
            while (to < n && sorted[to] - sorted[from] <= BIN) to++;
            if (to - from > most) {
                most = to - from;
                offset = sorted[(from + to) / 2];
            }
        }
        if (most < LEAST_ON_LINE - 1) return Optional.empty();
        double slope = speed;
        double[] reaches = {2.5 * BIN, 2.0 * BIN, BIN, 4, 3, ON_LINE};
        for (double reach : reaches) {
            double[] fit = fit(asked, known, slope, offset, reach);
            // the speed is only known to the step of the sweep; beyond that a line is chance
            if (fit != null && Math.abs(fit[0] - speed) < 0.0085) {
                slope = fit[0];
                offset = fit[1];
            }
        }
        // a turn that moves the ends by less than a frame is noise: then the same speed, and the offset that most agree
        // on
        boolean sameSpeed = Math.abs(slope - 1) * frames / 2 < 1;
        double[] on = new double[n];
        double[] apart = new double[n];
        int support = 0;
        for (int i = 0; i < n; i++)
            if (Math.abs(known[i] - asked[i] * slope - offset) <= ON_LINE) {
                apart[support] = known[i] - asked[i];
                on[support++] = asked[i];
            }
        int distinct = (int) Arrays.stream(on, 0, support).distinct().count();
        if (distinct < LEAST_ON_LINE) return Optional.empty();
        if (sameSpeed) {
            Arrays.sort(apart, 0, support);
            return Optional.of(new TimeRelation(apart[support / 2], 1, distinct));
        }
        return Optional.of(new TimeRelation(offset, slope, distinct));
    }

    /** Least squares through the pairs that lie near the line; null when they are too few or too close together. */
    private static double @Nullable [] fit(double[] asked, double[] known, double slope, double offset, double reach) {
        double count = 0;
        double sumX = 0;
        double sumY = 0;
        double sumXX = 0;
        double sumXY = 0;
        for (int i = 0; i < asked.length; i++) {
            if (Math.abs(known[i] - asked[i] * slope - offset) > reach) continue;
            count++;
            sumX += asked[i];
            sumY += known[i];
            sumXX += asked[i] * asked[i];
            sumXY += asked[i] * known[i];
        }
        double spread = count * sumXX - sumX * sumX;
        if (count < LEAST_ON_LINE || spread < count * count * 400) return null;
        double turn = (count * sumXY - sumX * sumY) / spread;
        return new double[] {turn, (sumY - turn * sumX) / count};
    }

    private static Optional<Match> match(String id, Print asked, Print known, TimeRelation line) {
        Likeness.Result likeness = Likeness.compare(asked, known, line.offset, line.speed);
        double agreeing =
                likeness.agrees().stream().mapToDouble(Match.Stretch::seconds).sum();
        double[] askedSound = sounding(asked);
        double[] knownSound = sounding(known);
        double start = line.offset / Print.FRAMES_A_SECOND;
        double[] both = {
            Math.max(askedSound[0], (knownSound[0] - start) / line.speed),
            Math.min(askedSound[1], (knownSound[1] - start) / line.speed)
        };
        List<Match.Stretch> silence = new ArrayList<>();
        List<Match.Stretch> differs = new ArrayList<>();
        for (Match.Stretch stretch : likeness.differs()) {
            double sounding = overlap(both, stretch.from(), stretch.to());
            // a window that reaches from silence into sound differs for as long as it is
            if (sounding < SILENCE_REACHES) silence.add(stretch);
            else differs.add(stretch);
        }
        double differing = differs.stream().mapToDouble(Match.Stretch::seconds).sum();
        double compared = agreeing + differing;
        if (agreeing < Math.min(LEAST_AGREEING, compared * 0.6)) return Optional.empty();
        double[] shared = shared(asked, known, line, likeness.agrees());
        boolean otherwise = differing > 0;
        if (shared[1] < LEAST_HITS || shared[0] < (otherwise ? LEAST_SHARED_IN_PARTS : LEAST_SHARED))
            return Optional.empty();
        if (otherwise && likeness.agrees().stream().noneMatch(part -> part.seconds() >= LEAST_PART))
            return Optional.empty();
        double offset = line.offset / Print.FRAMES_A_SECOND;
        Match.Verdict verdict;
        if (otherwise) verdict = Match.Verdict.OTHER_VERSION;
        else {
            double askedRest = (askedSound[1] - askedSound[0])
                    - overlap(askedSound, likeness.comparedFrom(), likeness.comparedTo());
            double from = likeness.comparedFrom() * line.speed + offset;
            double to = likeness.comparedTo() * line.speed + offset;
            double knownRest = (knownSound[1] - knownSound[0]) - overlap(knownSound, from, to);
            verdict = askedRest <= SAME_RECORDING_SECONDS
                            && knownRest <= SAME_RECORDING_SECONDS
                            && Math.max(askedRest, knownRest) <= 0.3 * compared
                    ? Match.Verdict.SAME
                    : Match.Verdict.EXCERPT;
        }
        double confidence = Math.min(
                0.99, (1 - Math.exp(-shared[1] / 20)) * (1 - Math.exp(-8 * shared[0])) * (1 - Math.exp(-agreeing / 5)));
        return Optional.of(new Match(
                id,
                Math.round(confidence * 100) / 100.0,
                Math.round(offset * 1000) / 1000.0,
                Math.round(line.speed * 10_000) / 10_000.0,
                likeness.agrees(),
                differs,
                verdict,
                silence));
    }

    /**
     * Of the asked peaks within stretches, the share that the known print has as well, where the line says, and how many.
     * By chance it is under a tenth; the same sound has a quarter and more left after the worst treatment.
     */
    private static double[] shared(Print asked, Print known, TimeRelation line, List<Match.Stretch> stretches) {
        int[] theirs = known.peaks();
        double shift = PrintMaker.STEPS_AN_OCTAVE * Math.log(line.speed) / Math.log(2);
        int count = 0;
        int hits = 0;
        int from = 0;
        for (int peak : asked.peaks()) {
            double second = Print.frame(peak) / Print.FRAMES_A_SECOND;
            if (stretches.stream().noneMatch(stretch -> second >= stretch.from() && second < stretch.to())) continue;
            double frame = Print.frame(peak) * line.speed + line.offset;
            while (from < theirs.length && Print.frame(theirs[from]) < frame - NEAR_FRAMES) from++;
            boolean hit = false;
            for (int i = from; i < theirs.length && Print.frame(theirs[i]) <= frame + NEAR_FRAMES; i++)
                hit |= Math.abs(Print.pitch(theirs[i]) - Print.pitch(peak) + shift) <= NEAR_PITCH;
            count++;
            if (hit) hits++;
        }
        return new double[] {count == 0 ? 0 : hits / (double) count, hits};
    }

    /** First and last second in which there is sound at all. */
    private static double[] sounding(Print print) {
        int first = -1;
        int last = 0;
        for (int step = 0; step < print.steps(); step++) {
            int loudest = -128;
            for (int band = 0; band < Print.BANDS; band++) loudest = Math.max(loudest, print.decibels(step, band));
            if (loudest < -80) continue;
            if (first < 0) first = step;
            last = step + 1;
        }
        double seconds = Print.FRAMES_A_STEP / Print.FRAMES_A_SECOND;
        return new double[] {Math.max(0, first) * seconds, last * seconds};
    }

    private static double overlap(double[] range, double from, double to) {
        return Math.max(0, Math.min(range[1], to) - Math.max(range[0], from));
    }
}
