package app.entrada.core.check.profile;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A field of a receiver's own web form, as the form calls it: which fact goes into it and how it is written there.
 *
 * @param name what stands beside the field in the form
 * @param per how often the form asks for it
 * @param fact what goes into it: the id of a fact of the registry, or the id of a {@link FormFact}
 * @param writing how it is written there
 * @param limit characters that the field takes; 0 where it has no limit
 * @param entered what is done there with the value
 * @param needed whether the form is not taken without it
 */
public record Caption(String name, Per per, String fact, Writing writing, int limit, Entered entered, boolean needed) {
    /** Longest name of a field, and longest limit. */
    static final int LONGEST_NAME = 120;

    static final int LARGEST_LIMIT = 100_000;
    private static final Set<String> KEYS = Set.of(
            "caption",
            "per",
            "fact",
            "date",
            "names",
            "list",
            "words",
            "decimals",
            "time",
            "limit",
            "entered",
            "needed");

    /** How often a form asks for something. */
    public enum Per {
        /** Once. */
        RELEASE,
        /** For each track. */
        TRACK,
        /** For each writer of each track's work. */
        WRITER
    }

    /** What is done in the form with a value. */
    public enum Entered {
        /** It is pasted. */
        PASTED,
        /** It is chosen from a list there. */
        CHOSEN,
        /** A box is ticked, or is not. */
        TICKED
    }

    /** Order and signs of a day. */
    public enum DateOrder {
        /** 2027-02-19, as ISO 8601 has it. */
        YEAR_MONTH_DAY("year-month-day", "%1$04d-%2$02d-%3$02d"),
        /** 19/02/2027. */
        DAY_MONTH_YEAR("day/month/year", "%3$02d/%2$02d/%1$04d"),
        /** 02/19/2027. */
        MONTH_DAY_YEAR("month/day/year", "%2$02d/%3$02d/%1$04d"),
        /** 19.02.2027. */
        DAY_DOT_MONTH("day.month.year", "%3$02d.%2$02d.%1$04d"),
        /** 2027. */
        YEAR("year", "%1$04d");

        private final String id;
        private final String format;

        DateOrder(String id, String format) {
            this.id = id;
            this.format = format;
        }

        /** A day as the form wants it. */
        public String write(int year, int month, int day) {
            return String.format(Locale.ROOT, format, year, month, day);
        }
    }

    /** In which order a person's names stand. */
    public enum NameOrder {
        /** Mira Tollgate. */
        CREDITED("as credited"),
        /** Tollgate, Mira. */
        LAST_FIRST("last, first");

        private final String id;

        NameOrder(String id) {
            this.id = id;
        }
    }

    /** What stands between several values of one field. */
    public enum Separator {
        COMMAS("commas", ", "),
        SEMICOLONS("semicolons", "; "),
        /** One value a line. */
        LINES("lines", "\n");

        private final String id;
        private final String sign;

        Separator(String id, String sign) {
            this.id = id;
            this.sign = sign;
        }

        /** The values as one text. */
        public String join(List<String> values) {
            return String.join(sign, values);
        }
    }

    /** How a playing time is written. */
    public enum TimeForm {
        /** 3:07; an hour and more as 1:02:03. */
        MINUTES("minutes:seconds"),
        /** 00:03:07. */
        HOURS("hours:minutes:seconds"),
        /** 187. */
        SECONDS("seconds");

        private final String id;

        TimeForm(String id) {
            this.id = id;
        }
    }

    /**
     * How values are written in a field of a form.
     *
     * @param date order and signs of days
     * @param names order of a person's names
     * @param list what stands between several values
     * @param words the form's words for values of ours: {@code no: Clean}
     * @param decimals of a share, 0 or 2
     * @param time how playing times are written
     */
    public record Writing(
            DateOrder date, NameOrder names, Separator list, Map<String, String> words, int decimals, TimeForm time) {
        /** As it is written here: ISO days, names as credited, commas, two decimals. */
        public static final Writing USUAL = new Writing(
                DateOrder.YEAR_MONTH_DAY, NameOrder.CREDITED, Separator.COMMAS, Map.of(), 2, TimeForm.MINUTES);
    }

