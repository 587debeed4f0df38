package app.entrada.core.sync;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Lyrics;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Keywords computed from what is known of a recording: moods, genres, instruments, tempo, words of the lyrics, and what the
 * catalogue calls recordings that share a genre or a mood. Ranked; each with its reason.
 */
public final class KeywordSuggestions {
    /** A slow walk, and a brisk one, in beats a minute: below and above lie the slow and the fast. */
    private static final int SLOW = 80;

    private static final int FAST = 125;
    private static final int SHORTEST_WORD = 4;
    private static final Pattern WORD = Pattern.compile("\\p{L}[\\p{L}\\p{M}]+");
    /** Words that say nothing of what a song is about. */
    private static final Set<String> EMPTY = Set.of(
            "that", "this", "with", "from", "have", "been", "were", "what", "when", "where", "will", "would", "could",
            "your", "yours", "they", "them", "their", "there", "then", "than", "just", "like", "into", "over", "only",
            "never", "ever", "every", "some", "such", "oooh", "yeah", "know", "come", "comes", "goes", "gone", "make",
            "made", "again", "still", "more", "once", "upon", "back", "down", "through", "about", "these", "those",
            "shall", "must", "here", "want", "need", "tell", "said", "says", "each", "because", "while", "away");

    private KeywordSuggestions() {}

    /**
     * A word that may describe the recording.
     *
     * @param weight the higher, the more it says
     * @param reason in words
     */
    public record Suggested(String word, double weight, String reason) {}

    /**
     * A recording of the catalogue with its keywords.
     *
     * @param kin its genres and moods, lower case
     */
    public record Used(Set<String> kin, List<String> keywords) {}

    /**
     * Suggestions, the best first; none that the recording has already.
     *
     * @param measuredTempo beats a minute, where it was measured
     * @param catalogue what others are called
     * @param most how many at most
     */
    public static List<Suggested> of(
            Release release, Track track, OptionalInt measuredTempo, List<Used> catalogue, int most) {
        Map<String, Suggested> all = new LinkedHashMap<>();
        terms(release, track, Fields.RECORDING_MOODS).forEach(word -> offer(all, word, 1, "a mood of it"));
        terms(release, track, Fields.TRACK_GENRE).forEach(word -> offer(all, word, 0.9, "its genre"));
        terms(release, track, Fields.RECORDING_INSTRUMENTS).forEach(word -> offer(all, word, 0.8, "heard on it"));
        release.holds(track, Fields.RECORDING_ERA).ifPresent(era -> offer(all, era, 0.7, "its era"));
        tempo(release, track, measuredTempo, all);
        boolean wordless = release.holds(track, Fields.RECORDING_INSTRUMENTAL)
                        .filter("instrumental"::equals)
                        .isPresent()
                || release.holds(track, Fields.TRACK_LANGUAGE)
                        .filter("zxx"::equals)
                        .isPresent();
        if (wordless) offer(all, "instrumental", 0.75, "it is instrumental");
        else lyrics(track, all);
        catalogue(release, track, catalogue, all);
        Set<String> there = new HashSet<>();
        terms(release, track, Fields.RECORDING_KEYWORDS).forEach(word -> there.add(word.toLowerCase(Locale.ROOT)));
        List<Suggested> ranked = new ArrayList<>(all.values());
        ranked.removeIf(each -> there.contains(each.word()));
        ranked.sort(Comparator.comparingDouble(Suggested::weight).reversed().thenComparing(Suggested::word));
        return ranked.subList(0, Math.min(most, ranked.size()));
    }

    private static List<String> terms(Release release, Track track, Field<Terms> field) {
        return release.holds(track, field).map(Terms::list).orElse(List.of());
    }

    private static void offer(Map<String, Suggested> all, String word, double weight, String reason) {
        String plain = word.toLowerCase(Locale.ROOT);
        all.merge(
                plain,
                new Suggested(plain, weight, reason),
                (one, other) -> new Suggested(
                        plain, Math.max(one.weight, other.weight) + 0.1, one.reason + ", " + other.reason));
    }

    private static void tempo(Release release, Track track, OptionalInt measured, Map<String, Suggested> all) {
        OptionalInt given = release.holds(track, Fields.RECORDING_TEMPO)
                .map(OptionalInt::of)
                .orElse(measured);
        if (given.isEmpty()) return;
        int bpm = given.getAsInt();
        String word = bpm < SLOW ? "slow" : bpm > FAST ? "fast" : "mid-tempo";
        offer(all, word, 0.6, "%d beats per minute".formatted(bpm));
    }

    private static void lyrics(Track track, Map<String, Suggested> all) {
        Map<String, Integer> counts = new HashMap<>();
        for (String words : track.recording()
                .work()
                .facts()
                .get(Fields.WORK_LYRICS)
                .map(Lyrics::byLanguage)
                .orElse(Map.of())
                .values())
            for (Matcher found = WORD.matcher(words.toLowerCase(Locale.ROOT)); found.find(); )
                if (found.group().length() >= SHORTEST_WORD && !EMPTY.contains(found.group()))
                    counts.merge(found.group(), 1, Integer::sum);
        counts.forEach((word, count) -> {
            if (count > 1)
                offer(all, word, 0.3 + Math.min(0.4, 0.08 * count), "%d times in the lyrics".formatted(count));
        });
    }

    private static void catalogue(Release release, Track track, List<Used> catalogue, Map<String, Suggested> all) {
        Set<String> kin = new HashSet<>();
        terms(release, track, Fields.TRACK_GENRE).forEach(word -> kin.add(word.toLowerCase(Locale.ROOT)));
        terms(release, track, Fields.RECORDING_MOODS).forEach(word -> kin.add(word.toLowerCase(Locale.ROOT)));
        Map<String, Integer> counts = new HashMap<>();
        for (Used used : catalogue)
            if (used.kin().stream().anyMatch(kin::contains))
                used.keywords().forEach(word -> counts.merge(word.toLowerCase(Locale.ROOT), 1, Integer::sum));
        counts.forEach((word, count) -> offer(
                all,
                word,
                0.25 + Math.min(0.4, 0.1 * count),
                count == 1 ? "on a recording like it" : "on %d recordings like it".formatted(count)));
    }
}
