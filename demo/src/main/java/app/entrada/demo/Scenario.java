package app.entrada.demo;

import app.entrada.core.delivery.Price;
import app.entrada.core.text.ShippedFolder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The demo catalogue of Ninth Weir Records: its releases with their facts as they would be typed and how they sound, one
 * file each, its people, and what was sent. What is at hand at once is the front; the back catalogue follows.
 */
public enum Scenario {
    /** The releases that the label works on, with what they take recordings from. */
    FRONT,
    /** Ten winters of others. */
    BACK;

    /** Name of the label. */
    public static final String LABEL = "Ninth Weir Records";
    /** ISRC prefix; XA is assigned to no country. */
    public static final String ISRC_PREFIX = "XANW9";
    /** GS1 prefix within the demonstration range 952. */
    public static final String BARCODE_PREFIX = "952123450";
    /** Number under which the invented society knows the label. */
    public static final String SOCIETY_ID = "000000952";
    /** Currency of its prices, by ISO 4217. */
    public static final String CURRENCY = "EUR";
    /** The label's own publisher. */
    public static final String PUBLISHER = "Low Lock Music";
    /** Letters of catalogue numbers. */
    public static final String CATALOGUE_PREFIX = "NW";

    private static final String FOLDER = "/app/entrada/demo/";
    /** What a track is described by beside its facts. */
    private static final Set<String> NO_FACTS = Set.of("sound", "reuses", "sameWorkAs");

    private String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Its releases; those that others take recordings from come first. Dates are counted from {@code today}. */
    public List<DemoRelease> releases(LocalDate today) {
        return ShippedFolder.read(FOLDER + word()).stream()
                .map(file -> release(file.id(), Written.read(file.text()), today))
                .toList();
    }

    /** What is known of people, by key of the field registry, each with a name. */
    public List<Map<String, String>> people() {
        return file("people.yaml").tables(word()).stream().map(Written::texts).toList();
    }

    /** Spoken series, by key of the field registry. */
    public static List<Map<String, String>> series() {
        return file("people.yaml").tables("series").stream().map(Written::texts).toList();
    }

    /** What was sent, in order. */
    public List<DemoStep> history() {
        return file("history.yaml").tables(word()).stream().map(Scenario::step).toList();
    }

    private static Written file(String name) {
        try (InputStream in = Scenario.class.getResourceAsStream(FOLDER + name)) {
            if (in == null) throw new IllegalStateException("%s is missing".formatted(name));
            return Written.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static DemoStep step(Written step) {
        Written asked = step.table("asked");
        return new DemoStep(
                step.text("release"),
                step.text("to"),
                step.flag("takedown"),
                step.table("facts").texts(),
                (int) step.number("track"),
                step.table("trackFacts").texts(),
                step.has("asked")
                        ? new DemoStep.Asked(asked.text("says"), (int) asked.number("track"), asked.text("field"))
                        : null,
                (int) step.number("reviewDays"),
                step.has("price")
                        ? Optional.of(new Price((int) step.number("price"), Currency.getInstance(CURRENCY)))
                        : Optional.empty());
    }

    private static DemoRelease release(String name, Written written, LocalDate today) {
        LocalDate date =
                today.plusDays((long) written.number("days") - 3).with(TemporalAdjusters.nextOrSame(DayOfWeek.FRIDAY));
        String line = date.getYear() + " " + LABEL;
        Map<String, String> facts = new LinkedHashMap<>();
        facts.put("releaseDate", date.toString());
        facts.put("language", "en");
        facts.put("label", LABEL);
        facts.put("pLine", line);
        facts.put("cLine", line);
        facts.put("territories", "worldwide");
        facts.putAll(written.table("facts").texts());
        facts.values().removeIf(String::isEmpty);
        Map<String, String> every = new LinkedHashMap<>(Map.of("explicit", "no"));
        if (written.flag("ownPLines")) every.put("pLine", facts.getOrDefault("pLine", line));
        every.putAll(written.table("every").texts());
        return new DemoRelease(
                name,
                facts,
                written.has("cover") ? cover(written.table("cover")) : null,
                written.tables("tracks").stream()
                        .map(track -> track(track, every))
                        .toList(),
                written.tables("loose").stream()
                        .map(each -> new DemoRelease.Loose(each.text("name"), sound(each.table("sound"))))
                        .toList(),
                written.has("putOff") ? putOff(written.table("putOff"), today) : null);
    }

    private static DemoRelease.PutOff putOff(Written putOff, LocalDate today) {
        return new DemoRelease.PutOff(today.plusDays((long) putOff.number("days")), putOff.text("reason"));
    }

    private static Cover cover(Written cover) {
        int wide = cover.has("wide") ? (int) cover.number("wide") : 3000;
        int high = cover.has("high") ? (int) cover.number("high") : wide;
        return new Cover(
                CoverDrawing.Style.valueOf(cover.text("hand").toUpperCase(Locale.ROOT)),
                cover.texts("title"),
                cover.texts("by"),
                cover.text("small"),
                wide,
                high,
                cover.flag("forPrint"));
    }

    private static DemoTrack track(Written track, Map<String, String> every) {
        String reuses = track.optional("reuses");
        Map<String, String> facts = new LinkedHashMap<>();
        if (reuses == null) facts.putAll(every);
        else reused(reuses, facts);
        facts.putAll(track.texts());
        facts.keySet().removeAll(NO_FACTS);
        return new DemoTrack(
                facts, track.has("sound") ? sound(track.table("sound")) : null, reuses, track.optional("sameWorkAs"));
    }

    /** A recording has the same title wherever it is. */
    private static void reused(String title, Map<String, String> facts) {
        int bracket = title.indexOf(" (");
        facts.put("title", bracket < 0 ? title : title.substring(0, bracket));
        if (bracket >= 0) facts.put("version", title.substring(bracket + 2, title.length() - 1));
        facts.put("explicit", "no");
    }

    private static DemoSound sound(Written sound) {
        @Nullable String damage = sound.optional("damage");
        return new DemoSound(
                new Piece(
                        (long) sound.number("seed"),
                        (int) sound.number("bpm"),
                        (int) sound.number("key"),
                        sound.flag("minor"),
                        sound.number("seconds"),
                        Piece.Layers.valueOf(sound.text("plays").toUpperCase(Locale.ROOT)),
                        sound.number("voice")),
                damage == null ? DemoSound.Damage.NONE : DemoSound.Damage.valueOf(damage.toUpperCase(Locale.ROOT)));
    }
}
