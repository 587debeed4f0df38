package app.entrada.core.intake;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Puts files on tracks from all evidence together: what they sound like, how long they are, what their tags and names say,
 * in which order they came. The best assignment of all is sought (Kuhn 1955, Munkres 1957), not the best of each file, since
 * a file that fits two tracks belongs to the one that nothing else fits.
 */
public final class Placement {
    /** A pair is proposed from here on, 0–1. */
    static final double LEAST = 0.35;
    /** And certain from here on, when nothing else comes near. */
    static final double CERTAIN = 0.6;

    private static final double CLEAR_LEAD = 0.15;
    private static final double TIE = 0.01;
    private static final Pattern LEADING = Pattern.compile(
            "^\\W*(?:(?:[A-D]|cd|disc|side)?[\\s_.-]*)?(\\d{1,3})(?=[\\s_.)-]+|$)", Pattern.CASE_INSENSITIVE);
    private static final Pattern DEBRIS = Pattern.compile(
            "\\b(final|master(ed)?|mix(down)?|bounce|render|export|rev|take|v?\\d{1,3}|\\d{2,3}\\s?(bit|k(hz)?|kbps)|wav|aif[fc]?|flac|mp3|m4a|ogg)\\b");

    private Placement() {}

    /**
     * A file to be placed.
     *
     * @param name file name, folders left out
     * @param seconds length
     * @param number track number from tags
     * @param title from tags, empty when there is none
     * @param isrc from tags, compact, empty when there is none
     * @param known recordings that sound the same, with confidence; by the track's own id of its recording
     * @param order place among the files that came together, from 0
     * @param lossless whether nothing was thrown away in coding
     */
    public record Candidate(
            String id,
            String name,
            double seconds,
            OptionalInt number,
            String title,
            String isrc,
            List<Sounding> known,
            int order,
            boolean lossless) {}

    /** A recording a file sounds like. */
    public record Sounding(long recording, double confidence) {}

    /**
     * A track to be filled.
     *
     * @param seconds expected length, when it is known
     * @param version part of the title, may be empty
     */
    public record Slot(
            long id, int number, String title, String version, String isrc, OptionalDouble seconds, long recording) {}

    /**
     * What speaks for a pair, each 0–1; absent where there is nothing to go by.
     *
     * @param sound fingerprint
     * @param time length
     * @param tags title, number and ISRC in tags
     * @param name file name
     * @param order place in the order of files
     */
    public record Evidence(
            OptionalDouble sound,
            OptionalDouble time,
            OptionalDouble tags,
            OptionalDouble name,
            OptionalDouble order) {}

    /**
     * A file proposed for a track.
     *
     * @param total all evidence together, 0–1
     * @param certain whether it may be confirmed together with others
     * @param doubt why it is not certain, one sentence; empty when it is
     */
    public record Proposal(String file, long track, double total, boolean certain, String doubt, Evidence evidence) {}

    /** The best assignment; files and tracks that fit nothing are not in it. At most one file a track. */
    public static List<Proposal> propose(List<Candidate> files, List<Slot> tracks) {
        int rows = files.size();
        int columns = tracks.size();
        if (rows == 0 || columns == 0) return List.of();
        Evidence[][] evidence = new Evidence[rows][columns];
        double[][] total = new double[rows][columns];
        for (int i = 0; i < rows; i++)
            for (int j = 0; j < columns; j++) {
                evidence[i][j] = evidence(files.get(i), tracks.get(j), rows, columns);
                total[i][j] = total(evidence[i][j]) + (files.get(i).lossless() ? 0.001 : 0);
            }
        int[] assigned = Assignment.best(total, LEAST);
        List<Proposal> proposals = new ArrayList<>();
        for (int i = 0; i < rows; i++) {
            int track = assigned[i];
            if (track < 0) continue;
            String doubt = doubt(files, tracks, total, evidence, i, track);
            proposals.add(new Proposal(
                    files.get(i).id(),
                    tracks.get(track).id(),
                    Math.round(Math.min(1, total[i][track]) * 100) / 100.0,
                    doubt.isEmpty(),
                    doubt,
                    evidence[i][track]));
        }
        proposals.sort(Comparator.comparingDouble(Proposal::total).reversed());
        return proposals;
    }

    private static String doubt(
            List<Candidate> files, List<Slot> tracks, double[][] total, Evidence[][] evidence, int file, int track) {
        if (total[file][track] < CERTAIN) return "weak match";
        Evidence of = evidence[file][track];
        if (of.time().isPresent() && of.time().getAsDouble() < 0.3) return "its length differs from what is expected";
        if (of.sound().isPresent() && of.sound().getAsDouble() < 0.1) return "it sounds like a different recording";
        for (int j = 0; j < tracks.size(); j++)
            if (j != track && total[file][track] - total[file][j] < CLEAR_LEAD)
                return "track %d fits almost as well".formatted(tracks.get(j).number());
        for (int i = 0; i < files.size(); i++)
            if (i != file && total[file][track] - total[i][track] < CLEAR_LEAD)
                return "“%s” fits this track almost as well"
                        .formatted(files.get(i).name());
        return "";
    }

