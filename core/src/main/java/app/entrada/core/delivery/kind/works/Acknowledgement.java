package app.entrada.core.delivery.kind.works;

import app.entrada.core.code.Iswc;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a society answers to a file of works: for each transaction how it stands, why, and the ISWC that came back. Read
 * strictly by column from its acknowledgement file.
 *
 * @param works in the order of the file
 * @param unreadable lines that say nothing that is understood, with their number
 */
public record Acknowledgement(List<Answered> works, List<String> unreadable) {
    /** How a work stands with the society. */
    public enum WorkStatus {
        ACCEPTED("RA"),
        REGISTERED("AS"),
        CONFLICT("CO"),
        DUPLICATE("DU"),
        REJECTED("RJ");

        private final String code;

        WorkStatus(String code) {
            this.code = code;
        }

        /** Whether the society has it now as it was sent. */
        public boolean taken() {
            return this == ACCEPTED || this == REGISTERED;
        }
    }

    /**
     * One work.
     *
     * @param submitterNumber our number
     * @param recipientNumber theirs, empty when none came back
     * @param iswc empty when none came back, or none that is right
     * @param messages in sentences
     */
    public record Answered(
            WorkStatus standing,
            String title,
            String submitterNumber,
            String recipientNumber,
            Optional<Iswc> iswc,
            List<String> messages) {}

    private static final int MOST_LINES = 1_000_000;

    /**
     * Reads a file. Whatever is in it, reading ends with what was understood.
     *
     * @throws IllegalArgumentException when it is no such file at all
     */
    public static Acknowledgement read(String file) {
        String[] lines = file.split("\r?\n", MOST_LINES);
        if (lines.length == 0 || !lines[0].startsWith("HDR"))
            throw new IllegalArgumentException("This is not an acknowledgement: its first record is not HDR");
        List<Answered> works = new ArrayList<>();
        List<String> unreadable = new ArrayList<>();
        for (int number = 1; number <= lines.length; number++) {
            String line = lines[number - 1];
            if (line.isBlank()) continue;
            String type = line.substring(0, Math.min(3, line.length()));
            Answered last = works.isEmpty() ? null : works.get(works.size() - 1);
            switch (type) {
                case "ACK" ->
                    standing(RecordLayout.read(line, "status"))
                            .ifPresentOrElse(
                                    standing -> works.add(new Answered(
                                            standing,
                                            RecordLayout.read(line, "title"),
                                            RecordLayout.read(line, "submitter number"),
                                            RecordLayout.read(line, "recipient number"),
                                            Optional.empty(),
                                            List.of())),
                                    () -> unreadable.add(line.strip()));
                case "MSG" -> {
                    if (last == null) unreadable.add("line %d: a message without a work".formatted(number));
                    else {
                        List<String> messages = new ArrayList<>(last.messages);
                        messages.add(RecordLayout.read(line, "text"));
                        works.set(works.size() - 1, with(last, last.iswc, messages));
                    }
                }
                case "NWR", "REV" -> {
                    String iswc = RecordLayout.read(line, "ISWC");
                    if (last != null && !iswc.isEmpty())
                        try {
                            works.set(works.size() - 1, with(last, Optional.of(Iswc.parse(iswc)), last.messages));
                        } catch (RuntimeException malformed) {
                            unreadable.add("line %d: “%s” is not an ISWC".formatted(number, iswc));
                        }
                }
                default -> {
                    if (RecordLayout.of(type).isEmpty())
                        unreadable.add("line %d: there is no record “%s”".formatted(number, type));
                }
            }
        }
        return new Acknowledgement(List.copyOf(works), List.copyOf(unreadable));
    }

    private static Answered with(Answered one, Optional<Iswc> iswc, List<String> messages) {
        return new Answered(
                one.standing, one.title, one.submitterNumber, one.recipientNumber, iswc, List.copyOf(messages));
    }

    private static Optional<WorkStatus> standing(String code) {
        for (WorkStatus each : WorkStatus.values()) if (each.code.equals(code)) return Optional.of(each);
        return Optional.empty();
    }
}
