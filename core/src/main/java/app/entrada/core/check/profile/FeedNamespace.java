package app.entrada.core.check.profile;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Further elements that a podcast directory wants in a feed, beside those of RSS 2.0, Atom and Dublin Core: in a namespace of
 * its own, under names of its own. A destination's profile names them.
 *
 * @param prefix before its elements' names
 * @param address the namespace, a URI
 * @param elements the directory's name for each thing it wants told; what is not named is not told
 */
public record FeedNamespace(String prefix, String address, Map<Element, String> elements) {
    private static final Pattern NAME = Pattern.compile("[A-Za-z][A-Za-z0-9_-]{0,40}");
    private static final Pattern ADDRESS = Pattern.compile("(?:https?://|urn:)\\S{3,200}");

    /** What can be told in a directory's own elements. */
    public enum Element {
        AUTHOR,
        EXPLICIT,
        IMAGE,
        CATEGORY,
        OWNER,
        DURATION,
        EPISODE,
        SEASON,
        GUEST,
        KEYWORDS;

        /** Name in profiles. */
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public FeedNamespace {
        elements = Map.copyOf(elements);
    }

    /** The full name of an element, when the directory wants it. */
    public Optional<String> name(Element element) {
        return Optional.ofNullable(elements.get(element)).map(name -> prefix + ":" + name);
    }

    /**
     * Reads {@code { prefix: …, address: …, elements: { author: … } }} of a profile.
     *
     * @throws IllegalArgumentException that says what is wrong and what is expected
     */
    public static FeedNamespace read(Map<?, ?> data) {
        String prefix = String.valueOf(data.get("prefix"));
        String address = String.valueOf(data.get("address"));
        if (!NAME.matcher(prefix).matches() || prefix.toLowerCase(Locale.ROOT).startsWith("xml"))
            throw new IllegalArgumentException(
                    "“prefix” of the feed is “%s”; expected: a short name".formatted(prefix));
        if (!ADDRESS.matcher(address).matches())
            throw new IllegalArgumentException(
                    "“address” of the feed’s namespace is “%s”; expected: a web address".formatted(address));
        Map<Element, String> elements = new EnumMap<>(Element.class);
        if (data.get("elements") instanceof Map<?, ?> named)
            named.forEach((key, value) -> {
                Element element = Arrays.stream(Element.values())
                        .filter(each -> each.id().equals(String.valueOf(key)))
                        .findFirst()
                        .orElseThrow(() -> new MalformedValue("A feed has no “%s”; it has: %s"
                                .formatted(
                                        key,
                                        String.join(
                                                ", ",
                                                Arrays.stream(Element.values())
                                                        .map(Element::id)
                                                        .toList()))));
                if (!NAME.matcher(String.valueOf(value)).matches())
                    throw new IllegalArgumentException("“%s” is not a name of an element of the feed".formatted(value));
                elements.put(element, String.valueOf(value));
            });
        return new FeedNamespace(prefix, address, elements);
    }

    /** The data that {@link #read} makes it from. */
    public Map<String, Object> data() {
        Map<String, String> named = new LinkedHashMap<>();
        for (Element element : Element.values())
            if (elements.containsKey(element)) named.put(element.id(), elements.get(element));
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("prefix", prefix);
        data.put("address", address);
        data.put("elements", named);
        return data;
    }
}
