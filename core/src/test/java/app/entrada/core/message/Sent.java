package app.entrada.core.message;

import app.entrada.core.Samples;
import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.rule.Elsewhere;
import app.entrada.core.rule.LabelFacts;
import app.entrada.core.rule.Profile;
import app.entrada.core.rule.Subject;
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

    private final Release release;
    private final String destination;
    private final Map<String, Facts> people = new HashMap<>();
    private final Map<Long, Outgoing.KnownWork> known = new HashMap<>();
    private Outgoing.Occasion occasion = Outgoing.Occasion.FULL;
    private Outgoing.Terms terms = Outgoing.Terms.USUAL;
    private boolean confirmed;

    private Sent(Release release, String destination) {
        this.release = release;
        this.destination = destination;
    }

    public static Sent of(Release release, String destination) {
        return new Sent(release, destination);
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
        AudioFacts audio = Samples.audio("WAV", "PCM", 44100, 16, 9, List.of());
        Map<Sha256, AudioFacts> measured = new HashMap<>();
        Map<Long, Outgoing.SentFile> sound = new LinkedHashMap<>();
        Map<Long, Print> prints = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            track.master().ifPresent(file -> measured.put(file, audio));
            sound.put(track.id(), new Outgoing.SentFile("resources/%02d.flac".formatted(track.number()), SUM, 1234));
            if (confirmed) prints.put(track.id(), new Print(3, new int[] {1, 2, 3}, new byte[] {4, 5, 6}));
        }
        measured.put(MASTER, audio);
        Subject subject = new Subject(
                        release,
                        measured,
                        Map.of(),
                        Elsewhere.NOTHING,
                        new LabelFacts("Ninth Weir Records", "XANW9", "952123450", "NW", "Low Lock Music"),
                        LocalDate.of(2026, 11, 23),
                        List.of())
                .withPeople(people);
        return new Outgoing(
                subject,
                Profile.shipped().stream()
                        .filter(each -> each.id().equals(destination))
                        .findFirst()
                        .orElseThrow(),
                occasion,
                7,
                "m-1",
                Instant.parse("2026-11-23T10:00:00Z"),
                sound,
                Map.of(),
                Optional.of(new Outgoing.SentFile("resources/cover.jpg", SUM, 99)),
                List.of(),
                prints,
                known,
                java.util.Set.of(),
                terms,
                "https://weir.example/feeds/k/");
    }
}
