package app.entrada.demo.large;

import static java.util.Objects.requireNonNull;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.IpiNameNumber;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.demo.Scenario;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Twelve winters of a label: releases with tracks, recordings, works, people, codes, deliveries, copies and the history of
 * their edits, as rows of the tables they stand in. The same size and day give the same rows. Masters are known by what was
 * measured of them; there is no sound behind them, so copies cannot be made of them.
 */
public final class LargeCatalogue {
    /** All numbers of this catalogue's things are larger: those of a small one beside it are left alone. */
    public static final long FIRST = 1_000_000;

    private static final int YEARS = 12;
    private static final String LANGUAGE = "en";
    private static final Recipe COPIED_BY = Recipe.byId("store-flac");
    /** Tags of copies that were written long ago: of other facts than today's. */
    private static final String OF_THAT_TIME = "0".repeat(64);

    private static final long SEED = 190_207;

    /**
     * What is wrong with it, counted.
     *
     * @param spellings people who stand there in a second spelling
     * @param genres releases whose genre is written as the others do not write it
     * @param codesTwice ISRCs that two recordings have
     * @param twoCodes masters that are under two codes
     * @param withoutIsrc recordings without a code
     * @param withoutIsrc2019To2021 those of them that came out in these years
     */
    public record Planted(
            int spellings, int genres, int codesTwice, int twoCodes, int withoutIsrc, int withoutIsrc2019To2021) {}

    /** How much there is of everything. */
    public record Made(
            int releases,
            int recordings,
            int people,
            int works,
            int deliveries,
            int copies,
            int changes,
            Planted planted) {}

    private record Person(long id, String name) {}

    private record MadeRelease(
            long id, LocalDate date, Person artist, String title, String kind, String genre, List<MadeTrack> tracks) {}

    private record MadeTrack(
            long id, String title, @Nullable String isrc, String master, List<Person> writers) {}

    private final int size;
    private final LocalDate today;
    private final long account;
    private final List<String> covers;
    private final Function<Object, String> json;
    private final SplittableRandom chance = new SplittableRandom(SEED);
    private final InventedNames names = new InventedNames(chance.split());
    private final List<Person> people = new ArrayList<>();
    private final List<Person> artists = new ArrayList<>();
    private final List<Person> otherwise = new ArrayList<>();
    private final List<MadeRelease> releases = new ArrayList<>();
    private final int[] isrcs = new int[100];
    private int spellings;
    private int genres;
    private int codesTwice;
    private int twoCodes;
    private int withoutIsrc;
    private int withoutIsrcThen;

    /**
     * @param size number of releases
     * @param today day from which dates are counted
     * @param account whose edits they were
     * @param covers checksums of pictures that are here, for their fronts; may be empty
     * @param json how measured sound and proofs of copies are stored
     */
    public LargeCatalogue(int size, LocalDate today, long account, List<String> covers, Function<Object, String> json) {
        this.size = size;
        this.today = today;
        this.account = account;
        this.covers = covers;
        this.json = json;
        invent();
    }

    private void invent() {
        int wanted = Math.max(40, size * 5 / 2);
        long id = FIRST;
        for (int i = 0; i < wanted; i++) {
            boolean group = i % 25 == 0;
            Person made = new Person(id++, group ? names.group() : names.person());
            people.add(made);
            if (group || i % 12 == 0) artists.add(made);
        }
        for (int i = 0; i < wanted / 100; i++) {
            Person right = people.get(i * 100 + 7);
            otherwise.add(new Person(id++, InventedNames.spelledOtherwise(right.name, i)));
        }
        spellings = otherwise.size();
        people.addAll(otherwise);
        long track = FIRST;
        for (int i = 0; i < size; i++) {
            MadeRelease made = release(FIRST + i, track);
            releases.add(made);
            track += made.tracks.size();
        }
    }

