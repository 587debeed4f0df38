package app.entrada.core.release.context;

import app.entrada.core.container.Fault;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.names.NameFolding;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * All that rules look at.
 *
 * @param audio what was measured, by file; a placed file that is absent here is still being measured, or cannot be
 * @param pictures likewise
 * @param today the day of the check
 * @param loose sound files that came in for this release and are on no track
 * @param beside what is known beside the release and its files
 * @param watch is told what rules look at, so that the next check repeats only what depends on something different
 */
public record ReleaseContext(
        Release release,
        Map<Sha256, AudioFacts> audio,
        Map<Sha256, PictureFacts> pictures,
        CatalogueContext elsewhere,
        LabelProfile label,
        LocalDate today,
        List<LooseFile> loose,
        Beside beside,
        Consumer<Object> watch) {
    /**
     * What is known beside a release and its files.
     *
     * @param people facts of people and groups by name; who is absent is not known
     * @param attachments documents that came in for the release
     * @param copies copies of its masters, those of each recipe that was used
     * @param objections what destinations objected to in their newest answers
     * @param unread why, of placed files that cannot be measured: half a sentence, by file
     */
    public record Beside(
            Map<String, Facts> people,
            List<Attachment> attachments,
            List<WrittenCopy> copies,
            List<Objection> objections,
            Map<Sha256, String> unread) {
        /** Nothing. */
        public static final Beside NOTHING = new Beside(Map.of(), List.of(), List.of(), List.of(), Map.of());
    }

    /** What a rule may look at beside the facts of the release, in so far as it can become different by itself. */
    public enum Input {
        AUDIO,
        PICTURES,
        ELSEWHERE,
        LABEL,
        TODAY,
        LOOSE,
        PEOPLE,
        ATTACHMENTS,
        COPIES,
        OBJECTIONS,
        UNREAD
    }

    /** What the watch is told beside {@link Input#TODAY}: until the day before this one, what was asked of the day stays the answer. */
    public record Turn(LocalDate on) {}

    /** With nobody watching. */
    public ReleaseContext(
            Release release,
            Map<Sha256, AudioFacts> audio,
            Map<Sha256, PictureFacts> pictures,
            CatalogueContext elsewhere,
            LabelProfile label,
            LocalDate today,
            List<LooseFile> loose) {
        this(release, audio, pictures, elsewhere, label, today, loose, Beside.NOTHING, read -> {});
    }

    /** The same around another state of the release. */
    public ReleaseContext with(Release other) {
        return new ReleaseContext(other, audio, pictures, elsewhere, label, today, loose, beside, watch);
    }

    /** The same with what is known beside it. */
    public ReleaseContext with(Beside other) {
        return new ReleaseContext(release, audio, pictures, elsewhere, label, today, loose, other, watch);
    }

    /** The same with what is known of people, by name. */
    public ReleaseContext withPeople(Map<String, Facts> known) {
        return with(new Beside(known, beside.attachments, beside.copies, beside.objections, beside.unread));
    }

    /** The same with attachments that came in for it. */
    public ReleaseContext withAttachments(List<Attachment> some) {
        return with(new Beside(beside.people, some, beside.copies, beside.objections, beside.unread));
    }

    /** The same with copies that were written of its masters. */
    public ReleaseContext withCopies(List<WrittenCopy> some) {
        return with(new Beside(beside.people, beside.attachments, some, beside.objections, beside.unread));
    }

    /** The same with what destinations objected to. */
    public ReleaseContext withObjections(List<Objection> some) {
        return with(new Beside(beside.people, beside.attachments, beside.copies, some, beside.unread));
    }

    /** The same with files that cannot be measured, and why. */
    public ReleaseContext withUnread(Map<Sha256, String> some) {
        return with(new Beside(beside.people, beside.attachments, beside.copies, beside.objections, some));
    }

    /** The same; every field and every {@link Input} that is looked at is told to the watch. */
    public ReleaseContext watched(Consumer<Object> by) {
        return new ReleaseContext(release.watched(by), audio, pictures, elsewhere, label, today, loose, beside, by);
    }

    /** Fields and inputs that are different there; empty when everything has to be looked at again. */
    public Optional<Set<Object>> differences(ReleaseContext there) {
        return release.differences(there.release).map(fields -> {
            Set<Object> different = new HashSet<>(fields);
            if (!audio.equals(there.audio)) different.add(Input.AUDIO);
            if (!pictures.equals(there.pictures)) different.add(Input.PICTURES);
            if (!elsewhere.equals(there.elsewhere)) different.add(Input.ELSEWHERE);
            if (!label.equals(there.label)) different.add(Input.LABEL);
            if (!today.equals(there.today)) different.add(Input.TODAY);
            if (!loose.equals(there.loose)) different.add(Input.LOOSE);
            if (!samePeople(there)) different.add(Input.PEOPLE);
            if (!beside.attachments.equals(there.beside.attachments)) different.add(Input.ATTACHMENTS);
            if (!beside.copies.equals(there.beside.copies)) different.add(Input.COPIES);
            if (!beside.objections.equals(there.beside.objections)) different.add(Input.OBJECTIONS);
            if (!beside.unread.equals(there.beside.unread)) different.add(Input.UNREAD);
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
    public CatalogueContext elsewhere() {
        watch.accept(Input.ELSEWHERE);
        return elsewhere;
    }

    @Override
    public LabelProfile label() {
        watch.accept(Input.LABEL);
        return label;
    }

    /** The day itself, which is another one tomorrow; who only asks whether one has come asks {@link #hasCome}. */
    @Override
    public LocalDate today() {
        asked(today.plusDays(1));
        return today;
    }

    /** Whether a day has come: it is today or has passed. */
    public boolean hasCome(LocalDate day) {
        if (today.isBefore(day)) asked(day);
        else watch.accept(Input.TODAY);
        return !today.isBefore(day);
    }

    /** The year of the day. */
    public int thisYear() {
        asked(LocalDate.of(today.getYear() + 1, 1, 1));
        return today.getYear();
    }

    private void asked(LocalDate turnsOn) {
        watch.accept(Input.TODAY);
        watch.accept(new Turn(turnsOn));
    }

    @Override
    public List<LooseFile> loose() {
        watch.accept(Input.LOOSE);
        return loose;
    }

    private boolean samePeople(ReleaseContext there) {
        Map<String, Facts> others = there.beside.people;
        return beside.people.keySet().equals(others.keySet())
                && beside.people.entrySet().stream()
                        .allMatch(each -> each.getValue()
                                .differences(others.getOrDefault(each.getKey(), Facts.NONE))
                                .isEmpty());
    }

    /** All of it at once, which depends on all of it. */
    @Override
    public Beside beside() {
        for (Input each : List.of(Input.PEOPLE, Input.ATTACHMENTS, Input.COPIES, Input.OBJECTIONS, Input.UNREAD))
            watch.accept(each);
        return beside;
    }

    /** Facts of people and groups by name; who is absent is not known. */
    public Map<String, Facts> people() {
        watch.accept(Input.PEOPLE);
        return beside.people;
    }

    /** Documents that came in for the release. */
    public List<Attachment> attachments() {
        watch.accept(Input.ATTACHMENTS);
        return beside.attachments;
    }

    /** Copies of its masters, those of each recipe that was used. */
    public List<WrittenCopy> copies() {
        watch.accept(Input.COPIES);
        return beside.copies;
    }

    /** What destinations objected to in their newest answers. */
    public List<Objection> objections() {
        watch.accept(Input.OBJECTIONS);
        return beside.objections;
    }

    /** Why, of placed files that cannot be measured: half a sentence, by file. */
    public Map<Sha256, String> unread() {
        watch.accept(Input.UNREAD);
        return beside.unread;
    }

    /** What is seen on the tracks, in running order. */
    public <S> Stream<S> tracks(Function<Track, Optional<S>> look) {
        return release.tracks().stream().flatMap(track -> look.apply(track).stream());
    }

    /** What is seen on the tracks that have a measured master. */
    public <S> Stream<S> masters(BiFunction<Track, AudioFacts, Optional<S>> look) {
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
    public Stream<CatalogueContext.Alike> alike(Track track, Match.Verdict verdict) {
        return track.master().stream()
                .flatMap(file -> elsewhere().alike().getOrDefault(file, List.of()).stream())
                .filter(other -> other.verdict() == verdict);
    }

    /** What was measured of the front cover. */
    public Optional<PictureFacts> cover() {
        return release.facts().get(Fields.RELEASE_COVER).map(file -> pictures().get(file));
    }

    /**
     * What is wrong with a file that is placed: that it cannot be measured, or the first fault that was found in it; empty for
     * a whole one, and for one that is still being measured.
     */
    public Optional<String> fault(Sha256 file) {
        String why = unread().get(file);
        if (why != null) return Optional.of(why);
        AudioFacts sound = audio().get(file);
        if (sound != null) return sound.faults().stream().findFirst().map(Fault::what);
        return Optional.ofNullable(pictures().get(file))
                .flatMap(picture -> picture.faults().stream().findFirst());
    }

    /** A fact of the release. */
    public <T> Optional<T> fact(Field<T> field) {
        return release.facts().get(field);
    }

    /** What a person's own facts say, when they are known. */
    public <T> Optional<T> of(String person, Field<T> field) {
        return Optional.ofNullable(people().get(person)).flatMap(facts -> facts.get(field));
    }

    /** Whether a document of this kind is here: beside the track or for the release as a whole. */
    public boolean attached(AttachmentKind kind, Track track) {
        return attachments().stream()
                .anyMatch(document ->
                        document.kind() == kind && (document.track() == 0 || document.track() == track.number()));
    }

    /** Whether a person confirmed a document that permits the use of this original on the track. */
    public boolean permitted(Track track, Origin origin) {
        return permitted(track, origin.how().label(), origin.title());
    }

    /** Whether a person confirmed a document that permits this track to be a remix. */
    public boolean remixPermitted(Track track) {
        return permitted(track, Attachment.Permission.REMIX, "");
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
        return attachments().stream()
                .filter(document -> document.track() == track.number())
                .flatMap(document -> document.permission().stream())
                .anyMatch(permits -> permits.use().equals(use)
                        && NameFolding.fold(permits.title()).equals(NameFolding.fold(title)));
    }

    /** The change that gives the release another value. */
    public <T> Change change(Field<T> field, @Nullable String after) {
        return new Change(
                new Ref(field.entity(), release.id()), field, release.facts().text(field), after);
    }

    /** The change that gives a track, its recording or its work another value of its own. */
    public <T> Change change(Track track, Field<T> field, @Nullable String after) {
        return new Change(
                release.ref(track, field.entity()),
                field,
                release.factsOf(track, field.entity()).text(field),
                after);
    }

    /** How to call a track in a sentence: its title in quotes, or its number. */
    public String name(Track track) {
        return track.facts().get(Fields.TRACK_TITLE).map("“%s”"::formatted).orElse("Track " + track.number());
    }
}
