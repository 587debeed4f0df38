package app.entrada.core.tracklist;

import app.entrada.core.field.value.PlayingTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Predicate;

/**
 * A track list, read. Nothing is taken from it by itself: it is compared with a release first.
 *
 * @param form what the text was taken for
 * @param rows in the order of the text
 * @param notUnderstood lines that are no track, no heading and no total
 */
public record TrackList(Form form, List<ReadTrack> rows, List<SourceLine> notUnderstood) {
    private static final int LONGEST = 500_000;
    private static final int MOST_LINES = 5_000;

    /** What a text was taken for. */
    public enum Form {
        /** One track a line, as in a mail. */
        LINES("lines of text"),
        /** A table with a head: CSV, or cells copied from a spreadsheet. */
        TABLE("a table"),
        /** A cue sheet. */
        CUE("a cue sheet"),
        /** A table of contents of a disc, addresses in 1/75 s. */
        DISC("a disc's table of contents");

        private final String says;

        Form(String says) {
            this.says = says;
        }

        /** The form in words. */
        public String label() {
            return says;
        }
    }

    /**
     * One track.
     *
     * @param line of the text, from 1
     * @param position in the running order or on the side, when given
     * @param side letter of a side or number of a disc, when given
     * @param title without version and featured artists; empty where the text has none (a disc's table of contents)
     * @param artists main artists, as far as the line names them
     * @param length when given; to the millisecond
     */
    public record ReadTrack(
            int line,
            OptionalInt position,
            Optional<String> side,
            String title,
            Optional<String> version,
            List<String> artists,
            List<String> featured,
            Optional<PlayingTime> length,
            Optional<String> isrc) {}

    /**
     * A line that was not understood.
     *
     * @param number from 1
     */
    public record SourceLine(int number, String text, String why) {}

    /** Reads a track list whose artists nobody knows. */
    public static TrackList read(String text) {
        return read(text, name -> false);
    }

    /**
     * Reads a track list in whatever form it has.
     *
     * @param known whether a name is somebody's; tells artists from titles where the text leaves it open
     */
    public static TrackList read(String text, Predicate<String> known) {
        if (text.length() > LONGEST)
            return new TrackList(
                    Form.LINES,
                    List.of(),
                    List.of(new SourceLine(
                            1,
                            "",
                            "The text has %,d characters; at most %,d are read".formatted(text.length(), LONGEST))));
        List<String> lines =
                PastedText.lines(
                                text.replace("\uFEFF", "").replace("\r\n", "\n").replace('\r', '\n'))
                        .stream()
                        .limit(MOST_LINES)
                        .toList();
        if (CueSheet.is(lines)) return CueSheet.read(lines);
        if (DiscTable.is(lines)) return DiscTable.read(lines);
        Optional<TrackList> table = TableOfTracks.read(lines, known);
        return table.orElseGet(() -> new LineReader(lines, known).read());
    }
}
