package app.entrada.core.check.profile;

import app.entrada.core.names.NameFolding;
import app.entrada.core.text.ShippedFolder;
import app.entrada.core.title.TitleStyle;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What receivers of one kind have in common: the profile that a label's own destination begins with. One pattern may be like
 * another but for what it says itself, and so may a profile be like a pattern.
 */
public final class DestinationPattern {
    static final Pattern ID = Pattern.compile("[a-z0-9](?:[a-z0-9-]{0,38}[a-z0-9])?");
    /** What a pattern says beside its profile. */
    private static final Set<String> OWN = Set.of("pattern", "like", "explains");

    private static final List<DestinationPattern> SHIPPED = read();

    private final String id;
    private final String explains;
    private final Map<String, Object> profile;

    private DestinationPattern(String id, String explains, Map<String, Object> profile) {
        this.id = id;
        this.explains = explains;
        this.profile = profile;
    }

    /** The shipped patterns, in the order of their folder. */
    public static List<DestinationPattern> shipped() {
        return SHIPPED;
    }

    /**
     * The pattern with this id.
     *
     * @throws IllegalArgumentException that lists those there are
     */
    public static DestinationPattern byId(String id) {
        return among(SHIPPED, id);
    }

    private static DestinationPattern among(List<DestinationPattern> all, String id) {
        return all.stream()
                .filter(pattern -> pattern.id.equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no pattern “%s”; available: %s"
                        .formatted(
                                id,
                                String.join(
                                        ", ",
                                        all.stream().map(pattern -> pattern.id).toList()))));
    }

    private static List<DestinationPattern> read() {
        List<DestinationPattern> all = new ArrayList<>();
        for (ShippedFolder.ShippedFile file : ShippedFolder.read("/app/entrada/core/patterns")) {
            Map<String, Object> data = ProfileText.of(file.text()).data();
            Map<String, Object> profile = new LinkedHashMap<>(data);
            profile.keySet().removeAll(OWN);
            if (data.get("like") instanceof String like)
                profile = among(all, like).with(profile);
            all.add(new DestinationPattern(
                    String.valueOf(data.get("pattern")), String.valueOf(data.get("explains")), profile));
        }
        return List.copyOf(all);
    }

    /** Its name in profiles, for example {@code authors-society}. */
    public String id() {
        return id;
    }

    /** What sort of receiver it is, in the trade's words. */
    public String kind() {
        return String.valueOf(profile.get("kind"));
    }

    /** What such a receiver does and wants, in one sentence. */
    public String explains() {
        return explains;
    }

    /** The data of a profile that says only what is different here; its rules are put beside the pattern's, or over them. */
    Map<String, Object> with(Map<String, Object> different) {
        Map<String, Object> all = new LinkedHashMap<>(profile);
        all.putAll(different);
        if (profile.get("rules") instanceof Map<?, ?> usual && different.get("rules") instanceof Map<?, ?> own) {
            Map<Object, Object> rules = new LinkedHashMap<>(usual);
            rules.putAll(own);
            all.put("rules", rules);
        }
        return all;
    }

    /** Days that such a receiver usually needs before a release is on sale. */
    public int leadDays() {
        return profile.get("leadDays") instanceof Integer days ? days : 0;
    }

    /** What is sent to such a receiver, in words. */
    public String takes() {
        return String.valueOf(profile.get("takes"));
    }

    /** How such a receiver usually wants titles. */
    public TitleStyle titleStyle() {
        return profile.get("titleStyle") instanceof Map<?, ?> style ? TitleStyle.read(style) : TitleStyle.PLAIN;
    }

    /** The recipe by which files for such a receiver are usually made; empty where it takes none. */
    public String recipe() {
        return profile.get("recipe") instanceof String recipe ? recipe : "";
    }

    /** Whether such a receiver passes releases on to outlets of its own. */
    public boolean passesOn() {
        return profile.containsKey("outlets");
    }

    /** Characters that such a receiver usually takes for a title, where it has a limit. */
    public Optional<Integer> longestTitle() {
        return rule("title.too-long").flatMap(rule -> Optional.ofNullable((Integer) rule.get("max")));
    }

    private Optional<Map<?, ?>> rule(String id) {
        return profile.get("rules") instanceof Map<?, ?> rules && rules.get(id) instanceof Map<?, ?> rule
                ? Optional.of(rule)
                : Optional.empty();
    }

    /**
     * A destination to begin with, some of whose rules have other limits.
     *
     * @param limits parameters by the ids of rules; each keeps the weight that the pattern gives it, and stops where it gives
     *     none
     */
    public Profile begin(
            String as,
            String name,
            LocalDate from,
            Map<String, Object> answers,
            Map<String, Map<String, Object>> limits) {
        Map<String, Object> rules = new LinkedHashMap<>();
        limits.forEach((id, set) -> {
            Map<String, Object> all = new LinkedHashMap<>(Map.of("weight", "stop"));
            rule(id).ifPresent(usual -> usual.forEach((key, value) -> all.put(String.valueOf(key), value)));
            all.putAll(set);
            rules.put(id, all);
        });
        Map<String, Object> different = new LinkedHashMap<>(answers);
        if (!rules.isEmpty()) different.put("rules", rules);
        return begin(as, name, from, different);
    }

    /** A destination as the pattern has it. */
    public Profile begin(String as, String name, LocalDate from) {
        return begin(as, name, from, Map.of());
    }

    /**
     * A destination to begin with.
     *
     * @param as its id: lower-case letters, digits and hyphens, at most 40
     * @param name as people call it
     * @param from day from which its rules hold
     * @param answers what is different from the pattern, by the keys of a profile
     * @throws IllegalArgumentException for an id that is none, a name that is empty or longer than 100 characters, or an answer
     *     that a profile cannot have
     */
    public Profile begin(String as, String name, LocalDate from, Map<String, Object> answers) {
        if (!ID.matcher(as).matches())
            throw new IllegalArgumentException(
                    "“%s” is not a valid destination ID; expected: lower-case letters, digits and hyphens, at most 40"
                            .formatted(as));
        if (name.isBlank() || name.length() > 100)
            throw new IllegalArgumentException("A destination needs a name of at most 100 characters");
        Map<String, Object> different = new LinkedHashMap<>(answers);
        different.putAll(Map.of("id", as, "name", name.strip(), "version", 1, "dated", from.toString()));
        return Profile.of(with(different));
    }

    /** An id for a destination of this name: {@code hollow-quay-distribution}; empty when no letter of it can be one. */
    public static String idOf(String name) {
        String plain = NameFolding.fold(name).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        return plain.length() <= 40 ? plain : plain.substring(0, 40).replaceAll("-$", "");
    }
}
