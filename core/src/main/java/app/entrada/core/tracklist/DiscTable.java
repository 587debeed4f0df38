package app.entrada.core.tracklist;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import app.entrada.core.tracklist.TrackList.SourceLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Tables of contents of a compact disc, as disc programs print them: a line a track with its number and addresses in
 * frames (1/75 s) or as mm:ss.ff, in whatever columns; or one line of first track, last track, lead-out and starts. Which
 * column is which is told by arithmetic: starts rise, start and length make the next start, an end lies one frame before it.
 */
final class DiscTable {
    private static final int FRAMES_A_SECOND = 75;
    private static final Pattern LINE = Pattern.compile(
            "[\\s|*#]*(?:track\\s*)?(\\d{1,3}|AA|lead[- ]?out)\\b[\\s.:|)]*([\\d:.,|\\s()\\[\\]-]+?)(?:\\s*(?:audio|data|no|yes|copy|pre|2|ok|0x\\p{XDigit}+|[|\\s])*)",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern NUMBER =
            Pattern.compile("(\\d{1,3}):([0-5]\\d)[:.]([0-7]\\d)(?!\\d)|(?<![\\d:.])(\\d{1,7})(?![\\d:.])");
    private static final Pattern OFFSETS =
            Pattern.compile("\\s*(\\d{1,2})[\\s+,]+(\\d{1,2})[\\s+,]+(\\d{4,6})((?:[\\s+,]+\\d{1,6})+)\\s*");

    /** Disc ID of eight hexadecimal digits, number of tracks, their starts, and the length of the disc in seconds. */
    private static final Pattern DISC_ID =
            Pattern.compile("(?i)(?:.*\\s)?\\p{XDigit}{8}[\\s+]+(\\d{1,2})((?:[\\s+]+\\d{1,6})+)\\s*");

    private DiscTable() {}

    /** A line of the table. */
    private record TocEntry(int line, int number, boolean leadOut, long[] values) {}

    static boolean is(List<String> lines) {
        List<String> full = lines.stream().filter(line -> !line.isBlank()).toList();
        if (full.stream().anyMatch(line -> offsets(line, 1).isPresent())) return true;
        List<TocEntry> entries = entries(lines);
        return entries.stream().filter(entry -> !entry.leadOut).count() >= 2
                && entries.size() * 2 >= full.size()
                && starts(entries) >= 0;
    }

    private static List<TocEntry> entries(List<String> lines) {
        List<TocEntry> entries = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            Matcher line = LINE.matcher(lines.get(i));
            if (!line.matches()) continue;
            List<Long> values = new ArrayList<>();
            boolean address = false;
            for (Matcher number = NUMBER.matcher(line.group(2)); number.find(); ) {
                if (number.group(4) == null) {
                    address = true;
                    values.add(
                            (Long.parseLong(number.group(1)) * 60 + Long.parseLong(number.group(2))) * FRAMES_A_SECOND
                                    + Long.parseLong(number.group(3)));
                } else values.add(Long.parseLong(number.group(4)));
            }
            String name = line.group(1);
            boolean leadOut = !Character.isDigit(name.charAt(0)) || name.equals("170");
            if (values.isEmpty() || values.size() < 2 && !address && !leadOut) continue;
            entries.add(new TocEntry(
                    i + 1,
                    leadOut ? 0 : Integer.parseInt(name),
                    leadOut,
                    values.stream().mapToLong(Long::longValue).toArray()));
        }
        return entries;
    }

    /** The column that rises from track to track, and holds the next start; −1 when none does. */
    private static int starts(List<TocEntry> entries) {
        int columns =
                entries.stream().mapToInt(entry -> entry.values.length).min().orElse(0);
        for (int column = 0; column < columns; column++) {
            boolean rises = true;
            for (int i = 1; i < entries.size(); i++)
                rises &= entries.get(i).values[column] > entries.get(i - 1).values[column];
            // numbers that rise by less than four seconds are no addresses of tracks
            if (rises && entries.get(entries.size() - 1).values[column] >= 4L * FRAMES_A_SECOND) return column;
        }
        return -1;
    }