    private static Evidence evidence(Candidate file, Slot track, int files, int tracks) {
        OptionalDouble sound = OptionalDouble.empty();
        if (!file.known().isEmpty()) {
            double best = 0;
            for (Sounding known : file.known())
                if (known.recording() == track.recording()) best = Math.max(best, known.confidence());
            sound = OptionalDouble.of(best);
        }
        OptionalDouble time = OptionalDouble.empty();
        if (track.seconds().isPresent()) {
            double apart = Math.abs(track.seconds().getAsDouble() - file.seconds());
            time = OptionalDouble.of(Math.exp(-apart * apart / 8));
        }
        // where as many files as tracks came, the order says something; otherwise little
        OptionalDouble order = files == tracks
                ? OptionalDouble.of(file.order() == track.number() - 1 ? 1 : 0)
                : OptionalDouble.empty();
        return new Evidence(sound, time, tags(file, track), name(file, track), order);
    }

    private static OptionalDouble tags(Candidate file, Slot track) {
        if (!file.isrc().isEmpty() && !track.isrc().isEmpty())
            return OptionalDouble.of(file.isrc().equals(track.isrc()) ? 1 : 0);
        if (file.title().isEmpty() && file.number().isEmpty()) return OptionalDouble.empty();
        double title = file.title().isEmpty() ? 0 : titleLikeness(file.title(), full(track));
        boolean numbered = file.number().isPresent() && file.number().getAsInt() == track.number();
        if (file.title().isEmpty()) return OptionalDouble.of(numbered ? 0.75 : 0);
        return OptionalDouble.of(
                Math.min(1, title + (numbered ? 0.1 : file.number().isPresent() ? -0.1 : 0)));
    }

    private static OptionalDouble name(Candidate file, Slot track) {
        String stem = stem(file.name());
        OptionalInt number = number(stem);
        double title = titleLikeness(withoutNumber(stem), full(track));
        boolean titled = !normal(withoutNumber(stem)).isEmpty();
        if (number.isEmpty() && !titled) return OptionalDouble.empty();
        boolean numbered = number.isPresent() && number.getAsInt() == track.number();
        if (!titled) return OptionalDouble.of(numbered ? 0.8 : 0);
        return OptionalDouble.of(Math.max(0, Math.min(1, title + (numbered ? 0.15 : number.isPresent() ? -0.15 : 0))));
    }

    /**
     * All evidence in one number: the weighted mean of what there is. Sound and ISRC outweigh the rest; a contradiction by
     * sound or time pulls down whatever names say.
     */
    private static double total(Evidence of) {
        double sum = 0;
        double weights = 0;
        double[][] parts = {
            {of.sound().orElse(-1), of.sound().orElse(0) > 0.5 ? 4 : 1},
            {of.time().orElse(-1), 1.2},
            {of.tags().orElse(-1), 1.6},
            {of.name().orElse(-1), of.tags().isPresent() && of.tags().getAsDouble() > 0.8 ? 0.5 : 1.4}
        };
        for (double[] part : parts)
            if (part[0] >= 0) {
                sum += part[0] * part[1];
                weights += part[1];
            }
        // the order only decides between equals
        return weights == 0 ? 0 : Math.min(1, sum / weights + TIE * of.order().orElse(0));
    }

    private static String full(Slot track) {
        return track.version().isEmpty() ? track.title() : track.title() + " " + track.version();
    }

    private static String stem(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    /** The track number a file name begins with. */
    public static OptionalInt number(String stem) {
        Matcher leading = LEADING.matcher(stem);
        return leading.find() ? OptionalInt.of(Integer.parseInt(leading.group(1))) : OptionalInt.empty();
    }

    private static String withoutNumber(String stem) {
        return LEADING.matcher(stem).replaceFirst("");
    }

    /** What a file name says of the title: without number, separators and the words of production. */
    public static String title(String name) {
        String plain = withoutNumber(stem(name)).replace('_', ' ').strip();
        plain = plain.replaceFirst("^[\\s.)\\]-]+", "");
        int dash = plain.lastIndexOf(" - ");
        if (dash > 0) plain = plain.substring(dash + 3);
        String cleaned =
                plain.replaceAll("(?i)[\\s_-]*(final|master(ed)?|mixdown|bounce|24 ?bit|16 ?bit|v\\d+)\\s*$", "");
        return cleaned.isBlank() ? plain.strip() : cleaned.strip();
    }

    static String normal(String text) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ");
        return DEBRIS.matcher(plain).replaceAll(" ").replaceAll("\\s+", " ").strip();
    }

    /** How alike two titles are, 0–1: words in common, and letters in order. */
    public static double titleLikeness(String one, String other) {
        String a = normal(one);
        String b = normal(other);
        if (a.isEmpty() || b.isEmpty()) return 0;
        if (a.equals(b)) return 1;
        List<String> words = new ArrayList<>(Arrays.asList(a.split(" ")));
        List<String> others = Arrays.asList(b.split(" "));
        int both = 0;
        for (String word : others) if (words.remove(word)) both++;
        double shared = 2.0 * both / (both + words.size() + others.size());
        // an artist's name before the title takes nothing away, as long as the whole title is there
        if (both == others.size())
            shared = Math.max(shared, 0.8 + 0.1 * Math.min(1, others.size() / 3.0) - 0.02 * words.size());
        return Math.max(shared, letters(a, b) * 0.95 - 0.1);
    }

    private static double letters(String a, String b) {
        int[] row = new int[b.length() + 1];
        for (int i = 1; i <= a.length(); i++) {
            int diagonal = 0;
            for (int j = 1; j <= b.length(); j++) {
                int above = row[j];
                row[j] = a.charAt(i - 1) == b.charAt(j - 1) ? diagonal + 1 : Math.max(row[j], row[j - 1]);
                diagonal = above;
            }
        }
        return 2.0 * row[b.length()] / (a.length() + b.length());
    }
}
