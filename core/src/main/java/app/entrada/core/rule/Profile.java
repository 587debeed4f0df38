package app.entrada.core.rule;

import app.entrada.core.text.TitleStyle;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/**
 * What a destination wants, as data. Nothing about a destination is in code.
 *
 * @param kind what sort of receiver it is
 * @param takes what is sent to it, in words
 * @param dated day from which the rules hold
 * @param leadDays days it needs between delivery and release
 * @param recipe id of the recipe its files are made by
 */
public record Profile(
        String id,
        String name,
        String kind,
        String takes,
        int version,
        LocalDate dated,
        int leadDays,
        String recipe,
        TitleStyle titleStyle,
        List<Applied> rules) {
    /** A rule with the weight and parameters that the destination gives it. */
    public record Applied(Rule rule, Weight weight, Params params, Map<String, Object> set) {}

    private static final List<String> SHIPPED = List.of("lumenfold");

    /** The shipped profiles. */
    public static List<Profile> shipped() {
        return SHIPPED.stream()
                .map(id -> {
                    try (InputStream in =
                            Profile.class.getResourceAsStream("/app/entrada/core/profiles/" + id + ".yaml")) {
                        return read(in);
                    } catch (IOException unreadable) {
                        throw new UncheckedIOException(unreadable);
                    }
                })
                .toList();
    }

    /**
     * Reads and validates a profile.
     *
     * @throws IllegalArgumentException that says which key is missing, unknown or of the wrong kind
     */
    public static Profile read(InputStream yaml) {
        Map<String, Object> data = new Yaml(new SafeConstructor(new LoaderOptions())).load(yaml);
        String id = wanted(data, "id", String.class);
        List<Applied> applied = new ArrayList<>();
        Map<?, ?> rules = wanted(data, "rules", Map.class);
        rules.forEach((ruleId, settings) -> {
            Rule rule = RuleBook.byId(String.valueOf(ruleId));
            Map<String, Object> set = new HashMap<>();
            ((Map<?, ?>) settings).forEach((key, value) -> set.put(String.valueOf(key), value));
            Weight weight = Weight.valueOf(String.valueOf(set.remove("weight")).toUpperCase(Locale.ROOT));
            applied.add(new Applied(rule, weight, new Params(rule, set), set));
        });
        Map<?, ?> style = wanted(data, "titleStyle", Map.class);
        return new Profile(
                id,
                wanted(data, "name", String.class),
                wanted(data, "kind", String.class),
                wanted(data, "takes", String.class),
                wanted(data, "version", Integer.class),
                LocalDate.parse(wanted(data, "dated", String.class)),
                wanted(data, "leadDays", Integer.class),
                wanted(data, "recipe", String.class),
                new TitleStyle(Boolean.TRUE.equals(style.get("featuredInTitle"))),
                List.copyOf(applied));
    }

    private static <T> T wanted(Map<String, Object> data, String key, Class<T> type) {
        Object value = data.get(key);
        if (!type.isInstance(value))
            throw new IllegalArgumentException(
                    "A profile needs “%s” as %s; it says %s".formatted(key, type.getSimpleName(), value));
        return type.cast(value);
    }
}
