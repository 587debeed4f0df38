package app.entrada.core.delivery.kind.works;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Columns of the records of Common Works Registration 2.1 (CISAC): which field stands where. One table serves the writer,
 * the reader and the ruler that the interface lays over a line.
 */
public final class RecordLayout {
    /** How a field is filled. */
    public enum Fill {
        /** Left-justified, blanks behind. */
        TEXT,
        /** Right-justified, zeros in front. */
        NUMBER,
        /** A day, yyyymmdd; zeros where none is given. */
        DAY,
        /** A length or time, hhmmss; zeros where none is given. */
        TIME
    }

    /**
     * A field.
     *
     * @param name in the standard's words
     * @param at column of its first character, from 0
     * @param width columns
     */
    public record RecordField(String name, int at, int width, Fill fill) {}

    private static final Map<String, List<RecordField>> LAYOUTS = new LinkedHashMap<>();

    static {
        header(
                "HDR",
                "sender type:A2 sender ID:N9 sender name:A45 version:A5 creation date:D creation time:T"
                        + " transmission date:D");
        header("GRH", "transaction type:A3 group:N5 version:A5 batch:N10 distribution type:A2");
        header("GRT", "group:N5 transactions:N8 records:N8");
        header("TRL", "groups:N5 transactions:N8 records:N8");
        String work = "title:A60 language:A2 submitter work number:A14 ISWC:A11 copyright date:D copyright number:A12"
                + " distribution category:A3 duration:T recorded:A1 text and music:A3 composite type:A3 version type:A3"
                + " excerpt type:A3 music arrangement:A3 lyric adaptation:A3 contact name:A30 contact ID:A10"
                + " work type:A2 grand rights:A1 component count:N3 print date:D exceptional clause:A1 opus:A25"
                + " catalogue number:A25 priority:A1";
        record("NWR", work);
        record("REV", work);
        record(
                "ACK",
                "creation date:D creation time:T original group:N5 original transaction:N8 original type:A3 title:A60"
                        + " submitter number:A20 recipient number:A20 processing date:D status:A2");
        record("MSG", "type:A1 original record:N8 record type:A3 level:A1 validation:A3 text:A150");
        record(
                "SPU",
                "publisher sequence:N2 party number:A9 name:A45 unknown:A1 type:A2 tax ID:A9 IPI name number:N11"
                        + " agreement number:A14 PR society:A3 PR share:N5 MR society:A3 MR share:N5 SR society:A3 SR share:N5"
                        + " special agreement:A1 first recording refusal:A1 blank:A1 IPI base number:A13 ISAC:A14"
                        + " society agreement:A14 agreement type:A2 USA licence:A1");
        record(
                "SPT",
                "party number:A9 blank:A6 PR share:N5 MR share:N5 SR share:N5 inclusion:A1 territory:N4"
                        + " shares change:A1 sequence:N3");
        record(
                "SWR",
                "party number:A9 last name:A45 first name:A30 unknown:A1 designation:A2 tax ID:A9 IPI name number:N11"
                        + " PR society:A3 PR share:N5 MR society:A3 MR share:N5 SR society:A3 SR share:N5 reversionary:A1"
                        + " first recording refusal:A1 work for hire:A1 blank:A1 IPI base number:A13 personal number:N12"
                        + " USA licence:A1");
        record(
                "SWT",
                "party number:A9 PR share:N5 MR share:N5 SR share:N5 inclusion:A1 territory:N4 shares change:A1"
                        + " sequence:N3");
        record("PWR", "party number:A9 name:A45 agreement number:A14 society agreement:A14 writer party number:A9");
        record("ALT", "title:A60 type:A2 language:A2");
        record("NAT", "title:A640 language:A2");
        record("PER", "last name:A45 first name:A30 IPI name number:N11 IPI base number:A13");
        record(
                "REC",
                "first release date:D blank:A60 duration:T blank 2:A5 album title:A60 label:A60 catalogue number:A18"
                        + " EAN:A13 ISRC:A12 format:A1 technique:A1 media:A3");
        record(
                "VER",
                "original title:A60 ISWC:A11 language:A2 last name 1:A45 first name 1:A30 source:A60"
                        + " IPI name number 1:N11 IPI base number 1:A13 last name 2:A45 first name 2:A30"
                        + " IPI name number 2:N11 IPI base number 2:A13 submitter work number:A14");
    }

    private RecordLayout() {}

    private static void header(String type, String fields) {
        layout(type, "record type:A3 " + fields);
    }

    private static void record(String type, String fields) {
        layout(type, "record type:A3 transaction:N8 record:N8 " + fields);
    }

    private static void layout(String type, String fields) {
        List<RecordField> columns = new ArrayList<>();
        int at = 0;
        for (String each : fields.split("(?<=:[AN]\\d{1,3}|:[DT]) ")) {
            int colon = each.lastIndexOf(':');
            String kind = each.substring(colon + 1);
            Fill fill = switch (kind.charAt(0)) {
                case 'A' -> Fill.TEXT;
                case 'N' -> Fill.NUMBER;
                case 'D' -> Fill.DAY;
                default -> Fill.TIME;
            };
            int width = fill == Fill.DAY ? 8 : fill == Fill.TIME ? 6 : Integer.parseInt(kind.substring(1));
            columns.add(new RecordField(each.substring(0, colon), at, width, fill));
            at += width;
        }
        LAYOUTS.put(type, List.copyOf(columns));
    }

    /** The columns of a record type, empty for one that is not known. */
    public static List<RecordField> of(String type) {
        return LAYOUTS.getOrDefault(type, List.of());
    }

    /**
     * A column of a record type.
     *
     * @throws IllegalArgumentException when there is none of that name
     */
    static RecordField column(String type, String name) {
        return of(type).stream()
                .filter(column -> column.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("%s has no field “%s”".formatted(type, name)));
    }

    /** Length of a whole record of this type, characters. */
    public static int length(String type) {
        List<RecordField> columns = of(type);
        return columns.isEmpty()
                ? 0
                : columns.get(columns.size() - 1).at()
                        + columns.get(columns.size() - 1).width();
    }

    /** A field of a line, without its blanks; empty where the line is shorter or has no such field. */
    public static String read(String line, String field) {
        Optional<RecordField> column = of(line.length() < 3 ? "" : line.substring(0, 3)).stream()
                .filter(each -> each.name().equals(field))
                .findFirst();
        if (column.isEmpty() || column.get().at() >= line.length()) return "";
        int end = Math.min(line.length(), column.get().at() + column.get().width());
        return line.substring(column.get().at(), end).strip();
    }

    /**
     * A line of this type.
     *
     * @param values by field; what is not given is blank or zero
     * @throws IllegalArgumentException when a value is too long for its columns or no field of this record
     */
    static String line(String type, Map<String, String> values) {
        StringBuilder line = new StringBuilder();
        for (String field : values.keySet())
            if (of(type).stream().noneMatch(column -> column.name().equals(field)))
                throw new IllegalArgumentException("%s has no field “%s”".formatted(type, field));
        for (RecordField column : of(type)) {
            String value = column.name().equals("record type") ? type : values.getOrDefault(column.name(), "");
            int missing = column.width() - value.codePointCount(0, value.length());
            if (missing < 0)
                throw new IllegalArgumentException("“%s” is longer than the %d columns of %s in %s"
                        .formatted(value, column.width(), column.name(), type));
            boolean number = column.fill() != Fill.TEXT;
            if (number) line.append("0".repeat(missing)).append(value);
            else line.append(value).append(" ".repeat(missing));
        }
        return line.toString();
    }
}
