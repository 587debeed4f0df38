package app.entrada.core.tracklist;

import app.entrada.core.code.Isrc;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.title.TitleReading;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import app.entrada.core.tracklist.TrackList.SourceLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Lines of text, one track each. Nobody writes them alike, but one who writes a list writes all of it alike: whether a
 * number in front counts tracks, whether a dash parts artist and title and on which side the artist stands is decided by
 * all lines together, never by one.
 */
final class LineReader {
    private static final int LONGEST_LINE = 1_000;
    private static final String DASH = "[-‐‑‒–—―−]";
    private static final Pattern HEADING = Pattern.compile(
            "(?:the\\s+)?(?:track\\s*-?\\s*list(?:ing|e)?|running order|tracks|songs|titles|titelliste|titel|lieder"
                    + "|liste des titres|titres|lista de (?:temas|canciones|faixas)|canciones|elenco (?:dei )?brani|brani"
                    + "|nummers|låtlista)\\s*:?",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    private static final Pattern TOTAL = Pattern.compile(
            "(?:total(?:e)?|total (?:playing |running )?time|(?:running|playing) time|duration|length|sum"
                    + "|gesamt(?:e)?(?:\\s*(?:spiel)?zeit|\\s*dauer|\\s*laufzeit|\\s*länge)?|spielzeit|laufzeit|durée(?: totale)?"
                    + "|duración(?: total)?|durata(?: totale)?|(?:totale )?speelduur|tempo total|duração(?: total)?|speltid)"
                    + "(?![\\p{L}])[\\s:.=]*[^\\p{L}]*\\d.*",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    private static final Pattern SIDE = Pattern.compile(
            "(?:side|disc|disk|cd|lp|part|seite|face|cara|lato|kant|sida|lado|disque|disco)\\s*(?:no\\.?\\s*)?([A-Z]|\\d{1,2}|one|two|three|four)\\s*(?:[:.]|"
                    + DASH + ")?\\s*",
            Pattern.CASE_INSENSITIVE);
    private static final Set<String> COLUMN_WORDS = Set.of(
            "no",
            "no.",
            "nr",
            "nr.",
            "#",
            "№",
            "track",
            "title",
            "titles",
            "song",
            "artist",
            "artists",
            "time",
            "length",
            "duration",
            "version",
            "isrc",
            "pos",
            "position",
            "side",
            "name",
            "nummer",
            "titel",
            "interpret",
            "künstler",
            "dauer",
            "länge",
            "zeit",
            "spielzeit",
            "seite",
            "piste",
            "n°",
            "titre",
            "artiste",
            "durée",
            "pista",
            "título",
            "artista",
            "duración",
            "titolo",
            "brano",
            "durata",
            "artiest",
            "duur",
            "faixa",
            "duração");
    /** A greeting or a closing of a mail, which ends in a comma or a mark. */
    private static final Pattern GREETING = Pattern.compile(
            "(?:hi|hello|hey|dear|hallo|liebe[rs]?|guten (?:tag|morgen|abend)|bonjour|salut|cher|chère|hola|ciao|caro|cara"
                    + "|best|cheers|regards|kind regards|thanks|thank you|viele grüße|liebe grüße|danke|merci|gracias|grazie)"
                    + "\\b.*[,!:.]",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

    private static final Pattern ADDRESS = Pattern.compile("https?://\\S+|\\S+@\\S+\\.\\S+");
    private static final int WORDS_OF_A_SENTENCE = 7;
    private static final Pattern FILE_ENDING =
            Pattern.compile("\\.(?:wav|aiff?|aifc|flac|mp3|m4a|ogg|opus|caf)$", Pattern.CASE_INSENSITIVE);
    private static final Pattern NUMBER_ALONE = Pattern.compile("(?:track\\s*|no\\.?\\s*|#)?\\d{1,3}[.):]?");
    private static final Pattern POSITION = Pattern.compile(
            "(?:track\\s*|no\\.?\\s*|#\\s*)?(?:(\\d{1,2})\\s*-\\s*(?=\\d{1,2}\\b))?([A-Ha-h])?(\\d{1,3})(?!\\d|[:'′,]\\d|['′])\\s*(?:[.):\\]]|"
                    + DASH + "(?=\\s))?\\s*(?=\\S)(.*)",
            Pattern.CASE_INSENSITIVE);
    private static final String CLOCK = "(?:\\d{1,2}:)?\\d{1,3}:[0-5]\\d(?:[.,]\\d{1,3})?";
    private static final Pattern TIME_BEHIND =
            Pattern.compile("^(.*?)(?:[\\s.·…_|,;]|" + DASH + ")*[(\\[{/]?\\s*(?:" + "(" + CLOCK + ")"
                    + "|(\\d{1,3})\\s*['′’]\\s*(\\d{2})\\s*(?:[\"″”]|''|′′)?"
                    + "|(\\d{1,3})\\s*m(?:in)?\\.?\\s*(\\d{1,2})\\s*s(?:ec)?\\.?"
                    + "|(\\d{1,5}(?:[.,]\\d{1,3})?)\\s*(?:s|sec|secs|seconds)\\.?" + ")\\s*[)\\]}]?\\s*$");
    private static final Pattern TIME_AHEAD =
            Pattern.compile("^[(\\[]?(" + CLOCK + ")[)\\]]?\\s*(?:" + DASH + "|[|:.,])?\\s+(.+)$");
    private static final Pattern CODE = Pattern.compile(
            "(?:\\bISRC[:\\s]*)?\\b([A-Z]{2}-?[A-Z0-9]{3}-?\\d{2}-?\\d{5})\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern COLUMNS = Pattern.compile("\\t+|\\s{2,}|\\s+[|·•]\\s+|\\s*\\.{3,}\\s*");
    private static final Pattern PARTED = Pattern.compile("\\s+" + DASH + "{1,2}\\s+|\\s*[–—―]\\s*");
    private static final Pattern BY = Pattern.compile("(.+?)\\s+by\\s+(.+)", Pattern.CASE_INSENSITIVE);

    private final List<String> lines;
    private final Predicate<String> known;
    /** Whether an artist’s name is one name, though it has an ampersand in it. */
    private Predicate<String> one = name -> false;

    LineReader(List<String> lines, Predicate<String> known) {
        this.lines = lines;
        this.known = known;
    }

    /** A line while it is being taken apart. */
    private static final class Draft {
        private final int line;
        private final String text;
        private final @Nullable String side;
        private String rest;
        private OptionalInt position = OptionalInt.empty();
        private @Nullable String ownSide;
        private @Nullable PlayingTime length;
        private @Nullable PlayingTime start;
        private @Nullable String isrc;
        private List<String> columns = List.of();

        Draft(int line, String text, @Nullable String side) {
            this.line = line;
            this.text = text;
            this.side = side;
            this.rest = text;
        }
    }

    TrackList read() {
        List<SourceLine> strange = new ArrayList<>();
        List<Draft> drafts = joined(drafts(strange));
        fileNames(drafts);
        for (Draft draft : drafts) code(draft);
        positions(drafts, strange);
        for (Draft draft : drafts) time(draft);
        starts(drafts);
        List<Draft> tracks = sorted(drafts, strange);
        for (Draft draft : tracks) draft.columns = columns(draft.rest);
        int artistColumn = artistColumn(tracks);
        Set<String> alone = new HashSet<>();
        if (artistColumn >= 0)
            for (Draft draft : tracks) if (draft.columns.size() >= 2) alone.add(draft.columns.get(artistColumn));
        one = name -> known.test(name) || isOne(name, alone);
        List<ReadTrack> rows = new ArrayList<>();
        for (Draft draft : tracks) rows.add(row(draft, artistColumn));
        return new TrackList(TrackList.Form.LINES, rows, strange);
    }

    private List<Draft> drafts(List<SourceLine> strange) {
        List<Draft> drafts = new ArrayList<>();
        String side = null;
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i).length() > LONGEST_LINE) {
                strange.add(new SourceLine(
                        i + 1, lines.get(i).substring(0, 60) + "…", "it is too long for a line of a track list"));
                continue;
            }
            String line = lines.get(i).replace('\u00A0', ' ').strip();
            line = line.replaceFirst("^(?:[*•·▪‣>]|-(?=\\s))\\s*", "");
            if (line.isEmpty() || line.matches("[\\s=_*~.-]+")) continue;
            Matcher begins = SIDE.matcher(line);
            if (begins.matches()) {
                side = sideName(begins.group(1));
                continue;
            }
            if (HEADING.matcher(line).matches() || TOTAL.matcher(line).matches() || isHead(line)) continue;
            drafts.add(new Draft(i + 1, line, side));
        }
        return drafts;
    }

    /** Number, title and time, each on a line of its own, belong together where most of the list is written so. */
    private static List<Draft> joined(List<Draft> drafts) {
        long times = drafts.stream().filter(LineReader::isTimeAlone).count();
        long numbers = drafts.stream()
                .filter(draft -> NUMBER_ALONE.matcher(draft.text).matches())
                .count();
        boolean timesBelow = times >= 2
                && times * 3 >= drafts.size()
                && !isTimeAlone(drafts.get(0))
                && times * 10 <= drafts.size() * 6L;
        boolean numbersAbove = numbers >= 2 && numbers * 4 >= drafts.size() && numbers * 10 <= drafts.size() * 6L;
        if (!timesBelow && !numbersAbove) return drafts;
        List<Draft> joined = new ArrayList<>();
        String number = null;
        for (Draft draft : drafts) {
            if (numbersAbove && NUMBER_ALONE.matcher(draft.text).matches()) {
                number = draft.text.replaceFirst("[.):]$", "");
                continue;
            }
            if (timesBelow && isTimeAlone(draft) && !joined.isEmpty() && number == null) {
                Draft title = joined.get(joined.size() - 1);
                if (!title.text.contains("\t")) {
                    joined.set(joined.size() - 1, new Draft(title.line, title.text + "\t" + draft.text, title.side));
                    continue;
                }
            }
            joined.add(number == null ? draft : new Draft(draft.line, number + ". " + draft.text, draft.side));
            number = null;
        }
        return joined;
    }

    private static boolean isTimeAlone(Draft draft) {
        Matcher time = TIME_BEHIND.matcher(draft.text);
        return time.matches() && time.group(1).isBlank() && draft.text.matches(".*[:'′’m].*");
    }

    /** Names of files: without folder and ending, underscores as blanks. */
    private static void fileNames(List<Draft> drafts) {
        long files = drafts.stream()
                .filter(draft -> FILE_ENDING.matcher(draft.rest).find())
                .count();
        if (files * 2 <= drafts.size()) return;
        for (Draft draft : drafts) {
            if (!FILE_ENDING.matcher(draft.rest).find()) continue;
            String plain = FILE_ENDING
                    .matcher(draft.rest.replaceFirst("^.*[/\\\\]", ""))
                    .replaceFirst("");
            draft.rest = (plain.contains(" ") ? plain : plain.replace('_', ' ')).strip();
        }
    }

    private static String sideName(String typed) {
        return switch (typed.toLowerCase(Locale.ROOT)) {
            case "one" -> "1";
            case "two" -> "2";
            case "three" -> "3";
            case "four" -> "4";
            default -> typed.toUpperCase(Locale.ROOT);
        };
    }

    private static boolean isHead(String line) {
        String[] words = line.toLowerCase(Locale.ROOT).split("[\\s|,;/]+");
        return words.length >= 2 && Arrays.stream(words).allMatch(COLUMN_WORDS::contains);
    }

    private static void code(Draft draft) {
        Matcher found = CODE.matcher(draft.rest);
        if (!found.find()) return;
        try {
            draft.isrc = Isrc.parse(found.group(1)).compact();
        } catch (IllegalArgumentException none) {
            return;
        }
        draft.rest = (draft.rest.substring(0, found.start()) + "\t" + draft.rest.substring(found.end()))
                .replaceAll("[(\\[]\\s*[)\\]]", " ")
                .strip();
    }

    /** A number in front counts tracks when most lines have one and they rise: “99 Lanterns” alone is a title. */
    private static void positions(List<Draft> drafts, List<SourceLine> strange) {
        List<Matcher> found = new ArrayList<>();
        int with = 0;
        int inOrder = 0;
        int before = 0;
        String sideBefore = "";
        for (Draft draft : drafts) {
            Matcher position = POSITION.matcher(draft.rest);
            boolean matches = position.matches();
            found.add(matches ? position : null);
            if (!matches) continue;
            with++;
            int number = Integer.parseInt(position.group(3));
            String side = Objects.toString(position.group(1), "")
                    + Objects.toString(position.group(2), "")
                    + Objects.toString(draft.side, "");
            if (number == before + 1 || number == 1 || !side.equals(sideBefore)) inOrder++;
            before = number;
            sideBefore = side;
        }
        if (with == 0 || inOrder * 10 < with * 8) return;
        if (with * 2 <= drafts.size()) {
            // a mail around a numbered list: what stands before and behind it is no part of it
            int first = 0;
            while (found.get(first) == null) first++;
            int last = drafts.size() - 1;
            while (found.get(last) == null) last--;
            boolean block =
                    with >= 2 && Integer.parseInt(found.get(first).group(3)) <= 1 && with * 3 >= (last - first + 1) * 2;
            if (!block) return;
            for (int i = drafts.size() - 1; i >= 0; i--)
                if (i < first || i > last) {
                    Draft outside = drafts.remove(i);
                    found.remove(i);
                    strange.add(new SourceLine(outside.line, outside.text, "it stands outside the numbered list"));
                }
        }
        for (int i = 0; i < drafts.size(); i++) {
            Matcher position = found.get(i);
            if (position == null) continue;
            Draft draft = drafts.get(i);
            if (drafts.size() == 1 && !position.group().matches("(?:0\\d|\\d+\\s*[.):]|[A-Ha-h]\\d|(?i:track)).*"))
                continue;
            draft.position = OptionalInt.of(Integer.parseInt(position.group(3)));
            if (position.group(2) != null) draft.ownSide = position.group(2).toUpperCase(Locale.ROOT);
            else if (position.group(1) != null) draft.ownSide = String.valueOf(Integer.parseInt(position.group(1)));
            draft.rest = position.group(4).strip();
        }
    }

    private static void time(Draft draft) {
        Matcher behind = TIME_BEHIND.matcher(draft.rest);
        if (behind.matches() && (!behind.group(1).isBlank() || draft.rest.matches(".*[:'′’m].*"))) {
            if (behind.group(2) != null) draft.length = PlayingTime.parse(behind.group(2));
            else if (behind.group(3) != null) draft.length = minutes(behind.group(3), behind.group(4));
            else if (behind.group(5) != null) draft.length = minutes(behind.group(5), behind.group(6));
            else draft.length = PlayingTime.parse(behind.group(7));
            draft.rest = behind.group(1).strip();
            return;
        }
        Matcher ahead = TIME_AHEAD.matcher(draft.rest);
        if (ahead.matches()) {
            draft.start = PlayingTime.parse(ahead.group(1));
            draft.rest = ahead.group(2).strip();
        }
    }

    private static PlayingTime minutes(String minutes, String seconds) {
        return new PlayingTime((Long.parseLong(minutes) * 60 + Long.parseLong(seconds)) * 1000);
    }

    /** Times in front that begin at zero and rise are starts, and the length of each lasts to the next; else lengths. */
    private static void starts(List<Draft> drafts) {
        List<Draft> ahead = new ArrayList<>();
        List<PlayingTime> times = new ArrayList<>();
        for (Draft draft : drafts)
            if (draft.start != null) {
                ahead.add(draft);
                times.add(draft.start);
            }
        if (ahead.isEmpty()) return;
        boolean chapters = ahead.size() > 1 && times.get(0).milliseconds() == 0;
        for (int i = 1; i < times.size(); i++)
            chapters &= times.get(i).milliseconds() > times.get(i - 1).milliseconds();
        for (int i = 0; i < ahead.size(); i++) {
            Draft draft = ahead.get(i);
            if (!chapters) draft.length = draft.length == null ? times.get(i) : draft.length;
            else if (i + 1 < times.size())
                draft.length = new PlayingTime(
                        times.get(i + 1).milliseconds() - times.get(i).milliseconds());
        }
    }

    /** Where most lines have a number or a time, one with neither is no track. */
    private static List<Draft> sorted(List<Draft> drafts, List<SourceLine> strange) {
        long marked = drafts.stream().filter(LineReader::isMarked).count();
        boolean markedOnly = drafts.size() > 2 && marked * 3 >= drafts.size() * 2L;
        // a column of times without titles is taken as what it is
        long times = drafts.stream()
                .filter(draft -> draft.length != null && draft.rest.chars().noneMatch(Character::isLetterOrDigit))
                .count();
        boolean timesOnly = times >= 2 && times * 3 >= drafts.size() * 2L;
        boolean prose = drafts.stream().filter(draft -> !isProse(draft)).count() >= 2;
        List<Draft> tracks = new ArrayList<>();
        for (Draft draft : drafts) {
            boolean untitled = draft.rest.chars().noneMatch(Character::isLetterOrDigit);
            if (untitled && timesOnly && draft.length != null) tracks.add(draft);
            else if (untitled) strange.add(new SourceLine(draft.line, draft.text, "there is no title in it"));
            else if (timesOnly)
                strange.add(new SourceLine(draft.line, draft.text, "it has no time alone, unlike the others"));
            else if (prose && isProse(draft))
                strange.add(new SourceLine(draft.line, draft.text, "it reads like a sentence, not like a track"));
            else if (markedOnly && !isMarked(draft))
                strange.add(new SourceLine(draft.line, draft.text, "it has no number and no time, unlike the others"));
            else tracks.add(draft);
        }
        return tracks;
    }

    /** A greeting, an address, or many words with a full stop: what is written around a list, never a title of it. */
    private static boolean isProse(Draft draft) {
        if (isMarked(draft)) return false;
        String text = draft.text;
        return GREETING.matcher(text).matches()
                || ADDRESS.matcher(text).find()
                || text.matches(".*[.!?:;,]") && text.split("\\s+").length >= WORDS_OF_A_SENTENCE;
    }

    private static boolean isMarked(Draft draft) {
        return draft.position.isPresent() || draft.length != null || draft.start != null;
    }

    private static List<String> columns(String rest) {
        List<String> columns = new ArrayList<>();
        for (String part : COLUMNS.split(rest)) {
            String plain = part.replaceAll("^(?:\\s|" + DASH + "|[|,.])+\\s|\\s(?:\\s|" + DASH + "|[|,])+$", "")
                    .strip();
            if (!plain.isEmpty()) columns.add(plain);
        }
        if (columns.size() > 1) return columns;
        String only = columns.isEmpty() ? rest.strip() : columns.get(0);
        Matcher dash = PARTED.matcher(only);
        if (dash.find() && dash.start() > 0 && dash.end() < only.length())
            return List.of(
                    only.substring(0, dash.start()).strip(),
                    only.substring(dash.end()).strip());
        Matcher by = BY.matcher(only);
        if (by.matches() && only.matches(".*[\"“”«].*\\s+(?i:by)\\s+.*")) return List.of(by.group(1), by.group(2));
        return List.of(only);
    }

    /** Which of two columns holds the artist: the one that repeats itself, that has names one knows; −1 for none. */
    private int artistColumn(List<Draft> tracks) {
        List<Draft> two =
                tracks.stream().filter(draft -> draft.columns.size() == 2).toList();
        if (two.isEmpty() || two.size() * 2 <= tracks.size()) return -1;
        long versions = two.stream()
                .filter(draft ->
                        TitleReading.version("x - " + draft.columns.get(1)).isPresent())
                .count();
        if (versions * 2 > two.size()) return -1;
        long[] names = new long[2];
        int[] kinds = new int[2];
        for (int column = 0; column < 2; column++) {
            int side = column;
            names[side] = two.stream()
                    .filter(draft -> known.test(artistOf(draft.columns.get(side))))
                    .count();
            Set<String> different = new HashSet<>();
            two.forEach(draft -> different.add(artistOf(draft.columns.get(side)).toLowerCase(Locale.ROOT)));
            kinds[side] = different.size();
        }
        boolean by = two.stream().allMatch(draft -> draft.text.matches("(?i).*[\"“”«].*\\sby\\s.*"));
        if (by) return 1;
        if (names[0] != names[1]) return names[0] > names[1] ? 0 : 1;
        if (kinds[0] != kinds[1]) return kinds[0] < kinds[1] ? 0 : 1;
        return 0;
    }

    /** “A & B” is a duo unless one of the two is somebody by himself, here or in the catalogue. */
    private boolean isOne(String name, Set<String> alone) {
        String[] parts = name.split("\\s+&\\s+");
        if (parts.length != 2) return false;
        for (String part : parts) if (known.test(part.strip()) || alone.contains(part.strip())) return false;
        return true;
    }

    private static String artistOf(String column) {
        return TitleReading.featured(column).map(TitleReading.Part::rest).orElse(column);
    }

    private ReadTrack row(Draft draft, int artistColumn) {
        List<String> columns = draft.columns;
        String artist = "";
        String title = columns.get(0);
        String version = null;
        if (columns.size() >= 2 && artistColumn >= 0) {
            artist = columns.get(artistColumn);
            title = columns.get(1 - artistColumn);
            if (columns.size() > 2) version = columns.get(2);
        } else if (columns.size() >= 2) title = rejoined(draft, columns);
        List<String> featured = new ArrayList<>();
        Optional<TitleReading.Part> with = TitleReading.featured(artist);
        if (with.isPresent()) {
            artist = with.get().rest();
            featured.addAll(TypedTitle.names(with.get().part(), known));
        }
        TypedTitle titled = TypedTitle.of(unquoted(title), known);
        featured.addAll(titled.featured());
        return new ReadTrack(
                draft.line,
                draft.position,
                Optional.ofNullable(draft.ownSide == null ? draft.side : draft.ownSide),
                unquoted(titled.title()),
                Optional.ofNullable(version).or(titled::version),
                artist.isBlank() ? List.of() : TypedTitle.names(unquoted(artist), one),
                featured.stream().distinct().toList(),
                Optional.ofNullable(draft.length),
                Optional.ofNullable(draft.isrc));
    }

    /** A dash in few lines belongs to the title. */
    private static String rejoined(Draft draft, List<String> columns) {
        Matcher gap = COLUMNS.matcher(draft.rest);
        return gap.find() ? columns.get(0) : draft.rest;
    }

    private static String unquoted(String text) {
        String plain = text.strip();
        return plain.length() > 2 && plain.matches("(?s)[\"“„«‘'].*[\"”“»’']")
                ? plain.substring(1, plain.length() - 1).strip()
                : plain;
    }
}