    static TrackList read(List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            Optional<List<ReadTrack>> rows = offsets(lines.get(i), i + 1);
            if (rows.isPresent()) return new TrackList(TrackList.Form.DISC, rows.get(), List.of());
        }
        List<TocEntry> entries = entries(lines);
        int start = starts(entries);
        int other = lengthOrEnd(entries, start);
        List<ReadTrack> rows = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            TocEntry entry = entries.get(i);
            if (entry.leadOut) continue;
            Optional<PlayingTime> length = Optional.empty();
            if (i + 1 < entries.size())
                length = Optional.of(time(entries.get(i + 1).values[start] - entry.values[start]));
            else if (other >= 0 && other < entry.values.length)
                length = Optional.of(time(
                        isLength(entries, start, other)
                                ? entry.values[other]
                                : entry.values[other] - entry.values[start] + 1));
            rows.add(row(entry.line, entry.number, length));
        }
        List<SourceLine> strange = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            int number = i + 1;
            boolean read = entries.stream().anyMatch(entry -> entry.line == number);
            boolean hasDigits = lines.get(i).chars().anyMatch(Character::isDigit);
            if (!read && hasDigits)
                strange.add(new SourceLine(number, lines.get(i).strip(), "no track of the disc's table"));
        }
        return new TrackList(TrackList.Form.DISC, rows, strange);
    }

    /** A column beside the starts with lengths or with ends; −1 when there is neither. */
    private static int lengthOrEnd(List<TocEntry> entries, int start) {
        int columns = entries.stream()
                .filter(entry -> !entry.leadOut)
                .mapToInt(entry -> entry.values.length)
                .min()
                .orElse(0);
        for (int column = 0; column < columns; column++)
            if (column != start && (isLength(entries, start, column) || isEnd(entries, start, column))) return column;
        return -1;
    }

    private static boolean isLength(List<TocEntry> entries, int start, int column) {
        return follows(entries, start, column, 0);
    }

    private static boolean isEnd(List<TocEntry> entries, int start, int column) {
        boolean all = entries.size() > 1;
        for (int i = 1; i < entries.size(); i++)
            all &= entries.get(i - 1).values[column] + 1 == entries.get(i).values[start];
        return all;
    }

    private static boolean follows(List<TocEntry> entries, int start, int column, long behind) {
        boolean all = entries.size() > 1;
        for (int i = 1; i < entries.size(); i++) {
            TocEntry before = entries.get(i - 1);
            all &= before.values[start] + before.values[column] + behind == entries.get(i).values[start];
        }
        return all;
    }

    /** First track, last track, lead-out, starts: all in one line. */
    private static Optional<List<ReadTrack>> offsets(String line, int number) {
        Matcher parts = OFFSETS.matcher(line);
        if (!parts.matches()) return byDiscId(line, number);
        int first = Integer.parseInt(parts.group(1));
        int last = Integer.parseInt(parts.group(2));
        long leadOut = Long.parseLong(parts.group(3));
        long[] starts = Arrays.stream(parts.group(4).strip().split("[\\s+,]+"))
                .filter(text -> !text.isEmpty())
                .mapToLong(Long::parseLong)
                .toArray();
        if (last - first + 1 != starts.length) return Optional.empty();
        List<ReadTrack> rows = new ArrayList<>();
        for (int i = 0; i < starts.length; i++) {
            long end = i + 1 < starts.length ? starts[i + 1] : leadOut;
            if (end <= starts[i]) return Optional.empty();
            rows.add(row(number, first + i, Optional.of(time(end - starts[i]))));
        }
        return Optional.of(rows);
    }

    /** As programs ask by a disc's ID: its tracks' starts, and how many seconds it lasts. */
    private static Optional<List<ReadTrack>> byDiscId(String line, int number) {
        Matcher parts = DISC_ID.matcher(line);
        if (!parts.matches()) return Optional.empty();
        long[] values = Arrays.stream(parts.group(2).strip().split("[\\s+]+"))
                .mapToLong(Long::parseLong)
                .toArray();
        int tracks = Integer.parseInt(parts.group(1));
        if (tracks < 1 || values.length != tracks + 1) return Optional.empty();
        values[tracks] *= FRAMES_A_SECOND;
        List<ReadTrack> rows = new ArrayList<>();
        for (int i = 0; i < tracks; i++) {
            if (values[i + 1] <= values[i]) return Optional.empty();
            rows.add(row(number, i + 1, Optional.of(time(values[i + 1] - values[i]))));
        }
        return Optional.of(rows);
    }

    private static ReadTrack row(int line, int number, Optional<PlayingTime> length) {
        return new ReadTrack(
                line,
                OptionalInt.of(number),
                Optional.empty(),
                "",
                Optional.empty(),
                List.of(),
                List.of(),
                length,
                Optional.empty());
    }

    /** A length in frames of 1/75 s as a time, to the nearest millisecond. */
    static PlayingTime time(long frames) {
        return new PlayingTime(Math.round(frames * 1000.0 / FRAMES_A_SECOND));
    }
}
