package app.entrada.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/** A table within a YAML file of the demo; what is not of the kind that is asked for is a mistake in the file. */
final class Written {
    private final Map<String, Object> values;

    private Written(Map<?, ?> values) {
        this.values = new LinkedHashMap<>();
        values.forEach((key, value) -> this.values.put(String.valueOf(key), value));
    }

    static Written read(String yaml) {
        LoaderOptions bounds = new LoaderOptions();
        bounds.setAllowDuplicateKeys(false);
        return of(new Yaml(new SafeConstructor(bounds)).load(yaml));
    }

    private static Written of(@Nullable Object value) {
        if (value instanceof Map<?, ?> map) return new Written(map);
        throw new IllegalArgumentException("A table is wanted, not %s".formatted(value));
    }

    boolean has(String key) {
        return values.containsKey(key);
    }

    /** Empty when it is not there. */
    String text(String key) {
        Object value = values.get(key);
        return value == null ? "" : String.valueOf(value);
    }

    @Nullable
    String optional(String key) {
        return has(key) ? text(key) : null;
    }

    double number(String key) {
        return values.get(key) instanceof Number number ? number.doubleValue() : 0;
    }

    boolean flag(String key) {
        return Boolean.TRUE.equals(values.get(key));
    }

    Written table(String key) {
        return has(key) ? of(values.get(key)) : new Written(Map.of());
    }

    List<Written> tables(String key) {
        return list(key).stream().map(Written::of).toList();
    }

    List<String> texts(String key) {
        return list(key).stream().map(String::valueOf).toList();
    }

    private List<?> list(String key) {
        return values.get(key) instanceof List<?> list ? list : List.of();
    }

    /** All that is text, by key. */
    Map<String, String> texts() {
        Map<String, String> texts = new LinkedHashMap<>();
        for (String key : new ArrayList<>(values.keySet()))
            if (!(values.get(key) instanceof Map || values.get(key) instanceof List)) texts.put(key, text(key));
        return texts;
    }
}