    private MadeRelease release(long id, long firstTrack) {
        int number = (int) (id - FIRST);
        // the newest last; about one in forty is still to come
        LocalDate date = today.plusDays(180).minusDays((long) ((1 - (double) number / size) * YEARS * 365));
        int length = chance.nextInt(20);
        String kind = length < 3 ? "single" : length < 7 ? "EP" : "album";
        int count = switch (kind) {
            case "single" -> 1;
            case "EP" -> 3 + chance.nextInt(4);
            default -> 10 + chance.nextInt(16);
        };
        String genre = ValueTypes.GENRES.get(chance.nextInt(ValueTypes.GENRES.size()));
        if (number % 150 == 75) {
            genre = genre.equals("Folk") ? "folk music" : "Folk-";
            genres++;
        }
        Person artist = artists.get(chance.nextInt(artists.size()));
        List<MadeTrack> tracks = new ArrayList<>();
        for (int i = 0; i < count; i++) tracks.add(track(firstTrack + i, date));
        return new MadeRelease(id, date, artist, names.title(), kind, genre, tracks);
    }

    private MadeTrack track(long id, LocalDate date) {
        int number = (int) (id - FIRST);
        String isrc = isrc(date);
        String master = "%064x".formatted(0x51ca_0000_0000L + number);
        if (number % 2000 == 1999) {
            isrc = requireNonNull(last(number).isrc);
            codesTwice++;
        } else if (number % 2000 == 999) {
            master = last(number).master;
            twoCodes++;
        } else if (number % 97 == 13 && number % 1000 != 998) {
            isrc = null;
            withoutIsrc++;
            if (date.getYear() >= 2019 && date.getYear() <= 2021) withoutIsrcThen++;
        }
        List<Person> writers = new ArrayList<>(List.of(somebody()));
        Person second = somebody();
        if (chance.nextBoolean() && second != writers.get(0)) writers.add(second);
        previous = new MadeTrack(id, names.title(), isrc, master, writers);
        return previous;
    }

    private @Nullable MadeTrack previous;

    /** The track made before; its code and master are still its own. */
    private MadeTrack last(int number) {
        MadeTrack before = requireNonNull(previous, "the first track has none before it");
        if (before.isrc == null) throw new IllegalStateException("track %d has no code".formatted(number - 1));
        return before;
    }

    private String isrc(LocalDate date) {
        int year = date.getYear() % 100;
        return "%s%02d%05d".formatted(Scenario.ISRC_PREFIX, year, 40_000 + isrcs[year]++);
    }

    /** Now and then somebody in the other spelling. */
    private Person somebody() {
        return !otherwise.isEmpty() && chance.nextInt(200) == 0
                ? otherwise.get(chance.nextInt(otherwise.size()))
                : people.get(chance.nextInt(people.size() - otherwise.size()));
    }

    /** Puts all of it into tables. */
    public Made fill(Tables tables) {
        people(tables);
        sound(tables);
        releases(tables);
        tracks(tables);
        credits(tables);
        codes(tables);
        int copies = copies(tables);
        int deliveries = deliveries(tables);
        int changes = history(tables);
        int recordings =
                releases.stream().mapToInt(release -> release.tracks.size()).sum();
        return new Made(
                size,
                recordings,
                people.size(),
                recordings,
                deliveries,
                copies,
                changes,
                new Planted(spellings, genres, codesTwice, twoCodes, withoutIsrc, withoutIsrcThen));
    }

    private void people(Tables tables) {
        tables.fill(
                "party", List.of("id", "name", "kind", "legal_name", "sort_name", "ipi", "society", "country"), row -> {
                    for (Person person : people) {
                        boolean group = person.name.startsWith("The ");
                        int number = (int) (person.id - FIRST);
                        boolean known = !group && number % 4 != 3 && !otherwise.contains(person);
                        String nine = "%09d".formatted(500_000_000 + number);
                        row.of(
                                person.id,
                                person.name,
                                group ? "group" : "person",
                                known ? person.name : null,
                                sortName(person.name, group),
                                known ? nine + "%02d".formatted(IpiNameNumber.check(nine)) : null,
                                known ? "OSTRA" : null,
                                null);
                    }
                });
    }

    private static @Nullable String sortName(String name, boolean group) {
        int blank = name.lastIndexOf(' ');
        if (group) return name.substring(4) + ", The";
        return blank < 0 || name.contains(",") ? null : name.substring(blank + 1) + ", " + name.substring(0, blank);
    }

