package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.release.context.WrittenCopy;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.FileNames;
import app.entrada.core.text.Transliteration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Copies that were written, and what a disc can hold (IEC 60908, the Red Book). */
final class FileRules {
    private FileRules() {}

    static List<Rule> all() {
        return List.of(
                file(
                        "file.stale",
                        "Copy out of date",
                        "A copy carries the facts as they were when it was written.",
                        (s, t, copy) -> copy.state() == CopyState.STALE
                                ? "The copy of %s was written before its facts changed. Write it again."
                                        .formatted(s.name(t))
                                : null),
                file(
                        "file.altered",
                        "Copy modified outside Entrada",
                        "A file that changed after it was verified may contain anything.",
                        (s, t, copy) -> copy.state() == CopyState.ALTERED
                                ? "The copy of %s is no longer the file that was written. Write it again."
                                        .formatted(s.name(t))
                                : null),
                file(
                        "file.not-written",
                        "Copy not written",
                        "Deliveries consist of copies with the facts written into them.",
                        (s, t, copy) -> copy.state() == CopyState.MISSING
                                ? "No copy of %s has been written.".formatted(s.name(t))
                                : null),
                file(
                        "file.audio-differs",
                        "Copy sounds different from its master",
                        "Tags are stored beside the audio and never change it; a difference is a fault of the program.",
                        (s, t, copy) -> copy.sameAudio() || copy.state() == CopyState.MISSING
                                ? null
                                : "The audio of the copy of %s is not that of its master. Do not send it."
                                        .formatted(s.name(t))),
                file(
                        "file.field-dropped",
                        "Facts the file format cannot hold",
                        "Each file format has room for some facts and not for others.",
                        (s, t, copy) -> copy.dropped().isEmpty()
                                ? null
                                : "Some facts are not in the copy of %s. %s."
                                        .formatted(s.name(t), String.join("; ", copy.dropped()))),
                file(
                        "file.name-unsafe",
                        "File name not valid everywhere",
                        "A package may be unpacked on any system.",
                        (s, t, copy) -> copy.name().isEmpty()
                                        || FileNames.clean(copy.name()).equals(copy.name())
                                ? null
                                : "“%s” is not a valid file name on every system; expected: “%s”."
                                        .formatted(copy.name(), FileNames.clean(copy.name()))),
                rule(
                        "file.name-collides",
                        "Two copies with the same name",
                        "Some systems do not distinguish upper and lower case.",
                        Map.of(),
                        FileRules::collides),
                rule(
                        "disc.track-short",
                        "Track too short for a disc",
                        "A track of a disc lasts at least 4 seconds (IEC 60908).",
                        Map.of("seconds", 4),
                        (s, p) -> s.masters((t, master) -> master.seconds() >= p.decimal("seconds")
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        t,
                                        Fields.RECORDING_MASTER,
                                        "%s lasts %s; at least %s s are needed.",
                                        s.name(t),
                                        seconds(master.seconds()),
                                        p.plain("seconds"))))),
                rule(
                        "disc.too-long",
                        "Total time too long for a disc",
                        "A disc holds 79:57.75 and 99 tracks, unless the plant states otherwise.",
                        Map.of("minutes", 79.9627, "tracks", 99),
                        once(FileRules::tooLong)),
                rule(
                        "disc.rate",
                        "Not 44.1 kHz, 16 bit, stereo",
                        "A disc holds no other format (IEC 60908).",
                        Map.of(),
                        (s, p) -> s.masters((t, master) ->
                                master.sampleRate() == 44_100 && master.bitDepth() == 16 && master.channels() == 2
                                        ? Optional.empty()
                                        : Optional.of(Observation.at(
                                                s,
                                                t,
                                                Fields.RECORDING_MASTER,
                                                "%s is %s, %s; a disc needs 16 bit, 44.1 kHz, stereo.",
                                                s.name(t),
                                                master.label(),
                                                AudioFacts.channelsLabel(master.channels()))))),
                rule(
                        "disc.cdtext-incomplete",
                        "CD-Text incomplete",
                        "A pack type that is there at all must cover the disc and every track.",
                        Map.of(),
                        tracks(FileRules::incomplete)),
                rule(
                        "disc.cdtext-charset",
                        "Characters not in CD-Text",
                        "CD-Text is written in ISO 8859-1; other characters are transliterated.",
                        Map.of(),
                        tracks((s, t, p) -> t.facts()
                                .get(Fields.TRACK_TITLE)
                                .filter(title -> !java.nio.charset.StandardCharsets.ISO_8859_1
                                        .newEncoder()
                                        .canEncode(plain(title)))
                                .map(title -> Transliteration.of(
                                                title, t.facts().get(Fields.TRACK_LATIN_TITLE))
                                        .map(latin -> Observation.at(
                                                s,
                                                t,
                                                Fields.TRACK_TITLE,
                                                "CD-Text cannot hold “%s”; it will read “%s”.",
                                                title,
                                                latin))
                                        .orElseGet(() -> Observation.at(
                                                s,
                                                t,
                                                Fields.TRACK_LATIN_TITLE,
                                                "CD-Text cannot hold “%s”; enter the title in Latin letters.",
                                                title))))));
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.FILES, id, name, reason, parameters, look);
    }

    private interface CopyLook {
        /** What is wrong with a copy, or null. */
        @Nullable
        String at(ReleaseContext s, Track track, WrittenCopy copy);
    }

    private static Rule file(String id, String name, String reason, CopyLook look) {
        return rule(
                id,
                name,
                reason,
                Map.of(),
                (s, p) -> s.copies().stream()
                        .flatMap(copy -> s.release().tracks().stream()
                                .filter(track -> track.number() == copy.track())
                                .flatMap(track -> Optional.ofNullable(look.at(s, track, copy))
                                        .map(says -> Observation.at(s, track, Fields.RECORDING_MASTER, "%s", says))
                                        .stream())));
    }

    private static Stream<Observation> collides(ReleaseContext s, Params p) {
        Map<String, Integer> first = new HashMap<>();
        return s.copies().stream().filter(copy -> !copy.name().isEmpty()).flatMap(copy -> {
            Integer other = first.putIfAbsent(copy.recipe() + "/" + copy.name().toLowerCase(Locale.ROOT), copy.track());
            return other == null || other == copy.track()
                    ? Stream.<Observation>empty()
                    : s.release().tracks().stream()
                            .filter(track -> track.number() == copy.track())
                            .map(track -> Observation.at(
                                    s,
                                    track,
                                    Fields.RECORDING_MASTER,
                                    "The copies of tracks %d and %d have the same name, “%s”.",
                                    other,
                                    copy.track(),
                                    copy.name()));
        });
    }

    private static String seconds(double seconds) {
        return String.format(Locale.ROOT, "%.1f s", seconds);
    }

    private static Optional<Observation> tooLong(ReleaseContext s, Params p) {
        long total = s.lasts();
        int count = s.release().tracks().size();
        if (count > p.number("tracks"))
            return Optional.of(Observation.at(
                    s,
                    Fields.RELEASE_RUNNING_ORDER,
                    "A disc holds %s tracks; there are %d.",
                    p.plain("tracks"),
                    count));
        long most = Math.round(p.decimal("minutes") * 60_000);
        return total <= most
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        Fields.RELEASE_RUNNING_ORDER,
                        "The disc would last %s; at most %s fit.",
                        AudioFacts.time(total),
                        AudioFacts.time(most)));
    }

    private static Optional<Observation> incomplete(ReleaseContext s, Track track, Params p) {
        if (track.facts().get(Fields.TRACK_TITLE).isEmpty())
            return Optional.of(Observation.at(
                    s, track, Fields.TRACK_TITLE, "Track %d has no title for its CD-Text.", track.number()));
        if (s.release().artistsOf(track).isEmpty())
            return Optional.of(
                    Observation.at(s, track, Fields.TRACK_ARTISTS, "%s has no artist for its CD-Text.", s.name(track)));
        boolean some = s.release().tracks().stream()
                .anyMatch(other -> !other.recording().work().writers().isEmpty());
        return some && track.recording().work().writers().isEmpty()
                ? Optional.of(Observation.at(
                        s,
                        track,
                        Fields.WORK_WRITERS,
                        "Other tracks have writers in their CD-Text, %s has none. Either every track has them or none.",
                        s.name(track)))
                : Optional.empty();
    }

    /** Quotation marks and dashes have plain ones to stand for them. */
    private static String plain(String title) {
        return title.replaceAll("[‘’]", "'")
                .replaceAll("[“”]", "\"")
                .replaceAll("[–—]", "-")
                .replace("…", "...");
    }
}
