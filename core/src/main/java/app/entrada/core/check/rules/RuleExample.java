package app.entrada.core.check.rules;

import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.picture.PictureAnalysis;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.Attachment;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.release.context.Objection;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.release.context.WrittenCopy;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/**
 * A release that a rule objects to and one that it lets pass, as data: the rule's help page and its test are made from them.
 * Each case names what is different from a single that nothing is wrong with.
 *
 * @param set parameters of the rule in both cases, when they are not its own defaults
 * @param says part of the sentence in which the fault is told
 */
public record RuleExample(String rule, Map<String, Object> set, Case fails, String says, Case passes) {
    /** The day on which the examples are checked. */
    public static final LocalDate TODAY = LocalDate.of(2026, 11, 23);

    private static final Sha256 COVER = new Sha256("c".repeat(64));
    private static final Map<String, Object> BASE = load("base.yaml");
    private static final Map<String, RuleExample> ALL = new LinkedHashMap<>();

    static {
        load("examples.yaml").forEach((rule, data) -> {
            Map<String, Object> each = map(data);
            ALL.put(
                    rule,
                    new RuleExample(
                            rule,
                            map(each.get("set")),
                            new Case(map(each.get("fails"))),
                            String.valueOf(each.get("says")),
                            new Case(map(each.get("passes")))));
        });
    }

    /** Examples by rule id. */
    public static Map<String, RuleExample> all() {
        return ALL;
    }

    /** The example of a rule. */
    public static Optional<RuleExample> of(Rule rule) {
        return Optional.ofNullable(ALL.get(rule.id()));
    }

    /** One case: what is different from the single that nothing is wrong with. */
    public record Case(Map<String, Object> different) {
        /** The differences in words, one each: "Title: Slack Water (feat. Petra Vann)". */
        public List<String> inWords() {
            List<String> words = new ArrayList<>();
            different.forEach((key, value) -> {
                if (key.equals("tracks")) {
                    int number = 0;
                    for (Object track : list(value)) {
                        number++;
                        for (Map.Entry<String, Object> each : map(track).entrySet())
                            words.add("Track %d, %s".formatted(number, fact(each.getKey(), each.getValue())));
                    }
                } else words.add(fact(key, value));
            });
            return words.isEmpty() ? List.of("A release with nothing wrong") : words;
        }

        private static String fact(String key, Object value) {
            String text = String.valueOf(value);
            if (!key.contains(".")) return key + ": " + text.replaceAll("[{}\\[\\]]", "");
            return Fields.byId(key).name() + ": " + (text.isEmpty() ? "empty" : text);
        }

        /** The release of this case with all that rules look at. */
        public ReleaseContext subject() {
            return new Building(different).subject();
        }
    }

