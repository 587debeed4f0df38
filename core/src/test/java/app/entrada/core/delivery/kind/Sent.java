package app.entrada.core.delivery.kind;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A release on its way to a destination, for tests of what is sent. */
public final class Sent {
    public static final Sha256 SUM = new Sha256("d".repeat(64));
    private static final Sha256 MASTER = new Sha256("a".repeat(64));

    /** Our numbers for parties, as a database would give them. */
    public static final Map<String, Long> PARTY_NUMBERS = Map.of(
            "Joss Amberley", 11L,
            "Ines Quillon", 12L,
            "Low Lock Music", 13L,
            "Mira Tollgate", 14L,
            "The Paper Ferrymen", 15L,
            "水門", 16L);

    private final Release release;
    private final Profile profile;
    private final Map<String, Facts> people = new HashMap<>();
    private final Map<Long, Outgoing.KnownWork> known = new HashMap<>();
    private Outgoing.Occasion occasion = Outgoing.Occasion.FULL;
    private Outgoing.Terms terms = Outgoing.Terms.USUAL;
    private boolean confirmed;
    private long seconds = 49;
    private final java.util.Set<Sha256> has = new java.util.HashSet<>();

    private Sent(Release release, Profile profile) {
        this.release = release;
        this.profile = profile;
    }

    private static Outgoing.SeriesFeed series(String title) {
        Facts facts = Facts.NONE
                .withText(Fields.SERIES_TITLE, title)
                .withText(Fields.SERIES_DESCRIPTION, "Talks by the water.")
                .withText(Fields.SERIES_LANGUAGE, "en")
                .withText(Fields.SERIES_OWNER, "Ninth Weir Records");
        return new Outgoing.SeriesFeed(
                facts,
                "",
                List.of(),
                Receivers.all().stream().flatMap(each -> each.feed().stream()).toList(),
                "https://weir.example/feeds/k/");
    }

    public static Sent of(Release release, String destination) {
        return of(release, Receivers.byId(destination));
    }

    /** On its way to a destination of somebody's own. */
    public static Sent of(Release release, Profile profile) {
        return new Sent(release, profile);
    }

    public Sent on(Outgoing.Occasion other) {
        occasion = other;
        return this;
    }

    public Sent by(Outgoing.Terms chosen) {
        terms = chosen;
        return this;
    }

    public Sent knows(long work, String number) {
        known.put(work, new Outgoing.KnownWork(number, ""));
        return this;
    }

    public Sent has(long work, String number, String digest) {
        known.put(work, new Outgoing.KnownWork(number, digest));
        return this;
    }

    public Sent holding(Sha256 file) {
        has.add(file);
        return this;
    }

    public Sent lasting(long other) {
        seconds = other;
        return this;
    }

    public Sent legal(String name, String legalName) {
        return fact(name, Fields.PARTY_LEGAL_NAME, legalName);
    }

    public Sent kind(String name, String kind) {
        return fact(name, Fields.PARTY_KIND, kind);
    }

    public Sent latin(String name, String latinName) {
        return fact(name, Fields.PARTY_LATIN_NAME, latinName);
    }

    private Sent fact(String name, app.entrada.core.field.Field<String> field, String text) {
        people.merge(
                name,
                Facts.NONE.withText(Fields.PARTY_NAME, name).withText(field, text),
                (there, more) -> there.withText(field, text));
        return this;
    }

    public Sent confirmed() {
        confirmed = true;
        return this;
    }

    public Sent person(String name, String ipi, String society, String sortName) {
        Facts facts = Facts.NONE.withText(Fields.PARTY_NAME, name);
        if (!ipi.isEmpty()) facts = facts.withText(Fields.PARTY_IPI, ipi);
        if (!society.isEmpty()) facts = facts.withText(Fields.PARTY_SOCIETY, society);
        if (!sortName.isEmpty()) facts = facts.withText(Fields.PARTY_SORT_NAME, sortName);
        people.put(name, facts);
        return this;
    }

    public Outgoing out() {
        AudioFacts audio = Samples.audio(SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 9, List.of(), seconds, 2, null);
        Map<Sha256, AudioFacts> measured = new HashMap<>();
        Map<Long, Outgoing.SentFile> sound = new LinkedHashMap<>();
        Map<Long, Print> prints = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            track.master().ifPresent(file -> measured.put(file, audio));
            sound.put(track.id(), new Outgoing.SentFile("resources/%02d.flac".formatted(track.number()), SUM, 1234));
            if (confirmed) prints.put(track.id(), new Print(3, new int[] {1, 2, 3}, new byte[] {4, 5, 6}));
        }
        measured.put(MASTER, audio);
        ReleaseContext subject = new ReleaseContext(
                        release,
                        measured,
                        Map.of(),
                        CatalogueContext.NOTHING,
                        new LabelProfile(
                                "Ninth Weir Records", "XANW9", "952123450", "NW", "Low Lock Music", "000000952"),
                        LocalDate.of(2026, 11, 23),
                        List.of())
                .withPeople(people);
        return new Outgoing(
                subject,
                profile,
                occasion,
                7,
                "m-1",
                Instant.parse("2026-11-23T10:00:00Z"),
                sound,
                Map.of(),
                Optional.of(new Outgoing.SentFile("resources/cover.jpg", SUM, 99)),
                List.of(),
                List.of(),
                prints,
                known,
                has,
                terms,
                PARTY_NUMBERS,
                release.facts().get(Fields.RELEASE_SERIES).map(Sent::series));
    }
}
