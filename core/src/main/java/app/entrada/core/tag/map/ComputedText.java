package app.entrada.core.tag.map;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.work.OneStop;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Texts and names computed from facts. A wording holds names of facts in braces: {@code {title}}, {@code {release.label}}; a
 * number may be told how many digits it has: {@code {number 2}}. A line that names a fact which is not known is left out as
 * a whole.
 */
public final class ComputedText {
    private static final Pattern NAMED = Pattern.compile("\\{([A-Za-z.]+)(?: (\\d))?}");

    private static final Map<String, BiFunction<TagSource, LocalDate, String>> COMPUTED = new LinkedHashMap<>();

    static {
        say("number", TagSource::number);
        say("total", TagSource::total);
        say("side", source -> source.holds(Fields.TRACK_SIDE).orElse(""));
        say("title", source -> first(source.title()));
        say("artist", source -> String.join(", ", source.artists()));
        say("releaseTitle", source -> first(source.releaseTitle()));
        say("releaseArtist", source -> String.join(", ", source.names(Fields.RELEASE_ARTISTS)));
        say("isrc", source -> first(source.isrc()));
        say("barcode", source -> first(source.barcode()));
        say("catalogueNumber", source -> first(source.one(Fields.RELEASE_CATALOGUE_NUMBER)));
        say("time", source -> source.master().map(AudioFacts::time).orElse(""));
        say("moods", source -> String.join(", ", source.terms(Fields.RECORDING_MOODS)));
        say("instruments", source -> String.join(", ", source.terms(Fields.RECORDING_INSTRUMENTS)));
        say("genres", source -> String.join(", ", source.terms(Fields.TRACK_GENRE)));
        say("keywords", source -> String.join(", ", source.terms(Fields.RECORDING_KEYWORDS)));
        say("tempo", ComputedText::tempo);
        say("vocals", ComputedText::vocals);
        say("oneStop", ComputedText::oneStop);
        say("owners", ComputedText::owners);
        say("original", ComputedText::original);
        say(
                "writers",
                source -> source.writers().stream()
                        .map(writer -> writer.name())
                        .distinct()
                        .collect(Collectors.joining(", ")));
        say("hosts", source -> String.join(", ", source.as("host")));
        say("guests", source -> String.join(", ", source.as("guest")));
        COMPUTED.put("day", (source, day) -> day.toString());
    }

    private ComputedText() {}

    private static void say(String name, java.util.function.Function<TagSource, String> value) {
        COMPUTED.put(name, (source, day) -> value.apply(source));
    }

    private static String first(List<String> values) {
        return values.isEmpty() ? "" : values.get(0);
    }

    /** The tempo that was given, else the measured one where the measuring was sure. */
    private static String tempo(TagSource source) {
        Optional<String> beats = source.holds(Fields.RECORDING_TEMPO)
                .map(String::valueOf)
                .or(() -> source.sound()
                        .map(sound -> sound.tempo())
                        .filter(tempo -> tempo.confidence() >= 0.5)
                        .map(tempo -> String.valueOf(Math.round(tempo.bpm()))));
        String felt = source.holds(Fields.RECORDING_TEMPO_CLASS).orElse("");
        return beats.map(bpm -> (felt + " " + bpm + " BPM").strip()).orElse(felt);
    }

    private static String vocals(TagSource source) {
        return source.holds(Fields.RECORDING_INSTRUMENTAL)
                .map(says -> says.equals("instrumental") ? "instrumental" : "with vocals")
                .orElse("");
    }

    private static String oneStop(TagSource source) {
        OneStop verdict = source.oneStop();
        return verdict.yes()
                ? "one-stop: master and publishing from one party"
                : "not one-stop: " + String.join("; ", verdict.reasons());
    }

