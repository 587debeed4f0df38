package app.entrada.core.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueColumn.Scale;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.names.NameFolding;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads filters in plain words. */
final class FilterReader {
    /** A longer text is no filter but something that was pasted by mistake; what is behind it is left out. */
    private static final int LONGEST = 2_000;

    private static final Pattern QUOTES = Pattern.compile("[\"“”]");
    private static final Pattern FIRST_WORD = Pattern.compile("(\\p{L}+)(?:\\s+(.*))?");
    private static final Pattern OR = Pattern.compile("\\s+or\\s+", Pattern.CASE_INSENSITIVE);
    private static final Pattern SPAN = Pattern.compile("(.+?)\\s+to\\s+(.+)", Pattern.CASE_INSENSITIVE);
    private static final Pattern BOUND =
            Pattern.compile("(over|above|after|under|below|before|since|until)\\s+(.+)", Pattern.CASE_INSENSITIVE);

    private final CatalogueSubject subject;
    /** By all that they are called, folded. */
    private final Map<String, CatalogueColumn> called = new HashMap<>();

    FilterReader(CatalogueSubject subject) {
        this.subject = subject;
        for (CatalogueColumn column : subject.columns()) {
            call(column, column.name());
            call(column, column.key().replaceAll("([A-Z])", " $1"));
        }
        // what people say beside the columns' own names
        call("catalogueNumber", "catalogue number", "number");
        call("language", "language");
        call("sent", "sent");
        call("finding", "findings");
        call("originalDate", "original release date");
        call(subject == CatalogueSubject.RELEASES ? "title" : "release", "on");
    }

    private void call(String key, String... names) {
        subject.column(key).ifPresent(column -> {
            for (String name : names) call(column, name);
        });
    }

    private void call(CatalogueColumn column, String name) {
        String folded = NameFolding.fold(name);
        called.putIfAbsent(folded, column);
        if (folded.endsWith("s")) called.putIfAbsent(folded.substring(0, folded.length() - 1), column);
    }

    CatalogueFilter read(String typed) {
        List<CatalogueFilter.Part> parts = new ArrayList<>();
        for (String part : split(typed.substring(0, Math.min(LONGEST, typed.length()))))
            if (!part.isBlank()) parts.add(part(part.strip()));
        return new CatalogueFilter(parts);
    }

    /** At commas that stand in no quotation. */
    private static List<String> split(String typed) {
        List<String> parts = new ArrayList<>();
        boolean quoted = false;
        int from = 0;
        for (int i = 0; i < typed.length(); i++) {
            char sign = typed.charAt(i);
            if (isQuote(sign)) quoted = !quoted;
            else if (sign == ',' && !quoted) {
                parts.add(typed.substring(from, i));
                from = i + 1;
            }
        }
        parts.add(typed.substring(from));
        return parts;
    }

    private static boolean isQuote(char sign) {
        return sign == '"' || sign == '“' || sign == '”';
    }

    /** What was understood of a part. */
    private record Understood(
            @Nullable CatalogueColumn column,
            @Nullable Condition condition,
            @Nullable String problem) {
        static Understood not(@Nullable CatalogueColumn column, String problem) {
            return new Understood(column, null, problem);
        }

        static Understood as(@Nullable CatalogueColumn column, Condition condition) {
            return new Understood(column, condition, null);
        }
    }

    private CatalogueFilter.Part part(String text) {
        Understood understood = understood(text);
        return new CatalogueFilter.Part(
                text,
                understood.column == null ? null : understood.column.key(),
                understood.problem,
                understood.condition);
    }

    private Understood understood(String text) {
        Matcher word = FIRST_WORD.matcher(text);
        String first = word.matches() ? word.group(1).toLowerCase(Locale.ROOT) : "";
        String rest = word.matches() && word.group(2) != null ? word.group(2).strip() : "";
        switch (first) {
            case "not" -> {
                if (rest.isEmpty())
                    return Understood.not(null, "“not” needs a condition, for example: not instrumental");
                Understood what = understood(rest);
                return what.condition == null ? what : Understood.as(what.column, new Condition.Not(what.condition));
            }
            case "without", "with" -> {
                if (rest.isEmpty())
                    return Understood.not(null, first + " needs a column, for example: %s isrc".formatted(first));
                CatalogueColumn column = called.get(NameFolding.fold(rest));
                if (column == null)
                    return Understood.not(
                            null, "There is no column “%s”; use one of those above the table".formatted(rest));
                Condition given = new Condition.Given(column);
                return Understood.as(column, first.equals("with") ? given : new Condition.Not(given));
            }
            default -> {
                return said(text);
            }
        }
    }

