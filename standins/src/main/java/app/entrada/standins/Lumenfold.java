package app.entrada.standins;

import java.io.IOException;
import java.util.List;
import org.w3c.dom.Element;

/** An invented streaming store: featured artists are shown from the credits and have no place in titles. */
final class Lumenfold implements Kind {
    @Override
    public String id() {
        return "lumenfold";
    }

    @Override
    public String name() {
        return "Lumenfold";
    }

    @Override
    public String letters() {
        return "LF";
    }

    @Override
    public long reviewMillis() {
        return 4_000;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        StoreReading reading = StoreReading.of(bag, before);
        int number = 1;
        for (Element sound : reading.recordings()) {
            String title = StoreReading.text(sound, "DisplayTitleText");
            if (StoreReading.features(title))
                reading.verdict()
                        .refuse(
                                "featured-in-title",
                                "“%s”: featured artists are shown from the credits; take them out of the title."
                                        .formatted(title),
                                StoreReading.text(sound, "ResourceReference"),
                                number,
                                "track.title");
            number++;
        }
        return reading.verdict();
    }
}
