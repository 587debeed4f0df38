package app.entrada.standins;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** An invented performers' society: reads a table of recordings and performers, answers with a table of verdicts. */
final class Ppo implements Kind {
    @Override
    public String id() {
        return "ppo";
    }

    @Override
    public String name() {
        return "PPO";
    }

    @Override
    public String letters() {
        return "PP";
    }

    @Override
    public long reviewMillis() {
        return 2_500;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        Verdict verdict = new Verdict();
        Optional<String> csv = bag.text("performers.csv");
        if (csv.isEmpty()) return verdict.refuse("table", "The table of performers is missing.", "performers.csv");
        Map<String, List<Map<String, String>>> recordings = new LinkedHashMap<>();
        for (Map<String, String> line : Table.read(csv.get()))
            recordings
                    .computeIfAbsent(line.getOrDefault("ISRC", ""), isrc -> new ArrayList<>())
                    .add(line);
        if (recordings.isEmpty()) return verdict.refuse("table", "The table is empty.", "performers.csv");
        StringBuilder verdicts = new StringBuilder("ISRC,Title,Verdict,Reason\r\n");
        int number = 0;
        for (var recording : recordings.entrySet()) {
            number++;
            Map<String, String> first = recording.getValue().get(0);
            verdict.called(first.get("Title"), recording.getKey());
            String[] wrong = wrong(recording.getKey(), recording.getValue());
            verdicts.append(recording.getKey())
                    .append(',')
                    .append(Table.quoted(first.getOrDefault("Title", "")))
                    .append(',')
                    .append(wrong == null ? "accepted" : "refused")
                    .append(',')
                    .append(Table.quoted(wrong == null ? "" : wrong[1]))
                    .append("\r\n");
            if (wrong != null) verdict.refuse(wrong[0], wrong[1], recording.getKey(), number, wrong[2]);
        }
        return verdict.give("verdicts.csv", verdicts.toString());
    }

    private static String[] wrong(String isrc, List<Map<String, String>> lines) {
        Map<String, String> first = lines.get(0);
        String title = "“%s”".formatted(first.get("Title"));
        if (!isrc.matches("[A-Z]{2}[A-Z0-9]{3}\\d{7}"))
            return new String[] {"isrc", title + " has no right ISRC.", "recording.isrc"};
        if (first.getOrDefault("Recorded", "").isBlank())
            return new String[] {"date", title + " has no date of recording.", "recording.recordedOn"};
        if (!first.getOrDefault("Country of recording", "").matches("[A-Z]{2}"))
            return new String[] {"country", title + " has no country of recording.", "recording.country"};
        if (first.getOrDefault("P-line owner", "").isBlank())
            return new String[] {"owner", title + " has no owner.", "recording.pLine"};
        for (Map<String, String> line : lines) {
            if (line.getOrDefault("Real name", "").isBlank())
                return new String[] {"name", "A performer of %s has no real name.".formatted(title), "recording.credits"
                };
            if (line.getOrDefault("Role", "").isBlank())
                return new String[] {
                    "role", "%s has no role on %s.".formatted(line.get("Performer"), title), "recording.credits"
                };
        }
        if (lines.stream().noneMatch(line -> line.getOrDefault("Category", "").equals("main")))
            return new String[] {"main", title + " has no main performer.", "track.artists"};
        return null;
    }
}
