package app.entrada.core.rule;

import app.entrada.core.artwork.PictureFacts;
import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * All that rules look at.
 *
 * @param audio what was measured, by file; a placed file that is absent here is still being measured
 * @param pictures likewise
 * @param today the day of the check
 * @param loose sound files that came in for this release and are on no track
 */
public record Subject(
        Release release,
        Map<Sha256, AudioFacts> audio,
        Map<Sha256, PictureFacts> pictures,
        Elsewhere elsewhere,
        LabelFacts label,
        LocalDate today,
        List<Loose> loose) {
    /**
     * A sound file on no track.
     *
     * @param proposed number of the track it is proposed for, 0 for none
     */
    public record Loose(String name, int proposed) {}

    /** Looks at each track in running order. */
    public Stream<Observation> tracks(Function<Track, Optional<Observation>> look) {
        return release.tracks().stream().flatMap(track -> look.apply(track).stream());
    }

    /** Looks at each track that has a measured master. */
    public Stream<Observation> masters(java.util.function.BiFunction<Track, AudioFacts, Optional<Observation>> look) {
        return tracks(track -> master(track).flatMap(master -> look.apply(track, master)));
    }

    /** What was measured of a track's master. */
    public Optional<AudioFacts> master(Track track) {
        return track.master().map(audio::get);
    }

    /** Masters of other recordings that share sound with a track's in this way. */
    public Stream<Elsewhere.Alike> alike(Track track, Match.Verdict verdict) {
        return track.master().stream()
                .flatMap(file -> elsewhere.alike().getOrDefault(file, List.of()).stream())
                .filter(other -> other.verdict() == verdict);
    }

    /** What was measured of the front cover. */
    public Optional<PictureFacts> cover() {
        return release.facts().get(Fields.RELEASE_COVER).map(pictures::get);
    }

    /** A sentence about a fact of the release. */
    public Observation at(Field<?> field, String says, Object... values) {
        return Observation.at(Place.of(release, field), says.formatted(values));
    }

    /** A sentence about a fact of a track. */
    public Observation at(Track track, Field<?> field, String says, Object... values) {
        return Observation.at(Place.of(release, track, field), says.formatted(values));
    }

    /** How to call a track in a sentence: its title in quotes, or its number. */
    public String name(Track track) {
        return track.facts().get(Fields.TRACK_TITLE).map("“%s”"::formatted).orElse("Track " + track.number());
    }
}
