package app.entrada.core.tracklist;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import app.entrada.core.tracklist.TrackList.SourceLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Cue sheets: {@code TRACK nn AUDIO} with TITLE, PERFORMER, ISRC and INDEX lines below it, addresses as mm:ss:ff with 75
 * frames a second. A track lasts from its INDEX 01 to the next one of the same file; the last one's length is unknown.
 */
final class CueSheet {
    private static final Pattern TRACK =
            Pattern.compile("\\s*TRACK\\s+(\\d{1,3})\\s+(\\S+)\\s*", Pattern.CASE_INSENSITIVE);
    private static final Pattern WORD = Pattern.compile("\\s*([A-Za-z]+)\\s+(.*?)\\s*");
    private static final Pattern ADDRESS = Pattern.compile("(\\d{1,3}):([0-5]\\d):([0-7]\\d)");

    private CueSheet() {}

    static boolean is(List<String> lines) {
        return lines.stream().anyMatch(line -> TRACK.matcher(line).matches())
                && lines.stream()
                        .anyMatch(line -> line.strip().toUpperCase(Locale.ROOT).startsWith("INDEX "));
    }

    private static final class Open {
        private final int line;
        private final int number;
        private String title = "";
        private @Nullable String performer;
        private @Nullable String isrc;
        private int file;
        private long start = -1;

        Open(int line, int number) {
            this.line = line;
            this.number = number;
        }
    }

    static TrackList read(List<String> lines) {
        List<Open> tracks = new ArrayList<>();
        List<SourceLine> strange = new ArrayList<>();
        String performer = null;
        int file = 0;
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.isBlank()) continue;
            Matcher begins = TRACK.matcher(line);
            if (begins.matches()) {
                Open track = new Open(i + 1, Integer.parseInt(begins.group(1)));
                track.file = file;
                tracks.add(track);
                continue;
            }
            Matcher word = WORD.matcher(line);
            if (!word.matches()) {
                strange.add(new SourceLine(i + 1, line.strip(), "no command of a cue sheet"));
                continue;
            }
            Open track = tracks.isEmpty() ? null : tracks.get(tracks.size() - 1);
            String value = unquoted(word.group(2));
            switch (word.group(1).toUpperCase(Locale.ROOT)) {
                case "FILE" -> file++;
                case "TITLE" -> {
                    if (track != null) track.title = value;
                }
                case "PERFORMER" -> {
                    if (track == null) performer = value;
                    else track.performer = value;
                }
                case "ISRC" -> {
                    if (track != null) track.isrc = value;
                }
                case "INDEX" -> index(track, value, i + 1, line, file, strange);
                case "REM", "CATALOG", "CDTEXTFILE", "FLAGS", "PREGAP", "POSTGAP", "SONGWRITER" -> {
                    // says nothing that a track list takes
                }
                default -> strange.add(new SourceLine(i + 1, line.strip(), "no command of a cue sheet"));
            }
        }
        List<ReadTrack> rows = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) rows.add(row(tracks, i, performer));
        return new TrackList(TrackList.Form.CUE, rows, strange);
    }

    private static void index(
            @Nullable Open track, String value, int number, String line, int file, List<SourceLine> strange) {
        String[] parts = value.split("\\s+");
        Matcher address = ADDRESS.matcher(parts.length < 2 ? "" : parts[1]);
        if (track == null || !address.matches()) {
            strange.add(new SourceLine(number, line.strip(), "expected: INDEX 01 mm:ss:ff below a TRACK"));
            return;
        }
        if (!parts[0].equals("01") && !parts[0].equals("1")) return;
        track.file = file;
        track.start = frames(address);
    }

    private static long frames(Matcher address) {
        return (Long.parseLong(address.group(1)) * 60 + Long.parseLong(address.group(2))) * 75
                + Long.parseLong(address.group(3));
    }

    private static ReadTrack row(List<Open> tracks, int index, @Nullable String performer) {
        Open track = tracks.get(index);
        Open next = index + 1 < tracks.size() ? tracks.get(index + 1) : null;
        Optional<PlayingTime> length = Optional.ofNullable(next)
                .filter(behind -> behind.file == track.file && track.start >= 0 && behind.start > track.start)
                .map(behind -> DiscTable.time(behind.start - track.start));
        TypedTitle titled = TypedTitle.of(track.title, name -> false);
        String by = track.performer == null ? performer : track.performer;
        return new ReadTrack(
                track.line,
                OptionalInt.of(track.number),
                Optional.empty(),
                titled.title(),
                titled.version(),
                by == null || by.isBlank() ? List.of() : List.of(by),
                titled.featured(),
                length,
                Optional.ofNullable(track.isrc).filter(code -> !code.isBlank()));
    }

    private static String unquoted(String value) {
        return value.length() > 1 && value.startsWith("\"") && value.endsWith("\"")
                ? value.substring(1, value.length() - 1).strip()
                : value.strip();
    }
}