    private static Map<String, Object> load(String name) {
        try (InputStream in = RuleExample.class.getResourceAsStream("/app/entrada/core/rules/" + name)) {
            return map(new Yaml(new SafeConstructor(new LoaderOptions())).load(in));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static Map<String, Object> map(@Nullable Object value) {
        Map<String, Object> map = new LinkedHashMap<>();
        if (value instanceof Map<?, ?> given) given.forEach((key, each) -> map.put(String.valueOf(key), each));
        return map;
    }

    private static List<?> list(@Nullable Object value) {
        return value instanceof List<?> given ? given : value == null ? List.of() : List.of(value);
    }

    /** The release of a case while it is put together. */
    private static final class Building {
        private final Map<String, Object> different;
        private final Map<Sha256, AudioFacts> audio = new HashMap<>();

        Building(Map<String, Object> different) {
            this.different = different;
        }

        ReleaseContext subject() {
            List<Map<String, Object>> given =
                    list(different.get("tracks")).stream().map(RuleExample::map).toList();
            List<Track> tracks = new ArrayList<>();
            for (int number = 1; number <= Math.max(1, given.size()); number++)
                tracks.add(track(number, given.isEmpty() ? Map.of() : given.get(number - 1)));
            Map<String, Object> label = map(BASE.get("label"));
            label.putAll(map(different.get("label")));
            Map<String, Facts> people = new HashMap<>();
            map(different.get("people")).forEach((name, facts) -> people.put(name, person(map(facts))));
            return new ReleaseContext(
                            new Release(1, 0, facts(Entity.RELEASE, different), tracks),
                            audio,
                            Map.of(COVER, cover()),
                            elsewhere(),
                            new LabelProfile(
                                    text(label, "name"),
                                    text(label, "isrcPrefix"),
                                    text(label, "barcodePrefix"),
                                    text(label, "cataloguePrefix"),
                                    text(label, "publisher"),
                                    text(label, "societyId")),
                            TODAY,
                            list(different.get("loose")).stream()
                                    .map(RuleExample::map)
                                    .map(file -> new LooseFile(text(file, "name"), (int) number(file, "track", 0)))
                                    .toList())
                    .withPeople(people)
                    .withAttachments(list(different.get("papers")).stream()
                            .map(Building::attachment)
                            .toList())
                    .withObjections(list(different.get("answers")).stream()
                            .map(RuleExample::map)
                            .map(answer -> new Objection(
                                    text(answer, "from"),
                                    (int) number(answer, "track", 0),
                                    text(answer, "field"),
                                    text(answer, "says")))
                            .toList())
                    .withCopies(list(different.get("copies")).stream()
                            .map(RuleExample::map)
                            .map(copy -> new WrittenCopy(
                                    (int) number(copy, "track", 1),
                                    "store-flac",
                                    copy.containsKey("state")
                                            ? CopyState.valueOf(
                                                    text(copy, "state").toUpperCase(Locale.ROOT))
                                            : CopyState.WRITTEN,
                                    text(copy, "name"),
                                    !Boolean.FALSE.equals(copy.get("sameAudio")),
                                    list(copy.get("dropped")).stream()
                                            .map(String::valueOf)
                                            .toList()))
                            .toList());
        }

        /** A kind of document by name, or one that a person confirmed as the permission for an original on track 1. */
        private static Attachment attachment(Object given) {
            if (!(given instanceof Map<?, ?>))
                return new Attachment(given + ".pdf", AttachmentKind.named(String.valueOf(given)), 0);
            Map<String, Object> confirmed = map(given);
            return new Attachment(
                    "permission.pdf",
                    AttachmentKind.PERMISSION,
                    1,
                    Optional.of(new Attachment.Permission(
                            text(confirmed, "permits"), text(confirmed, "title"), "Wanda Sleet")));
        }

        private static String text(Map<String, Object> map, String key) {
            return map.get(key) == null ? "" : String.valueOf(map.get(key));
        }

        private static double number(Map<String, Object> map, String key, double standard) {
            return map.get(key) instanceof Number given ? given.doubleValue() : standard;
        }

        private Facts facts(Entity entity, Map<String, Object> over) {
            Map<Field<?>, String> texts = new LinkedHashMap<>();
            for (Field<?> field : Fields.of(entity)) {
                Object value = over.containsKey(field.id())
                        ? over.get(field.id())
                        : map(BASE.get("facts")).get(field.id());
                if (value != null) texts.put(field, String.valueOf(value));
            }
            return Facts.stored(texts);
        }

        private static Facts person(Map<String, Object> facts) {
            Map<Field<?>, String> texts = new LinkedHashMap<>();
            facts.forEach((key, value) -> texts.put(Fields.byId("party." + key), String.valueOf(value)));
            return Facts.stored(texts);
        }

        private Track track(int number, Map<String, Object> own) {
            Map<String, Object> all = new LinkedHashMap<>(different);
            if (number > 1) {
                // a further track is another recording of another work, unless it says otherwise
                all.put("recording.isrc", "XANW926000" + (30 + number));
                all.put("track.title", "Low Bridge " + number);
            }
            all.putAll(own);
            Facts recording = facts(Entity.RECORDING, all);
            String file = own.containsKey("recording.master")
                    ? text(own, "recording.master")
                    : "a" + "%063x".formatted(number);
            if (different.containsKey("recording.master")
                    && text(different, "recording.master").isEmpty()) file = "";
            recording = recording.withText(Fields.RECORDING_MASTER, file);
            if (!file.isEmpty())
                audio.put(new Sha256(file), audio(map(all.get("master")), map(all.get("sound")), number));
            return new Track(
                    10 + number,
                    number,
                    facts(Entity.TRACK, all),
                    new Recording(50 + number, recording, new Work(100 + number, facts(Entity.WORK, all))));
        }

        private static <T> T named(
                Map<String, Object> from, String key, T[] all, Function<T, String> label, T otherwise) {
            if (!from.containsKey(key)) return otherwise;
            String wanted = text(from, key);
            return Arrays.stream(all)
                    .filter(each -> label.apply(each).equals(wanted))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("“%s” is no %s".formatted(wanted, key)));
        }

        private static AudioFacts audio(Map<String, Object> master, Map<String, Object> sound, int number) {
            int rate = (int) number(master, "rate", 44_100);
            return new AudioFacts(
                    named(master, "format", SoundFormat.values(), SoundFormat::label, SoundFormat.WAV),
                    named(master, "codec", SoundCodec.values(), SoundCodec::label, SoundCodec.PCM),
                    rate,
                    (int) number(master, "bits", 16),
                    (int) number(master, "channels", 2),
                    Math.round(number(master, "seconds", 184) * rate),
                    (long) number(master, "bytes", 32_500_000),
                    new Sha256("a" + "%063x".formatted(number)),
                    new Sha256("b" + "%063x".formatted(number)),
                    Optional.of(sound(sound)),
                    list(master.get("faults")).stream()
                            .map(fault -> new Fault(String.valueOf(fault), 0))
                            .toList());
        }

        private static Sound sound(Map<String, Object> given) {
            double rest = number(given, "rest", 0);
            double clipped = number(given, "clipped", 0);
            double lossy = number(given, "lossy", 0);
            return new Sound(
                    number(given, "lufs", -14),
                    6,
                    -11,
                    -12,
                    number(given, "peak", -1.2),
                    -1.5,
                    clipped > 0 ? List.of(new Sound.Clipping(10, 4, 0)) : List.of(),
                    (long) clipped,
                    new Sound.Silence(
                            number(given, "head", 0),
                            number(given, "tail", 0),
                            rest > 0 ? List.of(new Sound.Rest(20, rest)) : List.of()),
                    new double[] {number(given, "dc", 0), 0},
                    Boolean.TRUE.equals(given.get("mono")),
                    lossy > 0 ? 16_000 : 21_000,
                    new Sound.LossySource(lossy > 0, lossy, lossy > 0 ? "a shelf" : ""),
                    Boolean.TRUE.equals(given.get("upsampled")),
                    new Sound.Tempo(number(given, "bpm", 120), 0.9),
                    new Sound.Key("A minor", 0.8),
                    new Sound.Excerpt(10, 30, "loud"),
                    new int[] {50});
        }

        private PictureFacts cover() {
            Map<String, Object> given = map(different.get("cover"));
            int width = (int) number(given, "width", 3000);
            int height = (int) number(given, "height", 3000);
            double border = number(given, "border", 0);
            List<PictureAnalysis.TextLine> lines = new ArrayList<>();
            for (Object line : given.containsKey("lines")
                    ? list(given.get("lines"))
                    : List.of("SLACK WATER", "The Paper Ferrymen"))
                lines.add(new PictureAnalysis.TextLine(
                        String.valueOf(line), 90, new PictureAnalysis.Box(300, 300 + 200 * lines.size(), 900, 120)));
            return new PictureFacts(
                            given.containsKey("format") ? text(given, "format") : "JPEG",
                            width,
                            height,
                            given.containsKey("colours") ? text(given, "colours") : "RGB",
                            (int) number(given, "bits", 8),
                            (long) number(given, "bytes", 900_000),
                            COVER,
                            list(given.get("faults")).stream()
                                    .map(String::valueOf)
                                    .toList())
                    .with(new PictureAnalysis(
                            "",
                            (int) number(given, "turn", 1),
                            1,
                            number(given, "sharpness", 240),
                            number(given, "detail", -18),
                            border > 0
                                    ? new PictureAnalysis.Border(
                                            (int) border, (int) border, (int) border, (int) border, "#FFFFFF")
                                    : PictureAnalysis.Border.NONE,
                            list(given.get("codes")).stream()
                                    .map(code -> new PictureAnalysis.PrintedCode(
                                            "QR_CODE", String.valueOf(code), new PictureAnalysis.Box(0, 0, 90, 90)))
                                    .toList(),
                            lines,
                            true,
                            Boolean.TRUE.equals(given.get("advisory"))
                                    ? Optional.of(new PictureAnalysis.Box(2500, 2700, 400, 240))
                                    : Optional.empty()));
        }

        private CatalogueContext elsewhere() {
            Map<String, Object> given = map(different.get("elsewhere"));
            Sha256 master = new Sha256("a" + "%063x".formatted(1));
            Map<Sha256, List<CatalogueContext.Alike>> alike = new HashMap<>();
            if (given.containsKey("alike"))
                alike.put(
                        master,
                        List.of(new CatalogueContext.Alike(
                                Match.Verdict.valueOf(text(given, "alike")),
                                "“Low Bridge” on Towpath Songs (XANW92300014)",
                                0,
                                33)));
            Map<String, Long> times = new HashMap<>();
            map(given.get("times")).forEach((code, seconds) -> times.put(code, ((Number) seconds).longValue() * 1000));
            Map<String, List<String>> works = new HashMap<>();
            map(given.get("works"))
                    .forEach((title, writers) -> works.put(
                            CatalogueContext.workKey(
                                    title,
                                    list(writers).stream().map(String::valueOf).toList()),
                            List.of("“" + title + "” on Towpath Songs")));
            return new CatalogueContext(
                    texts(given.get("isrc")),
                    texts(given.get("barcode")),
                    words(given.get("names")),
                    given.containsKey("master") ? Map.of(master, List.of(text(given, "master"))) : Map.of(),
                    alike,
                    texts(given.get("numbers")),
                    map(given.get("spellings")).entrySet().stream()
                            .collect(Collectors.toMap(Map.Entry::getKey, each -> String.valueOf(each.getValue()))),
                    times,
                    works,
                    words(given.get("explicit")),
                    map(given.get("firstYears")).entrySet().stream()
                            .collect(Collectors.toMap(
                                    each -> Long.valueOf(each.getKey()),
                                    each -> ((Number) each.getValue()).intValue())));
        }

        private static Map<String, List<String>> texts(@Nullable Object given) {
            Map<String, List<String>> texts = new HashMap<>();
            map(given)
                    .forEach((key, value) -> texts.put(
                            key, list(value).stream().map(String::valueOf).toList()));
            return texts;
        }

        private static Set<String> words(@Nullable Object given) {
            Set<String> words = new HashSet<>();
            for (Object word : list(given)) words.add(String.valueOf(word));
            return words;
        }
    }
}
