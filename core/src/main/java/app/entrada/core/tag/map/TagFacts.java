package app.entrada.core.tag.map;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Writer;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.title.TitleReading;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Facts that the tags of a file offer. Nothing is taken from here by itself: each is shown with its source, and a person
 * takes it.
 *
 * @param found in the order of trust: full tags before short ones
 * @param number in the running order, as tags give it
 */
public record TagFacts(List<FoundValue> found, OptionalInt number) {
    private static final Pattern GENRE_NUMBER = Pattern.compile("^\\(\\d+\\)|^\\d+$");
    private static final Pattern LEADING_NUMBER = Pattern.compile("^\\s*(\\d{1,3})\\b");
    /** Containers that hold facts whole come first; ID3v1 cuts at thirty characters and is asked last. */
    private static final List<Container> TRUST = List.of(
            Container.AXML,
            Container.VORBIS,
            Container.ID3,
            Container.ILST,
            Container.APE,
            Container.INFO,
            Container.AIFF_TEXT,
            Container.ID3V1);

    /**
     * A fact as one entry gives it.
     *
     * @param value canonical text of the field's type
     * @param id entry it was read from
     */
    public record FoundValue(Field<?> field, String value, Container container, String id) {
        /** Where it was read, in words: {@code ID3v2 TIT2}. */
        public String source() {
            return container.label() + " " + id;
        }
    }

    /**
     * A fact on which containers disagree.
     *
     * @param values by source
     */
    public record Disagreement(Field<?> field, Map<String, String> values) {}

    /** What the tags of a file offer. */
    public static TagFacts of(List<TagEntry> entries) {
        List<FoundValue> found = new ArrayList<>();
        OptionalInt number = OptionalInt.empty();
        for (Container container : TRUST)
            for (TagEntry entry : entries) {
                if (entry.container() != container || entry.values().isEmpty()) continue;
                if (number.isEmpty() && EmbeddingMap.isTrackNumber(container, entry.id()))
                    number = number(entry.values().get(0));
                Optional<Field<?>> field = EmbeddingMap.factOf(container, entry.id());
                if (field.isPresent()) add(found, field.get(), entry);
            }
        return new TagFacts(List.copyOf(found), number);
    }

    private static OptionalInt number(String value) {
        Matcher number = LEADING_NUMBER.matcher(value);
        return number.find() ? OptionalInt.of(Integer.parseInt(number.group(1))) : OptionalInt.empty();
    }

    private static void add(List<FoundValue> found, Field<?> field, TagEntry entry) {
        String text = String.join("; ", entry.values()).strip();
        if (field == Fields.TRACK_TITLE) {
            title(found, text, entry);
            return;
        }
        if (field == Fields.WORK_WRITERS) {
            writers(found, entry);
            return;
        }
        if (field == Fields.TRACK_GENRE)
            text = entry.values().stream()
                    .map(genre -> GENRE_NUMBER.matcher(genre).replaceFirst("").strip())
                    .collect(Collectors.joining("; "));
        if (field == Fields.TRACK_LANGUAGE) text = language(text);
        if (field == Fields.RELEASE_C_LINE || field == Fields.RECORDING_P_LINE)
            text = text.replaceFirst("^\\s*(?:[©℗]|\\([cCpP]\\)|[Cc]opyright)\\s*", "");
        if (field == Fields.RELEASE_DATE && text.length() > 10) text = text.substring(0, 10);
        offer(found, field, text, entry);
    }

    /** Composers and lyricists stand in entries of their own, and are one fact: who wrote the work. */
    private static void writers(List<FoundValue> found, TagEntry entry) {
        Writer.Role role = EmbeddingMap.roleOf(entry.container(), entry.id()).orElse(Writer.Role.CA);
        String named = entry.values().stream()
                .flatMap(value -> Arrays.stream(value.split(";")))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .map(name -> name + ": " + role)
                .collect(Collectors.joining("; "));
        Optional<FoundValue> before = found.stream()
                .filter(each -> each.field() == Fields.WORK_WRITERS && each.container() == entry.container())
                .findFirst();
        before.ifPresent(found::remove);
        offer(
                found,
                Fields.WORK_WRITERS,
                before.map(first -> first.value() + "; ").orElse("") + named,
                entry.container(),
                before.map(first -> first.id() + ", ").orElse("") + entry.id());
    }

    private static void title(List<FoundValue> found, String title, TagEntry entry) {
        String rest = title;
        Optional<TitleReading.Part> featured = TitleReading.featured(rest);
        if (featured.isPresent()) {
            rest = featured.get().rest();
            offer(
                    found,
                    Fields.TRACK_FEATURED,
                    TitleReading.names(featured.get().part(), name -> false).toString(),
                    entry);
        }
        Optional<TitleReading.Part> version = TitleReading.version(rest);
        if (version.isPresent()) {
            rest = version.get().rest();
            offer(found, Fields.TRACK_VERSION, version.get().part(), entry);
        }
        offer(found, Fields.TRACK_TITLE, rest, entry);
    }

    /** Three letters of ISO 639-2 as the two of 639-1, where there are two. */
    private static String language(String text) {
        String code = text.toLowerCase(Locale.ROOT);
        if (code.length() == 3)
            for (String two : Locale.getISOLanguages())
                if (Locale.forLanguageTag(two).getISO3Language().equals(code)) return two;
        return code;
    }

    /** What the field's type cannot read is no offer; Inspect shows it all the same. */
    private static void offer(List<FoundValue> found, Field<?> field, String text, TagEntry entry) {
        offer(found, field, text, entry.container(), entry.id());
    }

    private static void offer(List<FoundValue> found, Field<?> field, String text, Container container, String id) {
        if (text.isBlank()) return;
        try {
            found.add(new FoundValue(field, canonical(field, text), container, id));
        } catch (IllegalArgumentException unreadable) {
            // a year alone is no date, a word no barcode
        }
    }

    private static <T> String canonical(Field<T> field, String text) {
        T value = field.type().parse(text);
        if (value instanceof RightsLine line && line.toString().isBlank()) throw new MalformedValue("empty");
        return field.type().format(value);
    }

    /** The value of a fact that is trusted most. */
    public Optional<FoundValue> best(Field<?> field) {
        return found.stream().filter(each -> each.field() == field).findFirst();
    }

    /** The best value of each fact. */
    public List<FoundValue> offers() {
        Set<Field<?>> seen = new LinkedHashSet<>();
        return found.stream().filter(each -> seen.add(each.field())).toList();
    }

    /** Facts that containers give differently. A short one that only ends early agrees. */
    public List<Disagreement> disagreements() {
        Map<Field<?>, List<FoundValue>> byField = found.stream()
                .collect(Collectors.groupingBy(FoundValue::field, LinkedHashMap::new, Collectors.toList()));
        List<Disagreement> all = new ArrayList<>();
        byField.forEach((field, values) -> {
            String first = values.get(0).value();
            if (values.stream().allMatch(other -> agree(first, other))) return;
            Map<String, String> bySource = new LinkedHashMap<>();
            values.forEach(value -> bySource.putIfAbsent(value.source(), value.value()));
            all.add(new Disagreement(field, bySource));
        });
        return all;
    }

    private static boolean agree(String full, FoundValue other) {
        if (other.container() == Container.ID3V1 && other.value().length() >= 28) return full.startsWith(other.value());
        return full.equals(other.value());
    }
}