    private static String owners(TagSource source) {
        String master =
                source.holds(Fields.RECORDING_P_LINE).map(RightsLine::owner).orElse("");
        String publishing = source.writers().stream()
                .map(writer -> writer.publisher().orElse(writer.name()))
                .distinct()
                .collect(Collectors.joining(", "));
        if (master.isEmpty() || publishing.isEmpty()) return "";
        return "master %s, publishing %s".formatted(master, publishing);
    }

    /** Of a cover: the work it is one of, with who wrote that. */
    private static String original(TagSource source) {
        return source.holds(Fields.WORK_ORIGINS).orElse(List.<Origin>of()).stream()
                .map(origin -> "%s of “%s”%s"
                        .formatted(
                                origin.how().label(),
                                origin.title(),
                                origin.writers().isEmpty() ? "" : " by " + origin.writers()))
                .collect(Collectors.joining("; "));
    }

    /**
     * Checks a wording.
     *
     * @throws IllegalArgumentException that names the fact which is not known and lists those that are
     */
    public static void check(String wording) {
        Matcher named = NAMED.matcher(wording);
        while (named.find())
            if (!COMPUTED.containsKey(named.group(1)) && field(named.group(1)).isEmpty())
                throw new IllegalArgumentException(
                        "There is no fact “{%s}”; available: %s, and fields by their IDs such as {release.label}"
                                .formatted(named.group(1), String.join(", ", new TreeSet<>(COMPUTED.keySet()))));
        if (named.replaceAll("").contains("{"))
            throw new IllegalArgumentException("A brace in “%s” is not closed".formatted(wording));
    }

    private static Optional<Field<?>> field(String id) {
        return Fields.all().stream().filter(field -> field.id().equals(id)).findFirst();
    }

    /** Whether the wording tells the day of writing, so that it differs without any fact being another. */
    public static boolean isDated(String wording) {
        return wording.contains("{day}");
    }

    /** The wording with its facts; empty when one of them is not known. */
    public static Optional<String> line(String wording, TagSource source, LocalDate day) {
        StringBuilder line = new StringBuilder();
        Matcher named = NAMED.matcher(wording);
        while (named.find()) {
            String value = value(named.group(1), source, day);
            if (value.isEmpty()) return Optional.empty();
            if (named.group(2) != null && value.matches("\\d+"))
                value = String.format(
                        Locale.ROOT, "%0" + Math.max(1, Integer.parseInt(named.group(2))) + "d", Long.parseLong(value));
            named.appendReplacement(line, Matcher.quoteReplacement(value));
        }
        named.appendTail(line);
        return Optional.of(line.toString());
    }

    /** The wording with its facts, those that are not known left out with the blanks around them. */
    public static String name(String wording, TagSource source, LocalDate day) {
        StringBuilder name = new StringBuilder();
        Matcher named = NAMED.matcher(wording);
        while (named.find()) {
            String whole = line(named.group(), source, day).orElse("");
            named.appendReplacement(name, Matcher.quoteReplacement(whole));
        }
        named.appendTail(name);
        return name.toString()
                .replaceAll("\\s+", " ")
                .replaceAll("^[ –-]+|[ –-]+$", "")
                .strip();
    }

    private static String value(String id, TagSource source, LocalDate day) {
        BiFunction<TagSource, LocalDate, String> computed = COMPUTED.get(id);
        if (computed != null) return computed.apply(source, day);
        return field(id).map(field -> display(field, source)).orElse("");
    }

    private static <T> String display(Field<T> field, TagSource source) {
        return Optional.ofNullable(source.release().displayed(source.track(), field))
                .orElse("");
    }

    /** The text as far as it fits, ended behind a whole word. */
    public static String cut(String text, int longest) {
        if (longest <= 0 || text.codePointCount(0, text.length()) <= longest) return text;
        int end = text.offsetByCodePoints(0, longest - 1);
        int word = end;
        while (word > 0 && !Character.isWhitespace(text.charAt(word))) word--;
        String kept = text.substring(0, word > longest / 2 ? word : end).stripTrailing();
        return kept.replaceAll("[,;:–-]+$", "").stripTrailing() + "…";
    }
}
