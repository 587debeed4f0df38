package app.entrada.core.tracklist;

import app.entrada.core.code.Isrc;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.text.Delimited;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import app.entrada.core.tracklist.TrackList.SourceLine;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Predicate;

/** A table with a head that names its columns, in any order: CSV (RFC 4180), semicolons or tabs. */
final class TableOfTracks {
    private enum Column {
        POSITION(
                "no",
                "nr",
                "#",
                "№",
                "n°",
                "nº",
                "track",
                "track no",
                "track number",
                "tracknumber",
                "position",
                "pos",
                "number",
                "nummer",
                "piste",
                "pista",
                "faixa",
                "traccia",
                "spår"),
        SIDE("side", "disc", "disk", "cd", "seite", "face", "cara", "lato", "kant", "sida", "lado"),
        TITLE(
                "title",
                "track title",
                "song",
                "song title",
                "name",
                "track name",
                "titel",
                "titre",
                "título",
                "titulo",
                "titolo",
                "brano",
                "låt",
                "lied",
                "morceau"),
        VERSION("version", "mix", "version title", "subtitle", "fassung", "versión", "versione", "versie"),
        ARTIST(
                "artist",
                "artists",
                "main artist",
                "performer",
                "by",
                "display artist",
                "interpret",
                "künstler",
                "artiste",
                "interprète",
                "artista",
                "intérprete",
                "artiest"),
        FEATURED(
                "featured",
                "featuring",
                "feat",
                "featured artists",
                "featured artist",
                "gast",
                "gäste",
                "invité",
                "invités"),
        LENGTH(
                "time",
                "length",
                "duration",
                "playing time",
                "running time",
                "dauer",
                "länge",
                "zeit",
                "spielzeit",
                "laufzeit",
                "durée",
                "temps",
                "duración",
                "tiempo",
                "durata",
                "tempo",
                "duur",
                "speelduur",
                "tijd",
                "duração",
                "längd",
                "speltid"),
        ISRC("isrc", "isrc code");

        private final List<String> words;

        Column(String... words) {
            this.words = List.of(words);
        }

        static Optional<Column> of(String head) {
            String plain = head.strip()
                    .toLowerCase(Locale.ROOT)
                    .replaceAll("[.:_]", " ")
                    .replaceAll("\\s+", " ")
                    .strip();
            for (Column column : values()) if (column.words.contains(plain)) return Optional.of(column);
            return Optional.empty();
        }
    }

    private TableOfTracks() {}

    /** The table, when the first line that is not blank is a head with a title or two other columns we know. */
    static Optional<TrackList> read(List<String> lines, Predicate<String> known) {
        int first = 0;
        while (first < lines.size() && lines.get(first).isBlank()) first++;
        if (first == lines.size()) return Optional.empty();
        Optional<Character> delimiter = Delimited.delimiter(lines.get(first));
        if (delimiter.isEmpty()) return Optional.empty();
        List<Delimited.DelimitedLine> records;
        try {
            records = Delimited.read(String.join("\n", lines.subList(first, lines.size())), delimiter.get());
        } catch (Delimited.Unreadable broken) {
            return Optional.empty();
        }
        Map<Column, Integer> columns = new EnumMap<>(Column.class);
        List<String> head = records.get(0).cells();
        for (int i = 0; i < head.size(); i++) {
            int at = i;
            Column.of(head.get(i)).ifPresent(column -> columns.putIfAbsent(column, at));
        }
        if (columns.size() < 2 || !columns.containsKey(Column.TITLE) && !columns.containsKey(Column.LENGTH))
            return Optional.empty();
        List<ReadTrack> rows = new ArrayList<>();
        List<SourceLine> strange = new ArrayList<>();
        for (Delimited.DelimitedLine record : records.subList(1, records.size())) {
            int line = record.line() + first;
            if (record.cells().stream().allMatch(String::isBlank)) continue;
            try {
                rows.add(row(record, line, columns, known));
            } catch (IllegalArgumentException wrong) {
                strange.add(new SourceLine(
                        line,
                        String.join(" | ", record.cells()),
                        Objects.requireNonNullElse(wrong.getMessage(), "cannot be read")));
            }
        }
        return Optional.of(new TrackList(TrackList.Form.TABLE, rows, strange));
    }

    private static ReadTrack row(
            Delimited.DelimitedLine record, int line, Map<Column, Integer> columns, Predicate<String> known) {
        TypedTitle titled = TypedTitle.of(cell(record, columns, Column.TITLE).orElse(""), known);
        if (titled.title().isEmpty() && columns.containsKey(Column.TITLE))
            throw new MalformedValue("there is no title in it");
        List<String> featured = new ArrayList<>(titled.featured());
        cell(record, columns, Column.FEATURED).ifPresent(names -> featured.addAll(names(names, known)));
        Optional<String> position = cell(record, columns, Column.POSITION);
        Optional<String> side = cell(record, columns, Column.SIDE);
        if (position.isPresent() && position.get().matches("[A-Ha-h]\\d{1,2}")) {
            side = Optional.of(position.get().substring(0, 1).toUpperCase(Locale.ROOT));
            position = Optional.of(position.get().substring(1));
        }
        return new ReadTrack(
                line,
                position.filter(text -> text.matches("\\d{1,4}(?:\\s*/\\s*\\d+)?"))
                        .map(text -> OptionalInt.of(Integer.parseInt(text.replaceFirst("\\s*/.*", ""))))
                        .orElse(OptionalInt.empty()),
                side,
                titled.title(),
                cell(record, columns, Column.VERSION).or(titled::version),
                cell(record, columns, Column.ARTIST)
                        .map(names -> names(names, known))
                        .orElse(List.of()),
                featured.stream().distinct().toList(),
                cell(record, columns, Column.LENGTH).map(PlayingTime::parse),
                cell(record, columns, Column.ISRC).map(code -> Isrc.parse(code).compact()));
    }

    private static List<String> names(String listed, Predicate<String> known) {
        if (listed.contains(";"))
            return java.util.Arrays.stream(listed.split(";"))
                    .map(String::strip)
                    .filter(name -> !name.isEmpty())
                    .toList();
        return TypedTitle.names(listed, known);
    }

    private static Optional<String> cell(Delimited.DelimitedLine record, Map<Column, Integer> columns, Column column) {
        Integer at = columns.get(column);
        if (at == null || at >= record.cells().size()) return Optional.empty();
        return Optional.of(record.cells().get(at).strip()).filter(text -> !text.isEmpty());
    }
}
