package app.entrada.core.rule;

import app.entrada.core.artwork.PictureFacts;
import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Origin;
import app.entrada.core.field.PlayingTime;
import app.entrada.core.field.RightsLine;
import app.entrada.core.field.Sha256;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.NameFolding;
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
 * @param people facts of people and groups by name; who is absent is not known
 * @param papers what else came in for the release
 * @param copies copies of its masters, those of each recipe that was used
 * @param answers what destinations objected to in their newest answers
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
        Map<String, Facts> people,
        List<Paper> papers,
        List<Copy> copies,
        List<Answer> answers,
        Consumer<Object> watch) {
    /** What a rule may look at beside the facts of the release, in so far as it can become different by itself. */
    enum Input {
        AUDIO,
        PICTURES,
        ELSEWHERE,
        LABEL,
        TODAY,
        LOOSE,
        PEOPLE,
        PAPERS,
        COPIES,
        ANSWERS
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
        this(
                release,
                audio,
                pictures,
                elsewhere,
                label,
                today,
                loose,
                Map.of(),
                List.of(),
                List.of(),
                List.of(),
                read -> {});
    }

    /** The same around another state of the release. */
    public Subject with(Release other) {
        return new Subject(
                other, audio, pictures, elsewhere, label, today, loose, people, papers, copies, answers, watch);
    }

    /** The same with what is known of people, by name. */
    public Subject withPeople(Map<String, Facts> known) {
        return new Subject(
                release, audio, pictures, elsewhere, label, today, loose, known, papers, copies, answers, watch);
    }

    /** The same with papers that came in for it. */
    public Subject withPapers(List<Paper> some) {
        return new Subject(
                release, audio, pictures, elsewhere, label, today, loose, people, some, copies, answers, watch);
    }

    /** The same with copies that were written of its masters. */
    public Subject withCopies(List<Copy> some) {
        return new Subject(
                release, audio, pictures, elsewhere, label, today, loose, people, papers, some, answers, watch);
    }

    /** The same with what destinations objected to. */
    public Subject withAnswers(List<Answer> some) {
        return new Subject(
                release, audio, pictures, elsewhere, label, today, loose, people, papers, copies, some, watch);
    }

    /** The same; every field and every {@link Input} that is looked at is told to the watch. */
    Subject watched(Consumer<Object> by) {
        return new Subject(
                release.watched(by),
                audio,
                pictures,
                elsewhere,
                label,
                today,
                loose,
                people,
                papers,
                copies,
                answers,
                by);
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
            if (!samePeople(there)) different.add(Input.PEOPLE);
            if (!papers.equals(there.papers)) different.add(Input.PAPERS);
            if (!copies.equals(there.copies)) different.add(Input.COPIES);
            if (!answers.equals(there.answers)) different.add(Input.ANSWERS);
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

    private boolean samePeople(Subject there) {
        return people.keySet().equals(there.people.keySet())
                && people.entrySet().stream()
                        .allMatch(each -> each.getValue()
                                .differences(there.people.get(each.getKey()))
                                .isEmpty());
    }

    @Override
    public Map<String, Facts> people() {
        watch.accept(Input.PEOPLE);
        return people;
    }

    @Override
    public List<Paper> papers() {
        watch.accept(Input.PAPERS);
        return papers;
    }

    @Override
    public List<Copy> copies() {
        watch.accept(Input.COPIES);
        return copies;
    }

    @Override
    public List<Answer> answers() {
        watch.accept(Input.ANSWERS);
        return answers;
    }

    /**
     * Something a destination objected to, or asked.
     *
     * @param destination its id
     * @param track number of the track, 0 for the release
     * @param field id of the field it is about; one that is not known stands for the title
     * @param says in its words
     */
    public record Answer(String destination, int track, String field, String says) {}

    /**
     * A paper that came in.
     *
     * @param belongs what it is for, as {@link app.entrada.core.gather.Belonging#says}
     * @param track number of the track it stands beside, 0 for the release as a whole
     * @param permits what a person confirmed that it permits; without that it permits nothing, whatever its name says
     */
    public record Paper(String name, String belongs, int track, Optional<Permits> permits) {
        /** A paper of which nobody has said what it permits. */
        public Paper(String name, String belongs, int track) {
            this(name, belongs, track, Optional.empty());
        }
    }

    /**
     * What a paper permits: the use of one original.
     *
     * @param use in words: cover, sample …, or {@link #REMIX}
     * @param title of the original; of a remix, empty
     * @param party who permits it
     */
    public record Permits(String use, String title, String party) {
        /** The use of somebody else's recording in a remix. */
        public static final String REMIX = "remix";
    }

    /**
     * A copy that was written of a track's master.
     *
     * @param state {@code written}, {@code stale}, {@code altered} or {@code missing}
     * @param name of the file
     * @param sameAudio whether the sound is that of the master, bit for bit
     * @param dropped names of facts that its container could not hold
     */
    public record Copy(int track, String recipe, String state, String name, boolean sameAudio, List<String> dropped) {}

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

    /** How long all tracks last that are measured, with the pauses before them; milliseconds. */
    public long lasts() {
        long total = 0;
        for (Track track : release.tracks())
            total += master(track).map(AudioFacts::milliseconds).orElse(0L)
                    + track.facts()
                            .get(Fields.TRACK_GAP)
                            .map(PlayingTime::milliseconds)
                            .orElse(0L);
        return total;
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

    /** A fact of the release. */
    public <T> Optional<T> fact(Field<T> field) {
        return release.facts().get(field);
    }

    /** What a person's own facts say, when they are known. */
    public <T> Optional<T> of(String person, Field<T> field) {
        return Optional.ofNullable(people().get(person)).flatMap(facts -> facts.get(field));
    }

    /** Whether a paper for this is here: beside the track or for the release as a whole. */
    public boolean paper(String belongs, Track track) {
        return papers().stream()
                .anyMatch(paper ->
                        paper.belongs().equals(belongs) && (paper.track() == 0 || paper.track() == track.number()));
    }

    /** Whether a person confirmed a paper that permits the use of this original on the track. */
    public boolean permitted(Track track, Origin origin) {
        return permitted(track, origin.how().says(), origin.title());
    }

    /** Whether a person confirmed a paper that permits this track to be a remix. */
    public boolean remixPermitted(Track track) {
        return permitted(track, Permits.REMIX, "");
    }

    /** Whether somebody is credited with having remixed the recording. */
    public static boolean isRemix(Track track) {
        return track.recording().facts().get(Fields.RECORDING_CREDITS).stream()
                .flatMap(List::stream)
                .anyMatch(credit -> credit.roles().contains("remixer"));
    }

    /** Who owns the recording by its P-line, empty when nobody is named. */
    public static String owner(Release release, Track track) {
        return release.holds(track, Fields.RECORDING_P_LINE)
                .map(RightsLine::owner)
                .orElse("");
    }

    private boolean permitted(Track track, String use, String title) {
        return papers().stream()
                .filter(paper -> paper.track() == track.number())
                .flatMap(paper -> paper.permits().stream())
                .anyMatch(permits -> permits.use().equals(use)
                        && NameFolding.fold(permits.title()).equals(NameFolding.fold(title)));
    }

    /** The change that gives the release another value. */
    public <T> Change change(Field<T> field, String after) {
        return new Change(
                Place.of(release, field).target(), field, release.facts().text(field), after);
    }

    /** The change that gives a track, its recording or its work another value of its own. */
    public <T> Change change(Track track, Field<T> field, String after) {
        return new Change(
                release.ref(track, field.entity()),
                field,
                release.factsOf(track, field.entity()).text(field),
                after);
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