    /** A column and what is wanted of it, a choice's own word, or words that may stand anywhere. */
    private Understood said(String text) {
        String[] words = text.split("\\s+");
        for (int count = Math.min(4, words.length); count > 0; count--) {
            String[] head = Arrays.copyOf(words, count);
            if (QUOTES.matcher(String.join("", head)).find()) continue;
            CatalogueColumn column = called.get(NameFolding.fold(String.join(" ", head)));
            if (column == null) continue;
            String value = behind(text, count);
            if (value.isEmpty()) return alone(column, text);
            if (column.key().equals("sent")) value = value.replaceFirst("(?i)^to\\s+", "");
            return wanted(column, value);
        }
        String anywhere = exactOrNot(text).folded();
        if (anywhere.isEmpty())
            return Understood.not(null, "“%s” has no letters or digits to look for".formatted(text));
        return Understood.as(null, new Condition.Anywhere(anywhere));
    }

    private static String behind(String text, int words) {
        String rest = text;
        for (int i = 0; i < words; i++) rest = rest.replaceFirst("^\\S+\\s*", "");
        return rest.strip();
    }

    /** A column's name and nothing else: of a yes-or-no column that it is so, else half a filter. */
    private static Understood alone(CatalogueColumn column, String text) {
        String word = column.name().toLowerCase(Locale.ROOT);
        boolean itsOwnWord = column.ofField()
                .map(field -> ValueTypes.wordsOf(field.type()).contains(word))
                .orElse(false);
        if (itsOwnWord)
            return Understood.as(column, new Condition.Said(column, List.of(new Condition.Wanted(word, word, true))));
        return Understood.not(column, "%s needs a value: %s; or use without %s".formatted(text, column.takes(), text));
    }

    private static Understood wanted(CatalogueColumn column, String value) {
        if (column.scale() != Scale.TEXT) return compared(column, value);
        List<Condition.Wanted> anyOf = new ArrayList<>();
        for (String each : OR.split(value)) {
            Condition.Wanted wanted = exactOrNot(each);
            if (wanted.exact() ? wanted.text().isEmpty() : wanted.folded().isEmpty())
                return Understood.not(column, "“%s” has no letters or digits to look for".formatted(each));
            anyOf.add(wanted);
        }
        return Understood.as(column, new Condition.Said(column, anyOf));
    }

    private static Condition.Wanted exactOrNot(String typed) {
        String text = typed.strip();
        boolean quoted = text.length() > 1 && isQuote(text.charAt(0)) && isQuote(text.charAt(text.length() - 1));
        String bare = QUOTES.matcher(text).replaceAll("").strip();
        return new Condition.Wanted(bare, NameFolding.fold(bare), quoted);
    }

    /** Numbers, days and times: one, one of several, a span, or all on one side of a bound. */
    private static Understood compared(CatalogueColumn column, String value) {
        List<Condition> any = new ArrayList<>();
        for (String each : OR.split(QUOTES.matcher(value).replaceAll("").strip())) {
            Condition one = span(column, each.strip());
            if (one == null)
                return Understood.not(
                        column, "%s needs %s; “%s” is not valid".formatted(column.name(), column.takes(), each));
            any.add(one);
        }
        return Understood.as(column, any.size() == 1 ? any.get(0) : new Condition.Any(any));
    }

    private static @Nullable Condition span(CatalogueColumn column, String value) {
        Matcher bound = BOUND.matcher(value);
        if (bound.matches()) {
            String limit = requireNonNull(bound.group(2));
            return switch (requireNonNull(bound.group(1)).toLowerCase(Locale.ROOT)) {
                case "over", "above", "after" -> between(column, plus(column.greatest(limit), 1), MOST);
                case "since" -> between(column, column.least(limit), MOST);
                case "until" -> between(column, LEAST, column.greatest(limit));
                default -> between(column, LEAST, plus(column.least(limit), -1));
            };
        }
        Matcher span = SPAN.matcher(value);
        return span.matches()
                ? between(
                        column,
                        column.least(requireNonNull(span.group(1))),
                        column.greatest(requireNonNull(span.group(2))))
                : between(column, column.least(value), column.greatest(value));
    }

    private static final OptionalLong LEAST = OptionalLong.of(Long.MIN_VALUE);
    private static final OptionalLong MOST = OptionalLong.of(Long.MAX_VALUE);

    private static @Nullable Condition between(CatalogueColumn column, OptionalLong from, OptionalLong to) {
        return from.isEmpty() || to.isEmpty() ? null : new Condition.Between(column, from.getAsLong(), to.getAsLong());
    }

    private static OptionalLong plus(OptionalLong number, long more) {
        return number.isPresent() ? OptionalLong.of(number.getAsLong() + more) : number;
    }
}
