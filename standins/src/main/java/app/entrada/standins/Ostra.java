package app.entrada.standins;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * An invented authors' society. It reads the exchange file strictly by column, checks what societies check, and answers with an
 * acknowledgement file and ISWCs. Some titles it holds from others already: the first time one of those comes it is a
 * conflict, or a duplicate.
 */
final class Ostra implements Kind {
    /** Titles that somebody else claims a part of. */
    private static final Set<String> CLAIMED = Set.of("SALTINGS", "LOW WATER MARK");
    /** Titles that are registered already, by number. */
    private static final Map<String, String> HELD = Map.of("THE LOWLANDS LOW", "OST-0000412");

    @Override
    public String id() {
        return "ostra";
    }

    @Override
    public String name() {
        return "OSTRA";
    }

    @Override
    public String letters() {
        return "OS";
    }

    @Override
    public long reviewMillis() {
        return 3_000;
    }

    /** A work as it stands in the file. */
    private static final class Entered {
        private final String type;
        private final String line;
        private final List<String> parties = new ArrayList<>();
        private int performing;
        private int mechanical;
        private boolean composer;
        private boolean author;
        private boolean original;

        private Entered(String line) {
            this.type = line.substring(0, 3);
            this.line = line;
        }

        private String cut(int from, int to) {
            return line.substring(from, to).strip();
        }
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        Verdict verdict = new Verdict();
        Optional<String> name = bag.sums().keySet().stream()
                .filter(each -> each.matches("CW\\d{6}[A-Z0-9]{3}_[A-Z0-9]{3}\\.V21"))
                .findFirst();
        if (name.isEmpty()) return verdict.refuse("file", "A file CWyynnnnSSS_RRR.V21 is missing.", "");
        String[] lines = bag.text(name.get()).orElse("").split("\r\n");
        if (!lines[0].startsWith("HDR") || !lines[lines.length - 1].startsWith("TRL"))
            return verdict.refuse("file", "The file has no HDR at its beginning or no TRL at its end.", name.get());
        List<Entered> works = works(lines, verdict, name.get());
        totals(lines, works, verdict, name.get());
        verdict.called(works.isEmpty() ? "" : works.get(0).cut(19, 79), name.get());
        if (!verdict.reasons().isEmpty()) return verdict;
        boolean sound = bag.sums().keySet().stream().anyMatch(each -> each.matches(".*\\.(wav|flac|aiff|pdf)"));
        if (!sound) verdict.refuse("evidence", "No recording and no score is beside the works.", "");
        acknowledge(works, verdict, name.get());
        return verdict;
    }

    private static List<Entered> works(String[] lines, Verdict verdict, String name) {
        List<Entered> works = new ArrayList<>();
        int transaction = -1;
        int record = 0;
        for (int i = 0; i < lines.length; i++) {
            String line = lines[i];
            String type = line.length() < 3 ? "" : line.substring(0, 3);
            if (type.equals("GRH")) transaction = -1;
            if (Set.of("HDR", "GRH", "GRT", "TRL").contains(type)) continue;
            if (line.length() < 19) {
                verdict.refuse("record", "Line %d is too short.".formatted(i + 1), name);
                continue;
            }
            if (type.equals("NWR") || type.equals("REV")) {
                if (line.length() != 260)
                    verdict.refuse(
                            "record", "Line %d has %d characters, not 260.".formatted(i + 1, line.length()), name);
                else works.add(new Entered(line));
                transaction++;
                record = 0;
            }
            if (number(line, 3, 11) != transaction || number(line, 11, 19) != record++)
                verdict.refuse("sequence", "Line %d is out of sequence.".formatted(i + 1), name);
            if (!works.isEmpty()) detail(works.get(works.size() - 1), type, line);
        }
        return works;
    }

    private static void detail(Entered work, String type, String line) {
        switch (type) {
            case "SPU" -> {
                work.parties.add(line);
                work.performing += number(line, 115, 120);
                work.mechanical += number(line, 123, 128);
            }
            case "SWR" -> {
                work.parties.add(line);
                String role = line.substring(104, 106).strip();
                work.composer |= Set.of("C", "CA", "AR").contains(role);
                work.author |= Set.of("A", "CA", "AD", "TR").contains(role);
                work.performing += number(line, 129, 134);
                work.mechanical += number(line, 137, 142);
            }
            case "VER" -> work.original = true;
            default -> {
                // territories, titles, performers, recordings
            }
        }
    }

    private static void totals(String[] lines, List<Entered> works, Verdict verdict, String name) {
        String last = lines[lines.length - 1];
        if (number(last, 8, 16) != works.size() || number(last, 16, 24) != lines.length)
            verdict.refuse("totals", "TRL counts other transactions or records than the file has.", name);
    }

    private static int number(String line, int from, int to) {
        String digits = line.length() < to ? "" : line.substring(from, to).strip();
        return digits.matches("\\d{1,8}") ? Integer.parseInt(digits) : -1;
    }