    /** The fact of the registry that goes into it; empty where it is a {@link FormFact}, or a fact that is there no longer. */
    public Optional<Field<?>> field() {
        try {
            return Optional.of(Fields.byId(fact));
        } catch (MalformedValue none) {
            return Optional.empty();
        }
    }

    /** What is put together for forms, where that goes into it. */
    public Optional<FormFact> formFact() {
        return FormFact.of(fact);
    }

    /** Why nothing can go into it, in a sentence; empty where something can. */
    public Optional<String> problem() {
        Optional<FormFact> made = formFact();
        if (made.isPresent())
            return made.get().per().contains(per)
                    ? Optional.empty()
                    : Optional.of("“%s” cannot be asked per %s; expected: %s"
                            .formatted(fact, word(per), words(made.get().per())));
        Optional<Field<?>> field = field();
        if (field.isEmpty())
            return Optional.of("There is no fact “%s”; choose another one for “%s”".formatted(fact, name));
        Entity entity = field.get().entity();
        boolean fits = switch (per) {
            case RELEASE -> entity == Entity.RELEASE;
            case TRACK, WRITER -> entity != Entity.PARTY && entity != Entity.SERIES;
        };
        return fits
                ? Optional.empty()
                : Optional.of("“%s” is a fact of a %s; it cannot be asked per %s"
                        .formatted(field.get().name(), entity.id(), word(per)));
    }

    private static String word(Per per) {
        return per.name().toLowerCase(Locale.ROOT);
    }

    private static String words(Set<Per> all) {
        return String.join(", ", all.stream().map(Caption::word).sorted().toList());
    }

