package app.entrada.core.copy.recipe;

import app.entrada.core.field.value.PictureKind;
import app.entrada.core.tag.Ilst;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3Version;
import app.entrada.core.tag.map.ComputedText;
import app.entrada.core.tag.map.EmbeddingMap;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.YAMLException;

/** Reads recipes and says what is wrong with one; writes them in the same form. */
final class RecipeReading {
    private static final Set<String> KEYS = Set.of(
            "name",
            "purpose",
            "format",
            "kbps",
            "quality",
            "bits",
            "rate",
            "containers",
            "id3",
            "picture",
            "without",
            "texts",
            "keepsApe",
            "bare",
            "nameSpace",
            "fileName");

    private static final Set<Integer> BITRATES_MP3 =
            Set.of(32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320);

    private RecipeReading() {}

    static Recipe read(String id, String yaml) {
        Map<?, ?> data;
        try {
            data = (Map<?, ?>) new Yaml(new SafeConstructor(new LoaderOptions())).<Object>load(yaml);
        } catch (YAMLException | ClassCastException notYaml) {
            throw new IllegalArgumentException("The recipe is not valid YAML: " + notYaml.getMessage(), notYaml);
        }
        if (data == null) throw new IllegalArgumentException("The recipe is empty");
        for (Object key : data.keySet())
            if (!KEYS.contains(String.valueOf(key)))
                throw new IllegalArgumentException(
                        "A recipe has no key “%s”; it has %s".formatted(key, new java.util.TreeSet<>(KEYS)));
        CopyFormat format = CopyFormat.named(text(data, "format"));
        Encoding encoding = new Encoding(
                format,
                number(data, "kbps", 0),
                number(data, "quality", -1),
                number(data, "bits", 0),
                number(data, "rate", 0));
        check(encoding);
        boolean bare = Boolean.TRUE.equals(data.get("bare"));
        String fileName = text(data, "fileName");
        ComputedText.check(fileName);
        return new Recipe(
                id,
                text(data, "name"),
                text(data, "purpose"),
                encoding,
                bare ? List.of() : containers(data, format),
                Id3Version.written(data.containsKey("id3") ? String.valueOf(data.get("id3")) : "2.4"),
                picture(data),
                without(data),
                texts(data, format),
                Boolean.TRUE.equals(data.get("keepsApe")),
                bare,
                nameSpace(data),
                fileName);
    }

    private static void check(Encoding encoding) {
        CopyFormat format = encoding.format();
        if (format.lossless() && (encoding.kbps() != 0 || encoding.quality() != -1))
            throw new IllegalArgumentException("%s is lossless, so it has no bit rate".formatted(format.label()));
        if (!format.lossless() && encoding.kbps() == 0 && encoding.quality() < 0)
            throw new IllegalArgumentException("%s needs a bit rate: kbps".formatted(format.label()));
        if (format == CopyFormat.MP3 && encoding.kbps() != 0 && !BITRATES_MP3.contains(encoding.kbps()))
            throw new IllegalArgumentException("MP3 has no bit rate of %d kbit/s; it has %s"
                    .formatted(encoding.kbps(), new java.util.TreeSet<>(BITRATES_MP3)));
        if (encoding.quality() > 9 || encoding.quality() >= 0 && format != CopyFormat.MP3)
            throw new IllegalArgumentException("quality is 0 to 9, and for MP3 only");
        if (encoding.kbps() < 0 || encoding.kbps() > 512)
            throw new IllegalArgumentException("%d kbit/s is not a valid bit rate".formatted(encoding.kbps()));
        if (!Set.of(0, 16, 24).contains(encoding.bits()))
            throw new IllegalArgumentException("bits are 16 or 24, not %d".formatted(encoding.bits()));
        if (encoding.rate() != 0 && !Set.of(44_100, 48_000, 88_200, 96_000).contains(encoding.rate()))
            throw new IllegalArgumentException(
                    "rate is 44100, 48000, 88200 or 96000, not %d".formatted(encoding.rate()));
    }

    private static String text(Map<?, ?> data, String key) {
        Object value = data.get(key);
        if (value == null || value.toString().isBlank())
            throw new IllegalArgumentException("The recipe has no “%s”".formatted(key));
        return value.toString();
    }

    private static int number(Map<?, ?> data, String key, int otherwise) {
        Object value = data.get(key);
        if (value == null) return otherwise;
        if (value instanceof Integer number) return number;
        throw new IllegalArgumentException("“%s” is “%s”; expected: a whole number".formatted(key, value));
    }

    private static List<Container> containers(Map<?, ?> data, CopyFormat format) {
        if (!data.containsKey("containers")) return format.containers();
        List<Container> containers = new ArrayList<>();
        for (Object name : list(data, "containers")) {
            Container container = container(name.toString());
            if (!format.containers().contains(container))
                throw new IllegalArgumentException(
                        "%s has no %s; it has %s".formatted(format.label(), container.label(), format.containers()));
            containers.add(container);
        }
        return List.copyOf(containers);
    }

