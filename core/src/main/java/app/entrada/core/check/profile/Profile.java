package app.entrada.core.check.profile;

import app.entrada.core.check.rules.Params;
import app.entrada.core.check.rules.Rule;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Release;
import app.entrada.core.text.ShippedFolder;
import app.entrada.core.title.TitleStyle;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
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
 * @param express a faster service, when there is one
 * @param recipe id of the recipe its files are made by, empty when it takes no files
 * @param also id of a second recipe, where it wants another kind of file beside; empty elsewhere
 * @param usual whether a release that names no destination is meant for it
 * @param sends what is sent to it by this program, empty while nothing can be
 * @param genreWords its own words for genres of ours
 * @param feed elements that a podcast directory wants in a namespace of its own
 * @param pictures kinds of picture that it takes beside the front cover
 * @param prices what may be asked for a licence there, where it licenses for money
 */
public record Profile(
        String id,
        String name,
        String kind,
        String takes,
        int version,
        LocalDate dated,
        int leadDays,
        Optional<Express> express,
        String recipe,
        String also,
        boolean usual,
        Optional<DeliveryKind> sends,
        TitleStyle titleStyle,
        Map<String, String> genreWords,
        Optional<Prices> prices,
        Optional<FeedNamespace> feed,
        List<PictureKind> pictures,
        List<Applied> rules) {
    /**
     * The range of prices that it takes, whole units of currency, both ends included.
     */
    public record Prices(int min, int max) {
        /** Whether this price is within the range. */
        public boolean holds(int price) {
            return price >= min && price <= max;
        }
    }

    /**
     * A faster service for money.
     *
     * @param days it needs then
     * @param fee in words, for example {@code 40 EUR}
     */
    public record Express(int days, String fee) {}

    /** A rule with the weight and parameters that the destination gives it. */
    public record Applied(Rule rule, Weight weight, Params params, Map<String, Object> set) {}

    /** The shipped profiles, in the order of their folder. */
    public static List<Profile> shipped() {
        return ShippedFolder.read("/app/entrada/core/profiles").stream()
                .map(file -> read(file.text()))
                .toList();
    }

    private static final String LEAD_TIME_RULE = "release-date.too-soon";

    private static final Set<String> KEYS = Set.of(
            "id",
            "name",
            "kind",
            "takes",
            "version",
            "dated",
            "leadDays",
            "express",
            "recipe",
            "also",
            "usual",
            "sends",
            "titleStyle",
            "genreWords",
            "prices",
            "feed",
            "pictures",
            "rules");

    /**
     * Reads and validates a profile.
     *
     * @throws IllegalArgumentException that says which key is missing, unknown or of the wrong kind
     */
    public static Profile read(String yaml) {
        return of(new Yaml(new SafeConstructor(new LoaderOptions())).load(yaml));
    }

    private static Profile of(Object loaded) {
        if (!(loaded instanceof Map<?, ?> map))
            throw new IllegalArgumentException("A profile is a table of keys and values; this is none");
        Map<String, Object> data = new HashMap<>();
        map.forEach((key, value) -> data.put(String.valueOf(key), value));
        for (String key : data.keySet())
            if (!KEYS.contains(key))
                throw new IllegalArgumentException(
                        "A profile has no key “%s”; it has: %s".formatted(key, sorted(KEYS)));
        String id = wanted(data, "id", String.class);
        Map<?, ?> style = wanted(data, "titleStyle", Map.class);
        int lead = wanted(data, "leadDays", Integer.class);
        Optional<Express> express = express(data.get("express"), lead);
        if (lead < 0 || lead > 400)
            throw new IllegalArgumentException("“leadDays” is %d; wanted: 0 to 400".formatted(lead));
        Map<String, String> genres = new LinkedHashMap<>();
        if (data.get("genreWords") instanceof Map<?, ?> words)
            words.forEach((ours, theirs) -> genres.put(String.valueOf(ours), String.valueOf(theirs)));
        return new Profile(
                id,
                wanted(data, "name", String.class),
                wanted(data, "kind", String.class),
                wanted(data, "takes", String.class),
                wanted(data, "version", Integer.class),
                LocalDate.parse(wanted(data, "dated", String.class)),
                lead,
                express,
                data.containsKey("recipe") ? wanted(data, "recipe", String.class) : "",
                data.containsKey("also") ? wanted(data, "also", String.class) : "",
                Boolean.TRUE.equals(data.get("usual")),
                data.containsKey("sends")
                        ? Optional.of(DeliveryKind.of(wanted(data, "sends", String.class)))
                        : Optional.empty(),
                TitleStyle.read(style),
                genres,
                prices(data.get("prices")),
                data.get("feed") instanceof Map<?, ?> feed ? Optional.of(FeedNamespace.read(feed)) : Optional.empty(),
                pictures(data.get("pictures")),
                rules(wanted(data, "rules", Map.class), lead));
    }

    private static List<String> sorted(Set<String> keys) {
        return keys.stream().sorted().toList();
    }

    private static Optional<Express> express(@Nullable Object given, int lead) {
        if (given == null) return Optional.empty();
        if (!(given instanceof Map<?, ?> map)
                || !(map.get("days") instanceof Integer days)
                || !(map.get("fee") instanceof String fee)
                || days < 0
                || days >= lead)
            throw new IllegalArgumentException(
                    "“express” is %s; wanted: fewer days than leadDays, and a fee".formatted(given));
        return Optional.of(new Express(days, fee));
    }

    private static List<PictureKind> pictures(@Nullable Object given) {
        if (given == null) return List.of();
        if (!(given instanceof List<?> kinds))
            throw new IllegalArgumentException("“pictures” is %s; wanted: [back, booklet]".formatted(given));
        return kinds.stream()
                .map(kind -> PictureKind.of(String.valueOf(kind)))
                .filter(kind -> kind != PictureKind.FRONT)
                .distinct()
                .toList();
    }

    private static Optional<Prices> prices(@Nullable Object given) {
        if (given == null) return Optional.empty();
        if (!(given instanceof Map<?, ?> map)
                || !(map.get("min") instanceof Integer min)
                || !(map.get("max") instanceof Integer max)
                || min < 0
                || min > max)
            throw new IllegalArgumentException("“prices” is %s; wanted: { min: 20, max: 5000 }".formatted(given));
        return Optional.of(new Prices(min, max));
    }

    private static List<Applied> rules(Map<?, ?> rules, int lead) {
        List<Applied> applied = new ArrayList<>();
        rules.forEach((ruleId, settings) -> {
            Rule rule = RuleBook.byId(String.valueOf(ruleId));
            if (!(settings instanceof Map<?, ?> map))
                throw new IllegalArgumentException(
                        "Rule %s needs a weight: { weight: stop }, risk or note".formatted(ruleId));
            Map<String, Object> set = new LinkedHashMap<>();
            map.forEach((key, value) -> set.put(String.valueOf(key), value));
            // profiles that were kept before lead time stood in one place only say it here too
            if (rule.id().equals(LEAD_TIME_RULE)) set.remove("days");
            applied.add(new Applied(rule, weight(rule, set.remove("weight")), new Params(rule, set, lead), set));
        });
        return List.copyOf(applied);
    }

    private static Weight weight(Rule rule, @Nullable Object given) {
        for (Weight weight : Weight.values()) if (weight.name().equalsIgnoreCase(String.valueOf(given))) return weight;
        throw new IllegalArgumentException(
                "Rule %s has the weight “%s”; wanted: stop, risk or note".formatted(rule.id(), given));
    }

    /** Those of some destinations that a release is meant for: the ones it names, else the usual ones. */
    public static List<Profile> meantBy(Release release, List<Profile> all) {
        Optional<List<String>> named =
                release.facts().get(Fields.RELEASE_DESTINATIONS).map(Terms::list);
        return all.stream()
                .filter(profile -> named.map(ids -> ids.contains(profile.id())).orElse(profile.usual()))
                .toList();
    }

    /** Ids of the recipes its files are made by. */
    public List<String> recipes() {
        return java.util.stream.Stream.of(recipe, also)
                .filter(id -> !id.isEmpty())
                .toList();
    }

    /** The same with other rules from a day on, as a label adjusts them. */
    public Profile adjusted(LocalDate from, int lead, List<Applied> others) {
        return new Profile(
                id,
                name,
                kind,
                takes,
                version + 1,
                from,
                lead,
                express.filter(faster -> faster.days() < lead),
                recipe,
                also,
                usual,
                sends,
                titleStyle,
                genreWords,
                prices,
                feed,
                pictures,
                others.stream()
                        .map(each -> new Applied(
                                each.rule(), each.weight(), new Params(each.rule(), each.set(), lead), each.set()))
                        .toList());
    }

    /** The text that {@link #read} makes this profile from. */
    public String yaml() {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("id", id);
        data.put("name", name);
        data.put("kind", kind);
        data.put("takes", takes);
        data.put("version", version);
        data.put("dated", dated.toString());
        data.put("leadDays", leadDays);
        express.ifPresent(faster -> data.put("express", Map.of("days", faster.days(), "fee", faster.fee())));
        if (!recipe.isEmpty()) data.put("recipe", recipe);
        if (!also.isEmpty()) data.put("also", also);
        data.put("usual", usual);
        sends.ifPresent(kind -> data.put("sends", kind.id()));
        data.put(
                "titleStyle",
                Map.of(
                        "featuredInTitle",
                        titleStyle.featuredInTitle(),
                        "version",
                        titleStyle.version().name().toLowerCase(Locale.ROOT)));
        data.put("genreWords", genreWords);
        if (!pictures.isEmpty())
            data.put("pictures", pictures.stream().map(PictureKind::id).toList());
        feed.ifPresent(namespace -> data.put("feed", namespace.data()));
        prices.ifPresent(range -> data.put("prices", Map.of("min", range.min(), "max", range.max())));
        Map<String, Object> applied = new LinkedHashMap<>();
        for (Applied each : rules) {
            Map<String, Object> settings = new LinkedHashMap<>();
            settings.put("weight", each.weight().label());
            settings.putAll(each.set());
            applied.put(each.rule().id(), settings);
        }
        data.put("rules", applied);
        return new Yaml().dump(data);
    }

    /** The weight that a rule has here; empty when it does not apply. */
    public Optional<Applied> applied(String rule) {
        return rules.stream().filter(each -> each.rule().id().equals(rule)).findFirst();
    }

    private static <T> T wanted(Map<String, Object> data, String key, Class<T> type) {
        Object value = data.get(key);
        if (!type.isInstance(value))
            throw new IllegalArgumentException(
                    "A profile needs “%s” as %s; it says %s".formatted(key, type.getSimpleName(), value));
        return type.cast(value);
    }
}
