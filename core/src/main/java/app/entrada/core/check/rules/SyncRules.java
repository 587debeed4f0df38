package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Terms;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What sync libraries and directories ask: words to search by, descriptions, facts of an episode. */
final class SyncRules {
    private static final Map<String, double[]> TEMPO_CLASSES = Map.of(
            "slow", new double[] {0, 90},
            "moderate", new double[] {80, 125},
            "fast", new double[] {115, 400});

    private SyncRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "description.length",
                        "Description too short or too long",
                        "The page it is shown on has limited room.",
                        Map.of("min", 0, "max", 4000),
                        once(SyncRules::description)),
                rule(
                        "keywords.count",
                        "Number of keywords",
                        "With too few a track is never found; too many look like keyword stuffing.",
                        Map.of("min", 0, "max", 50),
                        tracks((s, t, p) -> {
                            int count = keywords(s, t).size();
                            return count >= p.number("min") && count <= p.number("max")
                                    ? Optional.empty()
                                    : Optional.of(Observation.at(
                                            s,
                                            t,
                                            Fields.RECORDING_KEYWORDS,
                                            "%s has %s; %s to %s are needed.",
                                            s.name(t),
                                            count == 0 ? "no keywords" : count == 1 ? "1 keyword" : count + " keywords",
                                            p.plain("min"),
                                            p.plain("max")));
                        })),
                rule(
                        "keywords.duplicates",
                        "Duplicate keyword",
                        "A keyword counts once, whatever its spelling.",
                        Map.of(),
                        tracks((s, t, p) -> {
                            Set<String> seen = new HashSet<>();
                            return keywords(s, t).stream()
                                    .filter(word -> !seen.add(NameFolding.fold(word)))
                                    .findFirst()
                                    .map(word -> Observation.at(
                                            s,
                                            t,
                                            Fields.RECORDING_KEYWORDS,
                                            "“%s” appears twice among the keywords of %s.",
                                            word,
                                            s.name(t)));
                        })),
                rule(
                        "keywords.banned",
                        "Keyword not accepted",
                        "Names of other artists and praise mislead, and words that fit everything are useless.",
                        Map.of(
                                "words",
                                List.of(
                                        "hit",
                                        "best",
                                        "number one",
                                        "viral",
                                        "top 40",
                                        "music",
                                        "track",
                                        "audio",
                                        "nice",
                                        "good",
                                        "great",
                                        "cool",
                                        "awesome",
                                        "amazing",
                                        "beautiful",
                                        "misc",
                                        "various",
                                        "etc")),
                        tracks((s, t, p) -> keywords(s, t).stream()
                                .filter(word -> p.words("words").contains(word.toLowerCase(Locale.ROOT)))
                                .findFirst()
                                .map(word -> Observation.at(
                                        s, t, Fields.RECORDING_KEYWORDS, "“%s” is not accepted as a keyword.", word)))),
                rule(
                        "tempo-class.disagrees",
                        "Tempo class does not match the tempo",
                        "A search for slow music must not find fast music.",
                        Map.of("confidence", 0.5),
                        tracks(SyncRules::tempo)),
                rule(
                        "sync.fields",
                        "Facts required by a sync library",
                        "Music supervisors search by these facts only.",
                        Map.of(),
                        tracks(SyncRules::sync)),
                rule(
                        "podcast.fields",
                        "Facts required for an episode",
                        "A directory does not list a feed in which one of these is missing.",
                        Map.of("summary", 240),
                        SyncRules::episode));
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, parameters, look);
    }

    private static Optional<Observation> description(ReleaseContext s, Params p) {
        Optional<String> text = s.fact(Fields.RELEASE_DESCRIPTION);
        int length = text.map(each -> each.codePointCount(0, each.length())).orElse(0);
        return length >= p.number("min") && length <= p.number("max")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        Fields.RELEASE_DESCRIPTION,
                        text.isEmpty()
                                ? "The release has no description; %3$s to %2$s characters are needed."
                                : "The description has %d characters; %3$s to %2$s are needed.",
                        length,
                        p.plain("max"),
                        p.plain("min")));
    }

    private static List<String> keywords(ReleaseContext s, Track track) {
        return s.release()
                .holds(track, Fields.RECORDING_KEYWORDS)
                .map(Terms::list)
                .orElse(List.of());
    }

    private static Optional<Observation> tempo(ReleaseContext s, Track track, Params p) {
        return track.recording()
                .facts()
                .get(Fields.RECORDING_TEMPO_CLASS)
                .flatMap(given -> s.master(track)
                        .flatMap(AudioFacts::sound)
                        .filter(sound -> sound.tempo().confidence() >= p.decimal("confidence"))
                        .filter(sound -> {
                            double[] range = TEMPO_CLASSES.get(given);
                            // a beat is counted at its double or its half as well
                            return range != null
                                    && Stream.of(0.5, 1.0, 2.0)
                                            .map(times -> times * sound.tempo().bpm())
                                            .noneMatch(bpm -> bpm >= range[0]
                                                    && bpm <= range[1]
                                                    && plausible(
                                                            given,
                                                            bpm,
                                                            sound.tempo().bpm()));
                        })
                        .map(sound -> Observation.at(
                                s,
                                track,
                                Fields.RECORDING_TEMPO_CLASS,
                                "The tempo class of %s is %s; %.0f beats per minute were measured.",
                                s.name(track),
                                given,
                                sound.tempo().bpm())));
    }

    /** Halving explains a fast reading of slow music only where the reading is very fast. */
    private static boolean plausible(String given, double bpm, double measured) {
        if (bpm == measured) return true;
        return given.equals("slow") ? measured > 160 : given.equals("fast") && measured < 75;
    }

    private static Optional<Observation> sync(ReleaseContext s, Track track, Params p) {
        List<Field<?>> wanted = List.of(
                Fields.RECORDING_MOODS,
                Fields.RECORDING_INSTRUMENTS,
                Fields.RECORDING_TEMPO_CLASS,
                Fields.RECORDING_INSTRUMENTAL);
        List<Field<?>> open = wanted.stream()
                .filter(field -> track.recording().facts().get(field).isEmpty())
                .toList();
        return open.isEmpty()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        open.get(0),
                        "%s has no %s.",
                        s.name(track),
                        String.join(", ", open.stream().map(Field::name).toList())));
    }

    private static Stream<Observation> episode(ReleaseContext s, Params p) {
        Stream<Observation> release = Stream.of(Fields.RELEASE_SERIES, Fields.RELEASE_LANGUAGE, Fields.RELEASE_CONTACT)
                .filter(field -> s.fact(field).isEmpty())
                .map(field -> Observation.at(s, field, "The feed needs: %s.", field.name()));
        return Stream.concat(release, s.release().tracks().stream().flatMap(track -> {
            Stream<Observation> number = track.facts().get(Fields.TRACK_EPISODE).isPresent()
                    ? Stream.empty()
                    : Stream.of(
                            Observation.at(s, track, Fields.TRACK_EPISODE, "%s has no episode number.", s.name(track)));
            int length = track.facts()
                    .get(Fields.TRACK_SUMMARY)
                    .map(text -> text.codePointCount(0, text.length()))
                    .orElse(0);
            Stream<Observation> summary = length > 0 && length <= p.number("summary")
                    ? Stream.empty()
                    : Stream.of(Observation.at(
                            s,
                            track,
                            Fields.TRACK_SUMMARY,
                            length == 0
                                    ? "%s has no short description."
                                    : "The short description of %s has %d characters; at most %s are accepted.",
                            s.name(track),
                            length,
                            p.plain("summary")));
            return Stream.concat(number, summary);
        }));
    }
}
