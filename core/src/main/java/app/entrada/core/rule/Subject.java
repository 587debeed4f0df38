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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * All that rules look at.
 *
 * @param audio what was measured, by file; a placed file that is absent here is still being measured
 * @param pictures likewise
 * @param today the day of the check
 * @param loose sound files that came in for this release and are on no track
 * @param watch is told what rules look at, so that the next check repeats only what depends on something different
 */
public record Subject(
        Release release,
        Map<Sha256, AudioFacts> audio,
        Map<Sha256, PictureFacts> pictures,
        Elsewhere elsewhere,
        LabelFacts label,
        LocalDate today,
        List<Loose> loose,
        Consumer<Object> watch) {
    /** What a rule may look at beside the facts of the release, in so far as it can become different by itself. */
    enum Input {
        AUDIO,
        PICTURES,
        ELSEWHERE,
        LABEL,
        TODAY,
        LOOSE
    }

    /** With nobody watching. */
    public Subject(
            Release release,
            Map<Sha256, AudioFacts> audio,
            Map<Sha256, PictureFacts> pictures,
            Elsewhere elsewhere,
            LabelFacts label,
            LocalDate today,
            List<Loose> loose) {
        this(release, audio, pictures, elsewhere, label, today, loose, read -> {});
    }

    /** The same; every field and every {@link Input} that is looked at is told to the watch. */
    Subject watched(Consumer<Object> by) {
        return new Subject(release.watched(by), audio, pictures, elsewhere, label, today, loose, by);
    }

    /** Fields and inputs that are different there; empty when everything has to be looked at again. */
    Optional<Set<Object>> differences(Subject there) {
        return release.differences(there.release).map(fields -> {
            Set<Object> different = new HashSet<>(fields);
            if (!audio.equals(there.audio)) different.add(Input.AUDIO);
            if (!pictures.equals(there.pictures)) different.add(Input.PICTURES);
            if (!elsewhere.equals(there.elsewhere)) different.add(Input.ELSEWHERE);
            if (!label.equals(there.label)) different.add(Input.LABEL);
            if (!today.equals(there.today)) different.add(Input.TODAY);
            if (!loose.equals(there.loose)) different.add(Input.LOOSE);
            return different;
        });
    }

    @Override
    public Map<Sha256, AudioFacts> audio() {
        watch.accept(Input.AUDIO);
        return audio;
    }

    @Override
    public Map<Sha256, PictureFacts> pictures() {
        watch.accept(Input.PICTURES);
        return pictures;
    }

    @Override
    public Elsewhere elsewhere() {
        watch.accept(Input.ELSEWHERE);
        return elsewhere;
    }

    @Override
    public LabelFacts label() {
        watch.accept(Input.LABEL);
        return label;
    }

    @Override
    public LocalDate today() {
        watch.accept(Input.TODAY);
        return today;
    }

    @Override
    public List<Loose> loose() {
        watch.accept(Input.LOOSE);
        return loose;
    }

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
        return track.master().map(file -> audio().get(file));
    }

    /** Masters of other recordings that share sound with a track's in this way. */
    public Stream<Elsewhere.Alike> alike(Track track, Match.Verdict verdict) {
        return track.master().stream()
                .flatMap(file -> elsewhere().alike().getOrDefault(file, List.of()).stream())
                .filter(other -> other.verdict() == verdict);
    }

    /** What was measured of the front cover. */
    public Optional<PictureFacts> cover() {
        return release.facts().get(Fields.RELEASE_COVER).map(file -> pictures().get(file));
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
