package app.entrada.core.check.profile;

import app.entrada.core.check.rules.Params;
import app.entrada.core.check.rules.Rule;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Outlets;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Release;
import app.entrada.core.title.TitleStyle;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.Yaml;

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
 * @param outlets stores and shops that it passes releases on to, chosen for each; empty where it passes nothing on
 * @param captions fields of its web form in the form's order, where it has one
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
        Optional<List<String>> outlets,
        List<Caption> captions,
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

    private static final String LEAD_TIME_RULE = "release-date.too-soon";
    /** Nobody wants a release earlier. */
    static final int MOST_LEAD_DAYS = 400;
    /** A form of more fields is one nobody fills in by hand. */
    private static final int MOST_CAPTIONS = 300;
    /** More are not looked through when one chooses. */
    static final int MOST_OUTLETS = 500;

    private static final String ANSWERS_FROM = "from";

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
            "outlets",
            "captions",
            "rules");

    /**
     * Reads and validates a profile. It may say {@code pattern: streaming-store}, and then only what is different from that.
     *
     * @throws IllegalArgumentException that says in which line what is missing, unknown or of the wrong kind
     */
    public static Profile read(String yaml) {
        ProfileText text = ProfileText.of(yaml);
        try {
            Map<String, Object> data = new LinkedHashMap<>(text.data());
            Object pattern = data.remove("pattern");
            return of(pattern == null ? data : pattern(pattern).with(data));
        } catch (MisplacedValue wrong) {
            throw new IllegalArgumentException(text.where(wrong.place) + wrong.getMessage(), wrong);
        }
    }

    private static DestinationPattern pattern(Object id) {
        return at(() -> DestinationPattern.byId(String.valueOf(id)), "pattern");
    }

    /** A value that cannot be, and where it stands. */
    private static final class MisplacedValue extends IllegalArgumentException {
        private static final long serialVersionUID = 1L;
        private final transient List<String> place;

        MisplacedValue(RuntimeException wrong, List<String> place) {
            super(wrong.getMessage(), wrong);
            this.place = place;
        }
    }

    /** What is read of a key; what is wrong with it is told there. */
    private static <T> T at(Supplier<T> reading, String... place) {
        try {
            return reading.get();
        } catch (MisplacedValue known) {
            throw known;
        } catch (IllegalArgumentException | DateTimeException wrong) {
            throw new MisplacedValue(wrong, List.of(place));
        }
    }

    static Profile of(Map<String, Object> data) {
        for (String key : data.keySet())
            if (!KEYS.contains(key))
                throw new MisplacedValue(
                        new IllegalArgumentException(
                                "A profile has no key “%s”; it has: %s".formatted(key, sorted(KEYS))),
                        List.of(key));
        String id = wanted(data, "id", String.class);
        Map<?, ?> style = wanted(data, "titleStyle", Map.class);
        int lead = wanted(data, "leadDays", Integer.class);
        Optional<Express> express = at(() -> express(data.get("express"), lead), "express");
        at(() -> leadDays(lead), "leadDays");
        Map<String, String> genres = new LinkedHashMap<>();
        if (data.get("genreWords") instanceof Map<?, ?> words)
            words.forEach((ours, theirs) -> genres.put(String.valueOf(ours), String.valueOf(theirs)));
        return new Profile(
                id,
                wanted(data, "name", String.class),
                wanted(data, "kind", String.class),
                wanted(data, "takes", String.class),
                wanted(data, "version", Integer.class),
                at(() -> LocalDate.parse(wanted(data, "dated", String.class)), "dated"),
                lead,
                express,
                data.containsKey("recipe") ? wanted(data, "recipe", String.class) : "",
                data.containsKey("also") ? wanted(data, "also", String.class) : "",
                Boolean.TRUE.equals(data.get("usual")),
                data.containsKey("sends")
                        ? Optional.of(at(() -> DeliveryKind.of(wanted(data, "sends", String.class)), "sends"))
                        : Optional.empty(),
                at(() -> TitleStyle.read(style), "titleStyle"),
                genres,
                at(() -> prices(data.get("prices")), "prices"),
                data.get("feed") instanceof Map<?, ?> feed
                        ? Optional.of(at(() -> FeedNamespace.read(feed), "feed"))
                        : Optional.empty(),
                at(() -> pictures(data.get("pictures")), "pictures"),
                at(() -> outlets(data.get("outlets")), "outlets"),
                at(() -> captions(data.get("captions")), "captions"),
                rules(wanted(data, "rules", Map.class), id, lead));
    }

    private static int leadDays(int days) {
        if (days < 0 || days > MOST_LEAD_DAYS)
            throw new IllegalArgumentException("“leadDays” is %d; expected: 0 to %d".formatted(days, MOST_LEAD_DAYS));
        return days;
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
                    "“express” is %s; expected: fewer days than leadDays, and a fee".formatted(given));
        return Optional.of(new Express(days, fee));
    }

    private static List<PictureKind> pictures(@Nullable Object given) {
        if (given == null) return List.of();
        if (!(given instanceof List<?> kinds))
            throw new IllegalArgumentException("“pictures” is %s; expected: [back, booklet]".formatted(given));
        return kinds.stream()
                .map(kind -> PictureKind.of(String.valueOf(kind)))
                .filter(kind -> kind != PictureKind.FRONT)
                .distinct()
                .toList();
    }

    private static Optional<List<String>> outlets(@Nullable Object given) {
        if (given == null) return Optional.empty();
        if (!(given instanceof List<?> all))
            throw new IllegalArgumentException("“outlets” is %s; expected: [Lantern, Tidebox]".formatted(given));
        return Optional.of(outlets(all.stream().map(String::valueOf).toList()));
    }

    /**
     * The outlets of a distributor as they are kept.
     *
     * @throws IllegalArgumentException when there are too many, one is there twice or cannot be a name
     */
    public static List<String> outlets(List<String> typed) {
        if (typed.size() > MOST_OUTLETS)
            throw new IllegalArgumentException(
                    "There are %d outlets; at most %d are allowed".formatted(typed.size(), MOST_OUTLETS));
        Set<String> names = new HashSet<>();
        return typed.stream()
                .map(Outlets::name)
                .peek(name -> {
                    if (!names.add(name.toLowerCase(Locale.ROOT)))
                        throw new IllegalArgumentException("“%s” appears twice among the outlets".formatted(name));
                })
                .toList();
    }

    /**
     * Reads the captions of a form as a profile lists them.
     *
     * @throws IllegalArgumentException that says what is missing, unknown, of the wrong kind or there twice
     */
    public static List<Caption> captions(@Nullable Object given) {
        if (given == null) return List.of();
        if (!(given instanceof List<?> all) || all.size() > MOST_CAPTIONS)
            throw new IllegalArgumentException(
                    "expected: a list of at most %d captions, each as { caption: Album title, fact: title }"
                            .formatted(MOST_CAPTIONS));
        List<Caption> captions = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (Object each : all) {
            Caption caption = Caption.read(each);
            if (!names.add(caption.per() + caption.name()))
                throw new IllegalArgumentException(
                        "“%s” appears twice; name each one as it is labelled in the form".formatted(caption.name()));
            captions.add(caption);
        }
        return List.copyOf(captions);
    }

    private static Optional<Prices> prices(@Nullable Object given) {
        if (given == null) return Optional.empty();
        if (!(given instanceof Map<?, ?> map)
                || !(map.get("min") instanceof Integer min)
                || !(map.get("max") instanceof Integer max)
                || min < 0
                || min > max)
            throw new IllegalArgumentException("“prices” is %s; expected: { min: 20, max: 5000 }".formatted(given));
        return Optional.of(new Prices(min, max));
    }

    private static List<Applied> rules(Map<?, ?> rules, String id, int lead) {
        List<Applied> applied = new ArrayList<>();
        rules.forEach((rule, settings) ->
                applied.add(at(() -> rule(String.valueOf(rule), settings, id, lead), "rules", String.valueOf(rule))));
        return List.copyOf(applied);
    }

    private static Applied rule(String ruleId, Object settings, String id, int lead) {
        Rule rule = RuleBook.byId(ruleId);
        if (!(settings instanceof Map<?, ?> map))
            throw new IllegalArgumentException(
                    "Rule %s needs a weight: { weight: stop }, risk or note".formatted(ruleId));
        Map<String, Object> set = new LinkedHashMap<>();
        map.forEach((key, value) -> set.put(String.valueOf(key), value));
        // profiles that were kept before lead time stood in one place only say it here too
        if (rule.id().equals(LEAD_TIME_RULE)) set.remove("days");
        Weight weight = weight(rule, set.remove("weight"));
        // a destination's own answers, also when its rules are those of a pattern or of another
        if (rule.parameters().containsKey(ANSWERS_FROM)) set.put(ANSWERS_FROM, id);
        return new Applied(rule, weight, new Params(rule, set, lead), set);
    }

    private static Weight weight(Rule rule, @Nullable Object given) {
        for (Weight weight : Weight.values()) if (weight.name().equalsIgnoreCase(String.valueOf(given))) return weight;
        throw new IllegalArgumentException(
                "Rule %s has the weight “%s”; expected: stop, risk or note".formatted(rule.id(), given));
    }

    /** Whether pictures of a kind are sent to it: the front cover, or others that it takes beside it. */
    public boolean gets(PictureKind kind) {
        return kind == PictureKind.FRONT
                ? sends.filter(DeliveryKind::takesCover).isPresent()
                : pictures.contains(kind);
    }

    /** Those of some destinations that a release is meant for: the ones it names, else the usual ones. */
    public static List<Profile> meantBy(Release release, List<Profile> all) {
        Optional<List<String>> named =
                release.facts().get(Fields.RELEASE_DESTINATIONS).map(Terms::list);
        return all.stream()
                .filter(profile -> named.map(ids -> ids.contains(profile.id())).orElse(profile.usual()))
                .toList();
    }

    /** Its own word for a genre of ours; ours where it has none. */
    public String genreWord(String ours) {
        return genreWords.getOrDefault(ours, ours);
    }

    /**
     * Where it passes a release on: its outlets, or those of them that the release chooses.
     *
     * @return in the order of the profile; empty where it passes nothing on
     * @throws IllegalArgumentException when it serves none of the chosen ones
     */
    public List<String> outletsFor(Release release) {
        List<String> all = outlets.orElse(List.of());
        Optional<List<String>> chosen =
                release.facts().get(Fields.RELEASE_OUTLETS).flatMap(fact -> fact.at(id));
        if (all.isEmpty() || chosen.isEmpty()) return all;
        List<String> served = all.stream().filter(chosen.get()::contains).toList();
        if (served.isEmpty())
            throw new IllegalArgumentException("%s serves none of the chosen outlets: %s. Choose others"
                    .formatted(name, String.join(", ", chosen.get())));
        return served;
    }

    /** Ids of the recipes its files are made by. */
    public List<String> recipes() {
        return java.util.stream.Stream.of(recipe, also)
                .filter(id -> !id.isEmpty())
                .toList();
    }

    /** The same with other rules from a day on, as a label adjusts them. */
    public Profile adjusted(LocalDate from, int lead, List<Applied> others) {
        return with(
                version + 1,
                from,
                lead,
                express.filter(faster -> faster.days() < lead),
                sends,
                outlets,
                captions,
                others.stream()
                        .map(each -> new Applied(
                                each.rule(), each.weight(), new Params(each.rule(), each.set(), lead), each.set()))
                        .toList());
    }

    /** Whether this is what is sent to it. */
    public boolean sends(DeliveryKind sent) {
        return sends.filter(sent::equals).isPresent();
    }

    /** The same that is sent something else. */
    public Profile sending(DeliveryKind other) {
        return with(version, dated, leadDays, express, Optional.of(other), outlets, captions, rules);
    }

    /** The same that passes releases on to others. */
    public Profile withOutlets(List<String> others) {
        return with(version, dated, leadDays, express, sends, Optional.of(List.copyOf(others)), captions, rules);
    }

    /** The same with another form, as a label types its captions. */
    public Profile withCaptions(List<Caption> others) {
        return with(version, dated, leadDays, express, sends, outlets, List.copyOf(others), rules);
    }

    private Profile with(
            int version,
            LocalDate dated,
            int leadDays,
            Optional<Express> express,
            Optional<DeliveryKind> sends,
            Optional<List<String>> outlets,
            List<Caption> captions,
            List<Applied> rules) {
        return new Profile(
                id,
                name,
                kind,
                takes,
                version,
                dated,
                leadDays,
                express,
                recipe,
                also,
                usual,
                sends,
                titleStyle,
                genreWords,
                prices,
                feed,
                pictures,
                outlets,
                captions,
                rules);
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
        data.put("titleStyle", titleStyle.data());
        data.put("genreWords", genreWords);
        if (!pictures.isEmpty())
            data.put("pictures", pictures.stream().map(PictureKind::id).toList());
        outlets.ifPresent(names -> data.put("outlets", names));
        if (!captions.isEmpty())
            data.put("captions", captions.stream().map(Caption::data).toList());
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
        return at(
                () -> {
                    Object value = data.get(key);
                    if (!type.isInstance(value))
                        throw new IllegalArgumentException(
                                "a profile needs “%s” as %s; it says %s".formatted(key, kind(type), value));
                    return type.cast(value);
                },
                key);
    }

    private static String kind(Class<?> type) {
        if (type == Integer.class) return "a whole number";
        return type == Map.class ? "a table of keys and values" : "a text";
    }
}