    private void sound(Tables tables) {
        MeasuredSound measured = new MeasuredSound(chance.split());
        Set<String> seen = new HashSet<>();
        tables.fill("file", List.of("sha256", "bytes", "kind", "measured", "audio", "verified_at"), row -> {
            for (MadeRelease release : releases)
                for (MadeTrack track : release.tracks)
                    // nobody is to look for their bytes: there are none
                    if (seen.add(track.master)) {
                        AudioFacts facts = measured.of(track.master);
                        row.of(
                                track.master,
                                facts.bytes(),
                                "audio",
                                true,
                                json.apply(facts),
                                at(today.plusYears(YEARS * 8)));
                    }
        });
    }

    private void releases(Tables tables) {
        List<String> columns = List.of(
                "id",
                "revision",
                "created_at",
                Fields.RELEASE_TITLE.column(),
                Fields.RELEASE_KIND.column(),
                Fields.RELEASE_BARCODE.column(),
                Fields.RELEASE_CATALOGUE_NUMBER.column(),
                Fields.RELEASE_LABEL.column(),
                Fields.RELEASE_DATE.column(),
                Fields.RELEASE_GENRE.column(),
                Fields.RELEASE_LANGUAGE.column(),
                Fields.RELEASE_P_LINE.column(),
                Fields.RELEASE_C_LINE.column(),
                Fields.RELEASE_TERRITORIES.column(),
                Fields.RELEASE_PRICE_TIER.column(),
                Fields.RELEASE_COVER.column(),
                Fields.RELEASE_RUNNING_ORDER.column(),
                Fields.RELEASE_DESTINATIONS.column());
        tables.fill("release", columns, row -> {
            for (MadeRelease release : releases) {
                int number = (int) (release.id - FIRST);
                row.of(
                        release.id,
                        1,
                        at(release.date.minusDays(90)),
                        release.title,
                        release.kind,
                        number % 400 == 399 ? null : barcode(number),
                        "%s-%d".formatted(Scenario.CATALOGUE_PREFIX, 1000 + number),
                        Scenario.LABEL,
                        release.date.toString(),
                        release.genre,
                        LANGUAGE,
                        rights(release),
                        rights(release),
                        "worldwide",
                        "full",
                        covers.isEmpty() ? null : covers.get(number % covers.size()),
                        String.join(
                                " ",
                                release.tracks.stream()
                                        .map(track -> String.valueOf(track.id))
                                        .toList()),
                        number % 5 == 0 ? "lumenfold; ostra" : null);
            }
        });
    }

    private static String rights(MadeRelease release) {
        return "%d %s".formatted(release.date.getYear(), Scenario.LABEL);
    }

    /** Of a range of the demonstration prefix that the small catalogue does not use. */
    private static String barcode(int number) {
        String twelve = "952771%06d".formatted(number);
        return twelve + Gtin.checkDigit(twelve);
    }

    private void tracks(Tables tables) {
        tables.fill("work", List.of("id"), row -> {
            for (MadeRelease release : releases) for (MadeTrack track : release.tracks) row.of(track.id);
        });
        tables.fill(
                "recording",
                List.of(
                        "id",
                        "work_id",
                        Fields.RECORDING_ISRC.column(),
                        Fields.RECORDING_MASTER.column(),
                        Fields.RECORDING_RECORDED_ON.column(),
                        Fields.RECORDING_COUNTRY.column()),
                row -> {
                    for (MadeRelease release : releases)
                        for (MadeTrack track : release.tracks)
                            row.of(
                                    track.id,
                                    track.id,
                                    track.isrc,
                                    track.master,
                                    String.valueOf(release.date.getYear() - 1),
                                    "DE");
                });
        tables.fill(
                "track",
                List.of(
                        "id",
                        "release_id",
                        "recording_id",
                        Fields.TRACK_TITLE.column(),
                        Fields.TRACK_EXPLICIT.column()),
                row -> {
                    for (MadeRelease release : releases)
                        for (MadeTrack track : release.tracks)
                            row.of(track.id, release.id, track.id, track.title, track.id % 30 == 0 ? "explicit" : "no");
                });
        tables.fill("received", List.of("sha256", "release_id", "name", "at", "account_id", "folder"), row -> {
            for (MadeRelease release : releases) {
                Set<String> here = new HashSet<>();
                for (MadeTrack track : release.tracks)
                    if (here.add(track.master))
                        row.of(
                                track.master,
                                release.id,
                                track.title + ".wav",
                                at(release.date.minusDays(80)),
                                account,
                                "");
            }
        });
    }