    /**
     * Reads a caption of a profile. A fact that is there no longer is not refused: what was typed of the form is not lost by
     * it; {@link #problem} tells.
     *
     * @throws IllegalArgumentException that says what is missing, unknown or of the wrong kind
     */
    static Caption read(Object given) {
        if (!(given instanceof Map<?, ?> map))
            throw new IllegalArgumentException("a caption is a table such as { caption: Album title, fact: title }");
        for (Object key : map.keySet())
            if (!KEYS.contains(String.valueOf(key)))
                throw new IllegalArgumentException("a caption has no key “%s”; it has: %s"
                        .formatted(key, String.join(", ", KEYS.stream().sorted().toList())));
        String name = text(map.get("caption")).strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME)
            throw new IllegalArgumentException("a caption has a name of 1 to %d characters".formatted(LONGEST_NAME));
        String fact = text(map.get("fact")).strip();
        if (fact.isEmpty()) throw new IllegalArgumentException("“%s” has no fact".formatted(name));
        int limit = number(map.get("limit"), 0, name, "limit", LARGEST_LIMIT);
        int decimals = number(map.get("decimals"), 2, name, "decimals", 2);
        if (decimals == 1) throw new IllegalArgumentException("“%s”: decimals are 0 or 2".formatted(name));
        Map<String, String> words = new LinkedHashMap<>();
        if (map.get("words") instanceof Map<?, ?> theirs)
            // YAML reads a bare yes and no as true and false; values of ours are the words
            theirs.forEach((ours, word) -> words.put(yesNo(ours), yesNo(word)));
        return new Caption(
                name,
                choice(Per.values(), Caption::word, map.get("per"), Per.RELEASE, name),
                fact,
                new Writing(
                        choice(DateOrder.values(), each -> each.id, map.get("date"), Writing.USUAL.date(), name),
                        choice(NameOrder.values(), each -> each.id, map.get("names"), Writing.USUAL.names(), name),
                        choice(Separator.values(), each -> each.id, map.get("list"), Writing.USUAL.list(), name),
                        words,
                        decimals,
                        choice(TimeForm.values(), each -> each.id, map.get("time"), Writing.USUAL.time(), name)),
                limit,
                choice(Entered.values(), Caption::word, map.get("entered"), Entered.PASTED, name),
                Boolean.TRUE.equals(map.get("needed")));
    }

    /**
     * A fact that can go into a form.
     *
     * @param id as captions name it
     * @param name in words
     * @param per how often it can be asked for: release, track or writer
     */
    public record FactOfForm(String id, String name, List<String> per) {}

    /** All that can go into forms: what is put together for them first, then the facts of the registry. */
    public static List<FactOfForm> facts() {
        List<FactOfForm> facts = new ArrayList<>();
        for (FormFact each : FormFact.values())
            facts.add(new FactOfForm(
                    each.id(),
                    each.id(),
                    each.per().stream().sorted().map(Caption::word).toList()));
        for (Field<?> field : Fields.all())
            if (field.entity() != Entity.PARTY && field.entity() != Entity.SERIES)
                facts.add(new FactOfForm(
                        field.id(),
                        "%s (%s)".formatted(field.name(), field.entity().id()),
                        field.entity() == Entity.RELEASE ? List.of("release") : List.of("track", "writer")));
        return List.copyOf(facts);
    }

    /** Words that a caption takes for how a value is written and entered, by key; the usual one first. */
    public static Map<String, List<String>> choices() {
        Map<String, List<String>> choices = new LinkedHashMap<>();
        choices.put("per", Arrays.stream(Per.values()).map(Caption::word).toList());
        choices.put(
                "date", Arrays.stream(DateOrder.values()).map(each -> each.id).toList());
        choices.put(
                "names", Arrays.stream(NameOrder.values()).map(each -> each.id).toList());
        choices.put(
                "list", Arrays.stream(Separator.values()).map(each -> each.id).toList());
        choices.put(
                "time", Arrays.stream(TimeForm.values()).map(each -> each.id).toList());
        choices.put(
                "entered", Arrays.stream(Entered.values()).map(Caption::word).toList());
        return choices;
    }

    private static String word(Entered entered) {
        return entered.name().toLowerCase(Locale.ROOT);
    }

    private static String text(@Nullable Object given) {
        return given == null ? "" : String.valueOf(given);
    }

    private static String yesNo(@Nullable Object given) {
        if (Boolean.TRUE.equals(given)) return "yes";
        return Boolean.FALSE.equals(given) ? "no" : text(given);
    }

    private static int number(@Nullable Object given, int usual, String caption, String key, int most) {
        if (given == null) return usual;
        if (given instanceof Integer number && number >= 0 && number <= most) return number;
        throw new IllegalArgumentException(
                "“%s”: %s is “%s”; expected: a whole number up to %,d".formatted(caption, key, given, most));
    }

    private static <E extends Enum<E>> E choice(
            E[] all, java.util.function.Function<E, String> id, @Nullable Object given, E usual, String caption) {
        if (given == null) return usual;
        for (E each : all) if (id.apply(each).equals(String.valueOf(given))) return each;
        throw new IllegalArgumentException("“%s” says “%s”; expected: %s"
                .formatted(
                        caption,
                        given,
                        String.join(", ", Arrays.stream(all).map(id).toList())));
    }

    /** The table that {@link #read} makes it from; what is usual is left out. */
    public Map<String, Object> data() {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("caption", name);
        if (per != Per.RELEASE) data.put("per", word(per));
        data.put("fact", fact);
        Writing usual = Writing.USUAL;
        if (writing.date() != usual.date()) data.put("date", writing.date().id);
        if (writing.names() != usual.names()) data.put("names", writing.names().id);
        if (writing.list() != usual.list()) data.put("list", writing.list().id);
        if (!writing.words().isEmpty()) data.put("words", writing.words());
        if (writing.decimals() != usual.decimals()) data.put("decimals", writing.decimals());
        if (writing.time() != usual.time()) data.put("time", writing.time().id);
        if (limit > 0) data.put("limit", limit);
        if (entered != Entered.PASTED) data.put("entered", word(entered));
        if (needed) data.put("needed", true);
        return data;
    }
}
