package app.entrada.core.embed;

import app.entrada.core.tag.TagEntry.Container;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/**
 * Which facts go into which kind of file. Recipes are data: {@code recipes/*.yaml} beside this class's package.
 *
 * @param format {@code WAV} or {@code FLAC}
 * @param containers tags to write, in order
 * @param pictureSide longer side of the embedded cover, pixels
 * @param pictureBytes ceiling of the embedded cover, bytes
 * @param fileName pattern of {@code {number} {title} {artist} {isrc} {catalogueNumber}}
 */
public record Recipe(
        String id,
        String name,
        String purpose,
        String format,
        List<Container> containers,
        int pictureSide,
        int pictureBytes,
        String fileName) {
    private static final List<String> SHIPPED = List.of("store-wav", "store-flac");

    /** The shipped recipes. */
    public static List<Recipe> shipped() {
        return SHIPPED.stream().map(Recipe::load).toList();
    }

    /**
     * The shipped recipe with this id.
     *
     * @throws IllegalArgumentException that lists those there are
     */
    public static Recipe byId(String id) {
        if (!SHIPPED.contains(id))
            throw new IllegalArgumentException(
                    "There is no recipe “%s”; there are: %s".formatted(id, String.join(", ", SHIPPED)));
        return load(id);
    }

    private static Recipe load(String id) {
        try (InputStream in = Recipe.class.getResourceAsStream("/app/entrada/core/recipes/" + id + ".yaml")) {
            Map<String, Object> data = new Yaml(new SafeConstructor(new LoaderOptions())).load(in);
            Map<?, ?> picture = (Map<?, ?>) data.get("picture");
            return new Recipe(
                    id,
                    (String) data.get("name"),
                    (String) data.get("purpose"),
                    (String) data.get("format"),
                    ((List<?>) data.get("containers"))
                            .stream()
                                    .map(name ->
                                            Container.valueOf(name.toString().toUpperCase(Locale.ROOT)))
                                    .toList(),
                    (Integer) picture.get("side"),
                    (Integer) picture.get("bytes"),
                    (String) data.get("fileName"));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