    private static void acknowledge(List<Entered> works, Verdict verdict, String name) {
        LocalDateTime now = LocalDateTime.now(ZoneOffset.UTC);
        String day = now.format(DateTimeFormatter.ofPattern("yyyyMMdd"));
        String time = now.format(DateTimeFormatter.ofPattern("HHmmss"));
        StringBuilder file = new StringBuilder();
        file.append("HDRSO000000777")
                .append(left("OSTRA", 45))
                .append("01.10")
                .append(day)
                .append(time)
                .append(day);
        file.append("\r\nGRHACK0000102.100000000001  \r\n");
        int records = 3;
        for (int i = 0; i < works.size(); i++) {
            Entered work = works.get(i);
            String title = work.cut(19, 79);
            List<String> objections = objections(work);
            String status = !objections.isEmpty() ? "RJ" : planted(work, title, objections);
            String recipient = status.equals("DU")
                    ? HELD.get(title)
                    : "OST-%07d".formatted(1000 + Math.abs(title.hashCode() % 8000));
            file.append("ACK%08d%08d".formatted(i, 0))
                    .append(day)
                    .append(time)
                    .append("00001")
                    .append("%08d".formatted(i))
                    .append(work.type)
                    .append(left(title, 60))
                    .append(left(work.cut(81, 95), 20))
                    .append(left(status.equals("RJ") || status.equals("CO") ? "" : recipient, 20))
                    .append(day)
                    .append(status)
                    .append("\r\n");
            records++;
            int record = 1;
            for (String objection : objections) {
                file.append("MSG%08d%08d".formatted(i, record++))
                        .append("T")
                        .append("00000000")
                        .append(work.type)
                        .append("T")
                        .append("101")
                        .append(left(objection, 150))
                        .append("\r\n");
                records++;
            }
            if (!status.equals("RJ") && !status.equals("CO")) {
                String there = work.cut(95, 106);
                file.append(work.type)
                        .append("%08d%08d".formatted(i, record))
                        .append(left(title, 60))
                        .append(work.line, 79, 95)
                        .append(left(there.isEmpty() ? iswc(title) : there, 11))
                        .append(work.line.substring(106))
                        .append("\r\n");
                records++;
            }
            if (status.equals("RJ") || status.equals("CO"))
                verdict.refuse(
                        status.equals("CO") ? "conflict" : "work",
                        "%s: %s".formatted(title, objections.get(0)),
                        work.cut(81, 95),
                        0,
                        "work.writers");
        }
        file.append("GRT00001%08d%08d\r\n".formatted(works.size(), records - 1));
        file.append("TRL00001%08d%08d\r\n".formatted(works.size(), records + 1));
        verdict.give(name.replaceFirst("CW(\\d{6})(...)_(...)\\.V21", "CW$1$3_$2.ACK"), file.toString());
    }

    private static String planted(Entered work, String title, List<String> objections) {
        if (HELD.containsKey(title) && work.type.equals("NWR") && !work.original) {
            objections.add("ALREADY REGISTERED AS " + HELD.get(title));
            return "DU";
        }
        // whoever names the claimant among the writers ends the claim
        if (CLAIMED.contains(title) && work.parties.stream().noneMatch(party -> party.contains("LOAM"))) {
            objections.add(
                    "ANOTHER CLAIM OF 10.00 PER CENT BY K. LOAM IS ON FILE; NAME THE CLAIMANT OR SHOW THE AGREEMENT");
            return "CO";
        }
        return work.type.equals("REV") ? "RA" : "AS";
    }

    private static List<String> objections(Entered work) {
        List<String> objections = new ArrayList<>();
        if (work.cut(19, 79).isEmpty()) objections.add("TITLE IS MISSING");
        for (int total : new int[] {work.performing, work.mechanical})
            if (total != 0 && (total < 9_994 || total > 10_006)) {
                objections.add("SHARES TOTAL %d.%02d, NOT 100.00".formatted(total / 100, total % 100));
                break;
            }
        if (!work.composer && !work.author) objections.add("NO WRITER OF C, CA OR A");
        if (work.cut(136, 139).equals("MTX") && !work.author) objections.add("A SONG WITH WORDS HAS NO AUTHOR");
        if (work.cut(142, 145).equals("MOD") && !work.original)
            objections.add("THE ORIGINAL OF THIS VERSION IS NOT NAMED");
        return objections;
    }

    /** ISO 15707: nine digits from the title, and the check digit. */
    static String iswc(String title) {
        byte[] bytes = title.getBytes(StandardCharsets.UTF_8);
        long number = 7;
        for (byte each : bytes) number = (number * 31 + (each & 0xFF)) % 900_000_000L;
        String nine = "%09d".formatted(90_000_000L + number);
        int sum = 1;
        for (int i = 0; i < 9; i++) sum += (i + 1) * (nine.charAt(i) - '0');
        return "T" + nine + (10 - sum % 10) % 10;
    }

    private static String left(String text, int width) {
        return text.length() >= width ? text.substring(0, width) : text + " ".repeat(width - text.length());
    }
}
