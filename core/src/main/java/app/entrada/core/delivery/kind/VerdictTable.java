package app.entrada.core.delivery.kind;

import app.entrada.core.text.Delimited;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What a performers' society answers: CSV (RFC 4180) with a line for each recording, under the heads {@code ISRC},
 * {@code Verdict} ({@code accepted} or {@code refused}), {@code Reason}, and, where it knows them, {@code Title} and
 * {@code Field}.
 *
 * @param recordings in the order of the file
 */
public record VerdictTable(List<JudgedRecording> recordings) {
    private static final int MOST_LINES = 100_000;

    /**
     * A recording.
     *
     * @param isrc as it was sent, twelve characters
     * @param taken whether the society has it now
     * @param reason in its words; empty for none
     * @param field the fact that it is about, by its id in our registry; empty where the society names none
     */
    public record JudgedRecording(String isrc, boolean taken, String reason, String field) {}

    /** Whether a text begins like such a table. */
    public static boolean is(String text) {
        String head = text.lines().findFirst().orElse("").toLowerCase(Locale.ROOT);
        return head.contains("isrc") && head.contains("verdict");
    }

    /**
     * Reads a table.
     *
     * @throws IllegalArgumentException that says in which line what is missing or unknown
     */
    public static VerdictTable read(String text) {
        String head = text.lines().findFirst().orElse("");
        char delimiter = Delimited.delimiter(head)
                .orElseThrow(() -> new IllegalArgumentException("Line 1: this file is not a table of verdicts"));
        try {
            List<Delimited.DelimitedLine> lines = Delimited.readOfPeople(text, delimiter);
            if (lines.size() > MOST_LINES)
                throw new IllegalArgumentException("The table has more than %,d lines".formatted(MOST_LINES));
            List<String> heads = lines.get(0).cells().stream()
                    .map(cell -> cell.replace("\ufeff", "").strip().toLowerCase(Locale.ROOT))
                    .toList();
            for (String wanted : List.of("isrc", "verdict"))
                if (!heads.contains(wanted))
                    throw new IllegalArgumentException("Line 1: there is no column “%s”".formatted(wanted));
            List<JudgedRecording> recordings = new ArrayList<>();
            for (Delimited.DelimitedLine line : lines.subList(1, lines.size())) {
                if (line.cells().stream().allMatch(String::isBlank)) continue;
                String verdict = cell(line, heads, "verdict").toLowerCase(Locale.ROOT);
                if (!verdict.equals("accepted") && !verdict.equals("refused"))
                    throw new IllegalArgumentException("Line %d: the verdict is “%s”; expected: accepted or refused"
                            .formatted(line.line(), verdict));
                recordings.add(new JudgedRecording(
                        cell(line, heads, "isrc").replace("-", ""),
                        verdict.equals("accepted"),
                        cell(line, heads, "reason"),
                        cell(line, heads, "field")));
            }
            return new VerdictTable(List.copyOf(recordings));
        } catch (Delimited.Unreadable broken) {
            throw new IllegalArgumentException("Line %d: %s".formatted(broken.line(), broken.getMessage()), broken);
        }
    }

    private static String cell(Delimited.DelimitedLine line, List<String> heads, String head) {
        int at = heads.indexOf(head);
        return at < 0 || at >= line.cells().size() ? "" : line.cells().get(at).strip();
    }
}
