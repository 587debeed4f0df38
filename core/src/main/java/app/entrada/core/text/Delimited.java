package app.entrada.core.text;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/** Tables as text: commas (RFC 4180), semicolons or tabs between the cells, quotes around those that hold them. */
public final class Delimited {
    private Delimited() {}

    /**
     * A line of a table; a quoted cell may make it span several of the text.
     *
     * @param line of the text where it begins, from 1
     */
    public record DelimitedLine(int line, List<String> cells) {
        public DelimitedLine {
            cells = List.copyOf(cells);
        }
    }

    /** A text that is no table: a quote that is never closed. */
    public static final class Unreadable extends IOException {
        private static final long serialVersionUID = 1L;
        private final long line;

        Unreadable(long line, String what) {
            super(what);
            this.line = line;
        }

        /** Line of the text, from 1. */
        public long line() {
            return line;
        }
    }

    /** What parts the cells of a head: the tab, the semicolon or the comma, whichever stands there most often. */
    public static Optional<Character> delimiter(String head) {
        char best = 0;
        long most = 0;
        for (char candidate : new char[] {'\t', ';', ','}) {
            long count = head.chars().filter(letter -> letter == candidate).count();
            if (count > most) {
                most = count;
                best = candidate;
            }
        }
        return most == 0 ? Optional.empty() : Optional.of(best);
    }

    /**
     * All lines of a table.
     *
     * @throws Unreadable with the line
     */
    public static List<DelimitedLine> read(String text, char delimiter) throws Unreadable {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter)
                .setIgnoreEmptyLines(false)
                .setLenientEof(false)
                .get();
        List<DelimitedLine> records = new ArrayList<>();
        long line = 1;
        try (CSVParser parser = format.parse(new StringReader(text))) {
            for (CSVRecord record : parser) {
                records.add(new DelimitedLine((int) line, record.toList()));
                line = parser.getCurrentLineNumber() + 1;
            }
        } catch (IOException | UncheckedIOException broken) {
            throw new Unreadable(line, "a quote opens here and is never closed, or text follows behind a closed one");
        }
        return records;
    }

    /** What spreadsheets would reckon instead of showing, with any number of apostrophes before it. */
    private static final Pattern FORMULA = Pattern.compile("'*[=+\\-@\\t\\r].*", Pattern.DOTALL);

    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d+([.,]\\d+)?");

    /**
     * A table for people, who open it in a spreadsheet: a cell that begins like a formula gets an apostrophe before it, so
     * that nothing is reckoned there. {@link #readOfPeople} takes it off again.
     */
    public static String writeForPeople(List<List<String>> lines, char delimiter) {
        return write(
                lines.stream()
                        .map(line -> line.stream().map(Delimited::harmless).toList())
                        .toList(),
                delimiter);
    }

    private static String harmless(String cell) {
        return cell != null
                        && FORMULA.matcher(cell).matches()
                        && !NUMBER.matcher(cell).matches()
                ? "'" + cell
                : cell;
    }

    /**
     * All lines of a table that people may have had in a spreadsheet.
     *
     * @throws Unreadable with the line
     */
    public static List<DelimitedLine> readOfPeople(String text, char delimiter) throws Unreadable {
        return read(text, delimiter).stream()
                .map(record -> new DelimitedLine(
                        record.line(),
                        record.cells().stream()
                                .map(cell -> cell.startsWith("'")
                                                && FORMULA.matcher(cell).matches()
                                        ? cell.substring(1)
                                        : cell)
                                .toList()))
                .toList();
    }

    /** A table as text, CRLF behind every line. */
    public static String write(List<List<String>> lines, char delimiter) {
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
        StringWriter out = new StringWriter();
        try (CSVPrinter printer = new CSVPrinter(out, format)) {
            for (List<String> line : lines) printer.printRecord(line);
        } catch (IOException cannotHappenInMemory) {
            throw new UncheckedIOException(cannotHappenInMemory);
        }
        return out.toString();
    }
}
