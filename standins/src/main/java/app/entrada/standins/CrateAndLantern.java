package app.entrada.standins;

import java.io.IOException;
import java.util.List;
import org.w3c.dom.Element;

/**
 * An invented download shop: a featured artist is part of the title, a price is needed, and titles are of letters, digits and
 * plain punctuation. What it finds it sends back for correction.
 */
final class CrateAndLantern implements Kind {
    @Override
    public String id() {
        return "crate-and-lantern";
    }

    @Override
    public String name() {
        return "Crate & Lantern";
    }

    @Override
    public String letters() {
        return "CL";
    }

    @Override
    public long reviewMillis() {
        return 4_000;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        StoreReading reading = StoreReading.of(bag, before);
        Verdict verdict = reading.verdict();
        if (verdict.isTakedown() || reading.recordings().isEmpty()) return verdict;
        if (reading.text("PriceType").isEmpty())
            verdict.refuse("price", "No price tier is given.", "R0", 0, "release.priceTier");
        int number = 1;
        for (Element sound : reading.recordings()) {
            String title = StoreReading.text(sound, "DisplayTitleText");
            String where = StoreReading.text(sound, "ResourceReference");
            boolean featured = StoreReading.elements(sound, "DisplayArtistRole").stream()
                    .anyMatch(role -> role.getTextContent().equals("FeaturedArtist"));
            if (featured && !StoreReading.features(title))
                verdict.refuse(
                        "featured-not-in-title",
                        "“%s”: a featured artist is part of the title here.".formatted(title),
                        where,
                        number,
                        "track.featured");
            if (title.matches(".*\\b[wW]/.*"))
                verdict.refuse(
                        "featured-form",
                        "“%s”: write featured artists as “feat.”, not as “w/”.".formatted(title),
                        where,
                        number,
                        "track.title");
            if (!title.matches("[\\p{L}\\p{M}\\p{Nd} .,;:!?'’\"“”()&+/#–-]*"))
                verdict.refuse(
                        "characters",
                        "“%s” holds characters that our shelves cannot show.".formatted(title),
                        where,
                        number,
                        "track.title");
            number++;
        }
        return verdict;
    }
}
