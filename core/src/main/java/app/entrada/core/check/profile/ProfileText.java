package app.entrada.core.check.profile;

import java.io.StringReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;

/**
 * The text of a profile: YAML 1.1, bounded, since it may come from anybody. Tells in which line a key stands, so that what is
 * wrong with its value can be told there.
 */
final class ProfileText {
    /** The largest profile that is shipped has 6 kB. */
    private static final int MOST_CHARACTERS = 200_000;

    private static final int DEEPEST = 8;

    private final String text;
    private final Map<String, Object> data;

    private ProfileText(String text, Map<String, Object> data) {
        this.text = text;
        this.data = data;
    }

    /**
     * Reads a text.
     *
     * @throws IllegalArgumentException when it is no YAML, is too large, or is no table of keys and values
     */
    static ProfileText of(String text) {
        if (text.length() > MOST_CHARACTERS)
            throw new IllegalArgumentException("The file has %,d characters; a profile may have at most %,d"
                    .formatted(text.length(), MOST_CHARACTERS));
        try {
            if (!(bounded().load(text) instanceof Map<?, ?> map))
                throw new IllegalArgumentException("A profile must be a table of keys and values");
            Map<String, Object> data = new LinkedHashMap<>();
            map.forEach((key, value) -> data.put(String.valueOf(key), value));
            return new ProfileText(text, data);
        } catch (MarkedYAMLException broken) {
            String where = broken.getProblemMark() == null
                    ? ""
                    : "Line %d, column %d: "
                            .formatted(
                                    broken.getProblemMark().getLine() + 1,
                                    broken.getProblemMark().getColumn() + 1);
            throw new IllegalArgumentException(where + "invalid YAML: " + broken.getProblem(), broken);
        } catch (YAMLException broken) {
            throw new IllegalArgumentException("Not valid as a profile: " + broken.getMessage(), broken);
        }
    }

    private static Yaml bounded() {
        LoaderOptions bounds = new LoaderOptions();
        bounds.setCodePointLimit(MOST_CHARACTERS);
        bounds.setMaxAliasesForCollections(0);
        bounds.setNestingDepthLimit(DEEPEST);
        bounds.setAllowDuplicateKeys(false);
        return new Yaml(new SafeConstructor(bounds));
    }

    private static void note(MappingNode node, List<String> at, Map<List<String>, Integer> lines) {
        for (NodeTuple entry : node.getValue()) {
            if (!(entry.getKeyNode() instanceof ScalarNode key)) continue;
            List<String> place = new ArrayList<>(at);
            place.add(key.getValue());
            lines.put(List.copyOf(place), key.getStartMark().getLine() + 1);
            Node value = entry.getValueNode();
            if (value instanceof MappingNode within) note(within, place, lines);
        }
    }

    /** Keys and values. */
    Map<String, Object> data() {
        return data;
    }

    /**
     * Where a key stands, in words that can begin a sentence: {@code Line 14, rules › title.too-long: }.
     *
     * @param place keys from the outermost one to the one itself; the nearest that the text has is told
     */
    String where(List<String> place) {
        Map<List<String>, Integer> lines = new HashMap<>();
        if (bounded().compose(new StringReader(text)) instanceof MappingNode root) note(root, List.of(), lines);
        for (int size = place.size(); size > 0; size--) {
            Integer line = lines.get(place.subList(0, size));
            if (line != null) return "Line %d, %s: ".formatted(line, String.join(" › ", place));
        }
        return place.isEmpty() ? "" : String.join(" › ", place) + ": ";
    }
}
