package app.entrada.standins;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** An invented sync library: people listen to every cue; what they want to know they ask before they decide. */
final class Aldermoor implements Kind {
    private static final List<String> PAID_IN = List.of("EUR", "GBP", "SEK", "USD");

    @Override
    public String id() {
        return "aldermoor";
    }

    @Override
    public String name() {
        return "Aldermoor Cues";
    }

    @Override
    public String letters() {
        return "AC";
    }

    @Override
    public long reviewMillis() {
        return 5_000;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        Verdict verdict = new Verdict();
        Optional<String> csv = bag.text("cues.csv");
        if (csv.isEmpty()) return verdict.refuse("table", "The table of cues is missing.", "cues.csv");
        List<Map<String, String>> cues = Table.read(csv.get());
        if (cues.isEmpty()) return verdict.refuse("table", "The table has no cue.", "cues.csv");
        verdict.called(cues.get(0).get("Title"), cues.get(0).get("ISRC"));
        int number = 0;
        for (Map<String, String> cue : cues) {
            number++;
            for (String file : List.of("File (WAV)", "File (MP3)"))
                if (!bag.sums().containsKey(cue.getOrDefault(file, "")))
                    verdict.refuse("file", "%s is missing.".formatted(file), cue.get(file), number, "recording.master");
            int keywords = cue.getOrDefault("Keywords", "").isBlank()
                    ? 0
                    : cue.get("Keywords").split(";").length;
            if (keywords < 12 || keywords > 40)
                verdict.refuse(
                        "keywords",
                        "“%s” has %d keywords; 12 to 40 are wanted.".formatted(cue.get("Title"), keywords),
                        "",
                        number,
                        "recording.keywords");
            if (cue.getOrDefault("Tempo class", "").isBlank())
                verdict.refuse(
                        "tempo",
                        "“%s” has no tempo class.".formatted(cue.get("Title")),
                        "",
                        number,
                        "recording.tempoClass");
            if (cue.getOrDefault("Samples cleared", "").equals("no"))
                verdict.refuse(
                        "samples",
                        "“%s” holds samples that are not cleared.".formatted(cue.get("Title")),
                        "",
                        number,
                        "work.origins");
            String price = cue.getOrDefault("Price", "");
            if (!price.matches("\\d{1,5}") || Integer.parseInt(price) < 20 || Integer.parseInt(price) > 5000)
                verdict.refuse("price", "A price from 20 to 5000 is wanted.", "", number, "");
            else if (!PAID_IN.contains(cue.getOrDefault("Currency", "")))
                verdict.refuse(
                        "currency", "A price is paid in %s.".formatted(String.join(", ", PAID_IN)), "", number, "");
            if (!cue.getOrDefault("One-stop", "").equals("yes"))
                verdict.ask(
                        "“%s” is not one-stop. Who answers for the other side within two days?"
                                .formatted(cue.get("Title")),
                        number,
                        "recording.splits");
        }
        return verdict;
    }
}
