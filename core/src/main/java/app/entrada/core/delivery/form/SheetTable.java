package app.entrada.core.delivery.form;

import app.entrada.core.text.Delimited;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A copy sheet as it is sealed: CSV (RFC 4180), a line for each caption with what was to be pasted there, so that it can be
 * read in ten years without this program.
 */
public final class SheetTable {
    private static final List<String> HEAD = List.of("Track", "Writer", "Caption", "Value");

    /** Stands for the track where a caption is asked for once. */
    private static final String RELEASE = "release";

    private SheetTable() {}

    /** The sheet as a table. */
    public static String write(CopySheet sheet) {
        List<List<String>> lines = new ArrayList<>();
        lines.add(HEAD);
        for (CopySheet.Entry entry : sheet.entries())
            lines.add(List.of(
                    entry.track() == 0 ? RELEASE : String.valueOf(entry.track()),
                    entry.writer(),
                    entry.caption().name(),
                    entry.value()));
        return Delimited.write(lines, ',');
    }

    /**
     * What was handed over: values by the keys of their entries, in the form's order.
     *
     * @throws IllegalArgumentException when this is no such table
     */
    public static Map<String, String> read(String table) {
        Map<String, String> values = new LinkedHashMap<>();
        try {
            List<Delimited.DelimitedLine> lines = Delimited.read(table, ',');
            if (lines.isEmpty() || !lines.get(0).cells().equals(HEAD))
                throw new IllegalArgumentException("This is not a copy sheet: its first line is not " + HEAD);
            for (Delimited.DelimitedLine line : lines.subList(1, lines.size())) {
                if (line.cells().size() != HEAD.size())
                    throw new IllegalArgumentException("Line %d has %d cells"
                            .formatted(line.line(), line.cells().size()));
                List<String> cells = line.cells();
                values.put(
                        CopySheet.key(
                                cells.get(0).equals(RELEASE) ? 0 : Integer.parseInt(cells.get(0)),
                                cells.get(1),
                                cells.get(2)),
                        cells.get(3));
            }
        } catch (Delimited.Unreadable broken) {
            throw new IllegalArgumentException("Line %d: %s".formatted(broken.line(), broken.getMessage()), broken);
        }
        return values;
    }
}
