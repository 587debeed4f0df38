package app.entrada.core.disc;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.ArrayList;
import java.util.List;

/**
 * Where each track of a disc lies. Tracks stand sample behind sample, pauses between them as given; each address is the
 * frame in which a track's first sample lies, so that what is left of a frame is carried on and no error adds up. Only
 * the end is filled up to a whole frame.
 *
 * @param samples of the whole image, a multiple of 588
 */
public record DiscLayout(List<TrackPosition> tracks, long samples) {
    /** Samples a second on every disc. */
    public static final int RATE = 44_100;
    /** Seconds that a track lasts at least (IEC 60908). */
    public static final int SHORTEST_SECONDS = 4;
    /** Tracks at most. */
    public static final int MOST_TRACKS = 99;
    /** Frames at most: 79:57:75 as plants state it, which is 79:58:00. */
    public static final long LONGEST_FRAMES = (79L * 60 + 58) * DiscAddress.A_SECOND;

    /**
     * What is to be laid out.
     *
     * @param gap silence in front of it, samples
     * @param samples its length at 44,100 a second
     */
    public record TrackToPlace(int number, long gap, long samples) {}

    /**
     * A track in its place.
     *
     * @param pause sample at which the silence in front of it begins; the same as {@code start} where there is none
     * @param start its first sample, counted from the beginning of the image
     * @param length samples
     */
    public record TrackPosition(int number, long pause, long start, long length) {
        /** Address of index 00, where the silence begins. */
        public DiscAddress index0() {
            return DiscAddress.ofSample(pause);
        }

        /** Address of index 01, where the track begins. */
        public DiscAddress index1() {
            return DiscAddress.ofSample(start);
        }

        /** Samples from the address of index 01 to the first sample of the track, 0 to 587. */
        public long remainder() {
            return start % DiscAddress.SAMPLES;
        }
    }

    /** Lays parts out in order. A silence in front of the first one is the disc's own two seconds, not part of the image. */
    public static DiscLayout of(List<TrackToPlace> parts) {
        List<TrackPosition> places = new ArrayList<>();
        long at = 0;
        for (TrackToPlace part : parts) {
            long pause = at;
            if (!places.isEmpty()) at += part.gap;
            places.add(new TrackPosition(part.number, pause, at, part.samples));
            at += part.samples;
        }
        long whole = (at + DiscAddress.SAMPLES - 1) / DiscAddress.SAMPLES * DiscAddress.SAMPLES;
        return new DiscLayout(List.copyOf(places), whole);
    }

    /** The disc as its release has it, from the masters' lengths; tracks without a master are left out. */
    public static DiscLayout of(ReleaseContext subject) {
        List<TrackToPlace> parts = new ArrayList<>();
        for (Track track : subject.release().tracks())
            subject.master(track)
                    .ifPresent(master -> parts.add(new TrackToPlace(track.number(), gap(track), atRate(master))));
        return of(parts);
    }

    /** The silence asked for in front of a track, samples. */
    public static long gap(Track track) {
        return track.facts()
                .get(Fields.TRACK_GAP)
                .map(PlayingTime::milliseconds)
                .map(milliseconds -> milliseconds * RATE / 1000)
                .orElse(0L);
    }

    private static long atRate(AudioFacts master) {
        return Math.round((double) master.samples() * RATE / master.sampleRate());
    }

    /** Where the last track ends, from the beginning of the image. */
    public DiscAddress end() {
        return DiscAddress.ofSample(samples);
    }

    /** How long a track lasts on the disc: from its index 01 to that of the next, or to the end. */
    public DiscAddress lasts(TrackPosition place) {
        int next = tracks.indexOf(place) + 1;
        long end = next < tracks.size() ? tracks.get(next).index0().frames() : end().frames();
        return new DiscAddress(end - place.index1().frames());
    }

    /** What a disc cannot be by IEC 60908, in sentences; empty when it can be made. */
    public List<String> problems() {
        List<String> problems = new ArrayList<>();
        if (tracks.isEmpty()) problems.add("No track has a master yet.");
        if (tracks.size() > MOST_TRACKS)
            problems.add("There are %d tracks; a disc has at most %d.".formatted(tracks.size(), MOST_TRACKS));
        for (TrackPosition place : tracks)
            if (place.length < (long) SHORTEST_SECONDS * RATE)
                problems.add("Track %d lasts %.2f s; a track of a disc lasts at least %d s."
                        .formatted(place.number, (double) place.length / RATE, SHORTEST_SECONDS));
        if (end().frames() > LONGEST_FRAMES)
            problems.add(
                    "The disc lasts %s; at most %s is possible.".formatted(end(), new DiscAddress(LONGEST_FRAMES)));
        return problems;
    }
}