    private void credits(Tables tables) {
        tables.fill("credit", List.of("entity", "target_id", "fact", "position", "party_id", "detail"), row -> {
            for (MadeRelease release : releases) {
                row.of("release", release.id, Fields.RELEASE_ARTISTS.key(), 0, release.artist.id, "");
                for (MadeTrack track : release.tracks) {
                    List<String> roles = List.of("producer", "mix", "piano", "drums", "bass", "vocals");
                    Person first = somebody();
                    Person second = somebody();
                    row.of(
                            "recording",
                            track.id,
                            Fields.RECORDING_CREDITS.key(),
                            0,
                            first.id,
                            roles.get(chance.nextInt(2)));
                    if (first != second)
                        row.of(
                                "recording",
                                track.id,
                                Fields.RECORDING_CREDITS.key(),
                                1,
                                second.id,
                                roles.get(2 + chance.nextInt(4)));
                    for (int i = 0; i < track.writers.size(); i++)
                        row.of(
                                "work",
                                track.id,
                                Fields.WORK_WRITERS.key(),
                                i,
                                track.writers.get(i).id,
                                track.writers.size() == 1 ? "CA 100.00/100.00" : "CA 50.00/50.00");
                }
            }
        });
    }

    private void codes(Tables tables) {
        Set<String> seen = new HashSet<>();
        tables.fill("code_taken", List.of("kind", "code", "at", "account_id", "left_at"), row -> {
            for (MadeRelease release : releases) {
                int number = (int) (release.id - FIRST);
                String when = at(release.date.minusDays(60));
                if (number % 400 != 399) row.of("gtin", barcode(number), when, account, when);
                row.of("catalogue", "%s-%d".formatted(Scenario.CATALOGUE_PREFIX, 1000 + number), when, account, when);
                for (MadeTrack track : release.tracks)
                    if (track.isrc != null && seen.add(track.isrc)) row.of("isrc", track.isrc, when, account, when);
            }
        });
    }

    private boolean isOut(MadeRelease release) {
        return release.date.isBefore(today);
    }

    private int copies(Tables tables) {
        int[] count = {0};
        tables.fill(
                "copy",
                List.of(
                        "release_id",
                        "track_id",
                        "recipe",
                        "fingerprint",
                        "file_name",
                        "sha256",
                        "bytes",
                        "proof",
                        "written_at",
                        "master",
                        "encoding"),
                row -> {
                    for (MadeRelease release : releases)
                        if (isOut(release))
                            for (int i = 0; i < release.tracks.size(); i++) row.of(copy(release, i, ++count[0]));
                });
        return count[0];
    }

    private @Nullable Object[] copy(MadeRelease release, int index, int number) {
        MadeTrack track = release.tracks.get(index);
        Sha256 sum = new Sha256("%064x".formatted(0xc0b1_0000_0000L + number));
        Sha256 sound = new Sha256(track.master);
        long bytes = 20_000_000L + number;
        Proof proof = new Proof(18, List.of(), List.of(), sound, sound, "decoded samples", sum, bytes);
        return new Object[] {
            release.id,
            track.id,
            COPIED_BY.id(),
            OF_THAT_TIME,
            "%02d %s.flac".formatted(index + 1, track.title),
            sum.hex(),
            bytes,
            json.apply(proof),
            at(release.date.minusDays(40)),
            track.master,
            COPIED_BY.encoding().toString()
        };
    }

