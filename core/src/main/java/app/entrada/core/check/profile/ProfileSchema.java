package app.entrada.core.check.profile;

import app.entrada.core.check.rules.Rule;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.field.value.Outlets;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.title.TitleStyle;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What a profile's file may say, as JSON Schema (draft 2020-12): for editors that complete and check while somebody types.
 * {@link Profile#read} decides; it says where and why.
 */
public final class ProfileSchema {
    private static final Map<String, Object> TEXT = Map.of("type", "string");
    private static final Map<String, Object> FLAG = Map.of("type", "boolean");

    private ProfileSchema() {}

    /** The schema, computed from the lists that profiles are read by. */
    public static Map<String, Object> schema() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put(
                "pattern",
                words(DestinationPattern.shipped().stream()
                        .map(DestinationPattern::id)
                        .toList()));
        properties.put("id", Map.of("type", "string", "pattern", "^" + DestinationPattern.ID + "$"));
        for (String key : List.of("name", "kind", "takes", "recipe", "also")) properties.put(key, TEXT);
        properties.put("version", number(0, 1_000_000));
        properties.put("dated", Map.of("type", "string", "pattern", "^\\d{4}-\\d{2}-\\d{2}$"));
        properties.put("leadDays", number(0, Profile.MOST_LEAD_DAYS));
        properties.put(
                "express", closed(Map.of("days", number(0, Profile.MOST_LEAD_DAYS), "fee", TEXT), "days", "fee"));
        properties.put("usual", FLAG);
        properties.put(
                "sends",
                words(Arrays.stream(DeliveryKind.values()).map(DeliveryKind::id).toList()));
        properties.put(
                "titleStyle",
                closed(
                        Map.of(
                                "featuredInTitle",
                                FLAG,
                                "version",
                                words(Arrays.stream(TitleStyle.Versions.values())
                                        .map(each -> each.name().toLowerCase(Locale.ROOT))
                                        .toList())),
                        "featuredInTitle",
                        "version"));
        properties.put("genreWords", Map.of("type", "object", "additionalProperties", TEXT));
        properties.put(
                "prices", closed(Map.of("min", number(0, 1_000_000), "max", number(0, 1_000_000)), "min", "max"));
        properties.put(
                "feed",
                closed(
                        Map.of(
                                "prefix",
                                TEXT,
                                "address",
                                TEXT,
                                "elements",
                                Map.of("type", "object", "additionalProperties", TEXT)),
                        "prefix",
                        "address",
                        "elements"));
        properties.put(
                "pictures",
                list(words(
                        Arrays.stream(PictureKind.values()).map(PictureKind::id).toList())));
        properties.put(
                "outlets",
                Map.of(
                        "type",
                        "array",
                        "items",
                        Map.of(
                                "type",
                                "string",
                                "minLength",
                                1,
                                "maxLength",
                                Outlets.LONGEST_NAME,
                                "pattern",
                                "^[^,;:]+$"),
                        "maxItems",
                        Profile.MOST_OUTLETS));
        properties.put("captions", list(caption()));
        properties.put("rules", rules());
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("title", "A destination's profile");
        schema.put("type", "object");
        schema.put("properties", properties);
        schema.put("required", List.of("id", "name", "version", "dated"));
        schema.put("additionalProperties", false);
        return schema;
    }

    private static Map<String, Object> caption() {
        Map<String, Object> caption = new LinkedHashMap<>();
        caption.put("caption", Map.of("type", "string", "minLength", 1, "maxLength", Caption.LONGEST_NAME));
        caption.put("fact", TEXT);
        Caption.choices().forEach((key, choices) -> caption.put(key, words(choices)));
        caption.put(
                "words",
                Map.of("type", "object", "additionalProperties", Map.of("type", List.of("string", "boolean"))));
        caption.put("decimals", Map.of("enum", List.of(0, 2)));
        caption.put("limit", number(0, Caption.LARGEST_LIMIT));
        caption.put("needed", FLAG);
        return closed(caption, "caption", "fact");
    }

    private static Map<String, Object> rules() {
        Map<String, Object> rules = new LinkedHashMap<>();
        Map<String, Object> weight =
                words(Arrays.stream(Weight.values()).map(Weight::label).toList());
        for (Rule rule : RuleBook.all()) {
            Map<String, Object> settings = new LinkedHashMap<>();
            settings.put("weight", weight);
            // what a parameter holds is the rule's own matter
            rule.parameters().keySet().forEach(name -> settings.put(name, Map.of()));
            Map<String, Object> one = new LinkedHashMap<>(closed(settings, "weight"));
            one.put("title", rule.name());
            one.put("description", rule.reason());
            rules.put(rule.id(), one);
        }
        return closed(rules);
    }

    private static Map<String, Object> words(List<String> words) {
        return Map.of("enum", words);
    }

    private static Map<String, Object> number(int least, int most) {
        return Map.of("type", "integer", "minimum", least, "maximum", most);
    }

    private static Map<String, Object> list(Map<String, Object> items) {
        return Map.of("type", "array", "items", items);
    }

    private static Map<String, Object> closed(Map<String, Object> properties, String... required) {
        return Map.of(
                "type",
                "object",
                "properties",
                properties,
                "required",
                List.of(required),
                "additionalProperties",
                false);
    }
}