    private static Container container(String name) {
        try {
            return Container.valueOf(name.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException unknown) {
            throw new IllegalArgumentException("There is no kind of tag “%s”".formatted(name), unknown);
        }
    }

    private static List<?> list(Map<?, ?> data, String key) {
        Object value = data.get(key);
        if (value == null) return List.of();
        if (value instanceof List<?> list) return list;
        return List.of(value);
    }

    private static Recipe.PictureSize picture(Map<?, ?> data) {
        if (!(data.get("picture") instanceof Map<?, ?> picture)) return Recipe.PictureSize.NONE;
        int side = number(picture, "side", 0);
        int bytes = number(picture, "bytes", 0);
        if (side < 100 || side > 6000 || bytes < 10_000 || bytes > 15_000_000)
            throw new IllegalArgumentException(
                    "A picture needs 100 to 6000 pixels and 10000 to 15000000 bytes, not %d and %d"
                            .formatted(side, bytes));
        List<PictureKind> kinds = list(picture, "kinds").stream()
                .map(kind -> PictureKind.of(kind.toString()))
                .distinct()
                .toList();
        return new Recipe.PictureSize(side, bytes, kinds.isEmpty() ? List.of(PictureKind.FRONT) : kinds);
    }

    private static String nameSpace(Map<?, ?> data) {
        if (!data.containsKey("nameSpace")) return Ilst.NAME_SPACE;
        String space = text(data, "nameSpace");
        if (!space.matches("[A-Za-z0-9._-]{1,100}"))
            throw new IllegalArgumentException(
                    "“nameSpace” is “%s”; expected: letters, digits and full stops".formatted(space));
        return space;
    }

    private static List<String> without(Map<?, ?> data) {
        List<String> known = EmbeddingMap.names();
        List<String> without = new ArrayList<>();
        for (Object name : list(data, "without")) {
            if (!known.contains(name.toString()))
                throw new IllegalArgumentException(
                        "There is no fact “%s” to leave out; available: %s".formatted(name, known));
            without.add(name.toString());
        }
        return List.copyOf(without);
    }

    private static List<Recipe.Text> texts(Map<?, ?> data, CopyFormat format) {
        List<Recipe.Text> texts = new ArrayList<>();
        Set<String> taken = new java.util.HashSet<>();
        for (Object each : list(data, "texts")) {
            if (!(each instanceof Map<?, ?> text))
                throw new IllegalArgumentException("A text has name, says and in; “%s” is none".formatted(each));
            List<String> lines =
                    list(text, "says").stream().map(String::valueOf).toList();
            if (lines.isEmpty())
                throw new IllegalArgumentException("The text “%s” is empty".formatted(text.get("name")));
            lines.forEach(ComputedText::check);
            if (!(text.get("in") instanceof Map<?, ?> in))
                throw new IllegalArgumentException("The text “%s” has no “in”".formatted(text.get("name")));
            Map<Container, List<String>> places = new LinkedHashMap<>();
            for (Object name : in.keySet()) {
                Container container = container(name.toString());
                if (!format.containers().contains(container))
                    throw new IllegalArgumentException(
                            "%s has no %s for “%s”".formatted(format.label(), container.label(), text.get("name")));
                List<String> ids =
                        list(in, name.toString()).stream().map(String::valueOf).toList();
                for (String id : ids)
                    if (!taken.add(container + " " + id))
                        throw new IllegalArgumentException(
                                "Two texts are assigned to %s %s; only one fits".formatted(container.label(), id));
                places.put(container, ids);
            }
            texts.add(new Recipe.Text(
                    text(text, "name"),
                    lines,
                    text.get("between") == null ? "\n" : text.get("between").toString(),
                    number(text, "longest", 0),
                    places));
        }
        return List.copyOf(texts);
    }

    static String write(Recipe recipe) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("name", recipe.name());
        data.put("purpose", recipe.purpose());
        data.put("format", recipe.encoding().format().name());
        if (recipe.encoding().kbps() > 0) data.put("kbps", recipe.encoding().kbps());
        if (recipe.encoding().quality() >= 0)
            data.put("quality", recipe.encoding().quality());
        if (recipe.encoding().bits() > 0) data.put("bits", recipe.encoding().bits());
        if (recipe.encoding().rate() > 0) data.put("rate", recipe.encoding().rate());
        if (recipe.bare()) data.put("bare", true);
        else
            data.put(
                    "containers",
                    recipe.containers().stream().map(RecipeReading::low).toList());
        data.put("id3", recipe.id3().label());
        if (recipe.picture().wanted())
            data.put(
                    "picture",
                    Map.of(
                            "side",
                            recipe.picture().side(),
                            "bytes",
                            recipe.picture().bytes(),
                            "kinds",
                            recipe.picture().kinds().stream()
                                    .map(PictureKind::id)
                                    .toList()));
        if (!recipe.without().isEmpty()) data.put("without", recipe.without());
        List<Map<String, Object>> texts = new ArrayList<>();
        for (Recipe.Text text : recipe.texts()) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("name", text.name());
            one.put("says", text.lines());
            if (!text.between().equals("\n")) one.put("between", text.between());
            if (text.longest() > 0) one.put("longest", text.longest());
            Map<String, Object> in = new LinkedHashMap<>();
            text.places().forEach((container, ids) -> in.put(low(container), ids));
            one.put("in", in);
            texts.add(one);
        }
        if (!texts.isEmpty()) data.put("texts", texts);
        if (recipe.keepsApe()) data.put("keepsApe", true);
        if (!recipe.nameSpace().equals(Ilst.NAME_SPACE)) data.put("nameSpace", recipe.nameSpace());
        data.put("fileName", recipe.fileName());
        return new Yaml().dump(data);
    }

    private static String low(Container container) {
        return container.name().toLowerCase(Locale.ROOT);
    }
}