    /** What was out went to a store and a society, and nearly all of it was taken. */
    private int deliveries(Tables tables) {
        List<MadeRelease> out = releases.stream().filter(this::isOut).toList();
        List<String> to = List.of("lumenfold", "ostra");
        tables.fill(
                "delivery",
                List.of(
                        "id",
                        "release_id",
                        "destination",
                        "idempotency_key",
                        "state",
                        "sealed_at",
                        "account_id",
                        "contents",
                        "package_sha256",
                        "package_bytes",
                        "receipt"),
                row -> {
                    for (int i = 0; i < out.size() * to.size(); i++) {
                        MadeRelease release = out.get(i / to.size());
                        row.of(
                                FIRST + i,
                                release.id,
                                to.get(i % to.size()),
                                "00000000-0000-4000-8000-%012x".formatted(i),
                                ending(i),
                                at(release.date.minusDays(35)),
                                account,
                                "[]",
                                "%064x".formatted(0xde11_0000_0000L + i),
                                300_000_000L,
                                "%s-%05d"
                                        .formatted(
                                                to.get(i % to.size())
                                                        .substring(0, 2)
                                                        .toUpperCase(java.util.Locale.ROOT),
                                                i));
                    }
                });
        tables.fill("delivery_event", List.of("delivery_id", "at", "state", "says"), row -> {
            for (int i = 0; i < out.size() * to.size(); i++) {
                LocalDate day = out.get(i / to.size()).date.minusDays(35);
                row.of(FIRST + i, at(day), "sealed", "Sealed with its files and their checksums.");
                row.of(FIRST + i, at(day), "received", "They have it whole.");
                row.of(
                        FIRST + i,
                        at(day.plusDays(2)),
                        ending(i),
                        ending(i).equals("rejected") ? "The cover is too small." : "They took it.");
            }
        });
        return out.size() * to.size();
    }

    private static String ending(int delivery) {
        return delivery % 150 == 149 ? "rejected" : "accepted";
    }

    /** One batch for the facts of each release, and one for each of its tracks, twice: typed once and mended once. */
    private int history(Tables tables) {
        int[] count = {0};
        List<MadeRelease> all = releases;
        tables.fill("batch", List.of("id", "release_id", "account_id", "at", "kind", "says", "note", "source"), row -> {
            long id = FIRST;
            for (MadeRelease release : all)
                for (int i = 0; i <= release.tracks.size(); i++)
                    row.of(
                            id++,
                            release.id,
                            account,
                            at(release.date.minusDays(85 - Math.min(40, i))),
                            "edit",
                            i == 0 ? "New release" : "Track " + i,
                            "",
                            "typed");
        });
        tables.fill(
                "change", List.of("batch_id", "position", "entity", "target_id", "field", "before", "after"), row -> {
                    long batch = FIRST;
                    for (MadeRelease release : all) {
                        Object[][] own = {
                            {Fields.RELEASE_TITLE.id(), release.title},
                            {Fields.RELEASE_KIND.id(), release.kind},
                            {Fields.RELEASE_ARTISTS.id(), release.artist.name},
                            {Fields.RELEASE_GENRE.id(), release.genre},
                            {Fields.RELEASE_DATE.id(), release.date.toString()},
                            {Fields.RELEASE_LABEL.id(), Scenario.LABEL}
                        };
                        for (int i = 0; i < own.length; i++)
                            row.of(batch, i, "release", release.id, own[i][0], null, own[i][1]);
                        batch++;
                        count[0] += own.length;
                        for (MadeTrack track : release.tracks) {
                            String draft = "Untitled " + track.id % 100;
                            String writers = String.join(
                                    "; ",
                                    track.writers.stream().map(Person::name).toList());
                            Object[][] facts = {
                                {"track", Fields.TRACK_TITLE.id(), null, draft},
                                {"track", Fields.TRACK_TITLE.id(), draft, track.title},
                                {"track", Fields.TRACK_EXPLICIT.id(), null, "no"},
                                {"recording", Fields.RECORDING_ISRC.id(), null, track.isrc},
                                {"recording", Fields.RECORDING_MASTER.id(), null, track.master},
                                {
                                    "recording",
                                    Fields.RECORDING_RECORDED_ON.id(),
                                    null,
                                    String.valueOf(release.date.getYear())
                                },
                                {
                                    "recording",
                                    Fields.RECORDING_RECORDED_ON.id(),
                                    String.valueOf(release.date.getYear()),
                                    String.valueOf(release.date.getYear() - 1)
                                },
                                {"recording", Fields.RECORDING_COUNTRY.id(), null, "DE"},
                                {"work", Fields.WORK_WRITERS.id(), null, writers},
                                {"work", Fields.WORK_WRITERS.id(), writers, writers + ": CA"}
                            };
                            for (int i = 0; i < facts.length; i++)
                                row.of(batch, i, facts[i][0], track.id, facts[i][1], facts[i][2], facts[i][3]);
                            batch++;
                            count[0] += facts.length;
                        }
                    }
                });
        return count[0];
    }

    private static String at(LocalDate day) {
        return day + " 09:00:00+00";
    }
}
