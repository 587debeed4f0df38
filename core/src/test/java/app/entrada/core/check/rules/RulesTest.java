package app.entrada.core.check.rules;

import static app.entrada.core.Samples.audio;
import static app.entrada.core.Samples.picture;
import static app.entrada.core.Samples.single;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("K1 Every rule sees its own fault and nothing else")
class RulesTest {
    private static final List<Profile> PROFILES = Receivers.usual();

    private static List<Finding> check(Samples sample) {
        return Checker.check(sample.subject(), PROFILES);
    }

    @Test
    void a_release_with_nothing_wrong_has_no_finding() {
        assertThat(check(single())).isEmpty();
    }

    private static AudioFacts sound(Consumer<Map<String, Number>> spoil) {
        Map<String, Number> spoilt = new HashMap<>();
        spoil.accept(spoilt);
        return Samples.audio(
                SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 8_000_000, List.of(), 49, 2, Samples.sound(spoilt));
    }

    private static CatalogueContext alike(Match.Verdict verdict) {
        CatalogueContext.Alike other =
                new CatalogueContext.Alike(verdict, "“Low Bridge” on Towpath Songs (XANW92300014)", 0, 33);
        return new CatalogueContext(Map.of(), Map.of(), Set.of(), Map.of(), Map.of(Samples.MASTER, List.of(other)));
    }

    /** Rule, what is spoilt, where the finding must be, what it must say. */
    static Stream<Arguments> faults() {
        return Stream.of(
                arguments("isrc.missing", single().with("recording.isrc", ""), "isrc", "no ISRC"),
                arguments("isrc.malformed", single().with("recording.isrc", "XANW926"), "isrc", "XA-NW9-26-00041"),
                arguments("isrc.foreign-prefix", single().with("recording.isrc", "XAQQ12600031"), "isrc", "XANW9"),
                arguments(
                        "isrc.shared",
                        single().with(new CatalogueContext(
                                Map.of("XANW92600031", List.of("“Low Bridge” on Towpath Songs")),
                                Map.of(),
                                Set.of(),
                                Map.of(),
                                Map.of())),
                        "isrc",
                        "Low Bridge"),
                arguments(
                        "isrc.second",
                        single().with(new CatalogueContext(
                                Map.of(),
                                Map.of(),
                                Set.of(),
                                Map.of(Samples.MASTER, List.of("“Low Bridge” (XANW92300014)")),
                                Map.of())),
                        "isrc",
                        "XANW92300014"),
                arguments("audio.silence-head", single().with(sound(s -> s.put("head", 3.2))), "master", "3.2 s"),
                arguments("audio.silence-tail", single().with(sound(s -> s.put("tail", 9))), "master", "9.0 s"),
                arguments(
                        "audio.silence-inside",
                        single().with(sound(s -> s.put("rest", 5))),
                        "master",
                        "from 0:20 for 5.0 s"),
                arguments(
                        "audio.clipping",
                        single().with(sound(s -> s.put("clipped", 21))),
                        "master",
                        "21 times, first at 0:10"),
                arguments("audio.true-peak", single().with(sound(s -> s.put("peak", 0.4))), "master", "+0.4 dBTP"),
                arguments("audio.loudness", single().with(sound(s -> s.put("lufs", -5.5))), "master", "-5.5 LUFS"),
                arguments("audio.dc-offset", single().with(sound(s -> s.put("dc", 0.02))), "master", "2.0 %"),
                arguments(
                        "audio.false-stereo",
                        single().with(sound(s -> s.put("mono", 1))),
                        "master",
                        "two identical channels"),
                arguments("audio.lossy-source", single().with(sound(s -> s.put("lossy", 0.7))), "master", "16.0 kHz"),
                arguments("audio.upsampled", single().with(sound(s -> s.put("upsampled", 1))), "master", "lower rate"),
                arguments(
                        "audio.duration",
                        single().with(Samples.audio(
                                SoundFormat.WAV,
                                SoundCodec.PCM,
                                44100,
                                16,
                                8_000_000,
                                List.of(),
                                0,
                                2,
                                Samples.sound(Map.of()))),
                        "master",
                        "0:00 long"),
                arguments(
                        "audio.channels",
                        single().with(Samples.audio(
                                SoundFormat.WAV,
                                SoundCodec.PCM,
                                44100,
                                16,
                                8_000_000,
                                List.of(),
                                49,
                                6,
                                Samples.sound(Map.of()))),
                        "master",
                        "6 channels"),
                arguments(
                        "audio.unplaced",
                        single().with(new LooseFile("Weir hum.wav", 0)),
                        "runningOrder",
                        "Weir hum.wav"),
                arguments(
                        "audio.placement-unconfirmed",
                        single().with(new LooseFile("01 slack water.wav", 1)),
                        "master",
                        "but not confirmed"),
                arguments(
                        "audio.time-differs",
                        single().with("recording.givenTime", "1:12"),
                        "givenTime",
                        "1:12, its file lasts 0:49"),
                arguments(
                        "preview.outside",
                        single().with("track.previewStart", "0:30"),
                        "previewStart",
                        "runs past its end at 0:49"),
                arguments(
                        "audio.shared-intro",
                        single().with(alike(Match.Verdict.OTHER_VERSION)),
                        "master",
                        "from 0:00 to 0:33"),
                arguments("audio.same-sound", single().with(alike(Match.Verdict.SAME)), "isrc", "Low Bridge"),
                arguments("barcode.missing", single().with("release.barcode", ""), "barcode", "no barcode"),
                arguments(
                        "barcode.check-digit",
                        single().with("release.barcode", "9521234500293"),
                        "barcode",
                        "it would be 2"),
                arguments(
                        "barcode.reused",
                        single().with(new CatalogueContext(
                                Map.of(),
                                Map.of("9521234500292", List.of("Towpath Songs")),
                                Set.of(),
                                Map.of(),
                                Map.of())),
                        "barcode",
                        "Towpath Songs"),
                arguments(
                        "barcode.range",
                        single().with("release.barcode", "2001234500012"),
                        "barcode",
                        "within one store"),
                arguments(
                        "catalogue-number.missing",
                        single().with("release.catalogueNumber", ""),
                        "catalogueNumber",
                        "no catalogue number"),
                arguments("title.missing", single().with("release.title", ""), "title", "no title"),
                arguments(
                        "title.too-long",
                        single().with("release.title", "X" + "x".repeat(180))
                                .with("track.title", "X" + "x".repeat(180)),
                        "title",
                        "181 characters; at most 180"),
                arguments(
                        "title.contains-feature", both("Slack Water (feat. Mira Tollgate)"), "title", "Mira Tollgate"),
                arguments("title.version-in-title", both("Slack Water (Radio Edit)"), "title", "Radio Edit"),
                arguments("title.whitespace", both("Slack  Water"), "title", "spaces"),
                arguments("title.emoji", both("Slack Water 🌊"), "title", "an emoji"),
                arguments("title.all-caps", both("SLACK WATER"), "title", "upper case"),
                arguments(
                        "artist.missing",
                        single().with("release.artists", "").with("track.artists", "Mira Tollgate"),
                        "artists",
                        "no artist"),
                arguments(
                        "artist.joined",
                        single().with("release.artists", "Mira Tollgate & Petra Vann")
                                .with(new CatalogueContext(
                                        Map.of(), Map.of(), Set.of("Mira Tollgate", "Petra Vann"), Map.of(), Map.of())),
                        "artists",
                        "semicolon"),
                arguments("language.missing", single().with("release.language", ""), "language", "no language"),
                arguments(
                        "release-date.missing",
                        single().with("release.releaseDate", ""),
                        "releaseDate",
                        "no release date"),
                arguments(
                        "release-date.too-soon",
                        single().with("release.releaseDate", "2026-12-11")
                                .with("release.pLine", "2026 Ninth Weir Records")
                                .with("release.cLine", "2026 Ninth Weir Records"),
                        "releaseDate",
                        "in 18 days; 21 are needed: 2026-12-14"),
                arguments(
                        "original-date.after-release",
                        single().with("release.originalDate", "2027-03-01"),
                        "originalDate",
                        "2027-03-01"),
                arguments("p-line.missing", single().with("release.pLine", ""), "pLine", "P-line"),
                arguments("c-line.missing", single().with("release.cLine", ""), "cLine", "C-line"),
                arguments("genre.count", single().with("release.genre", ""), "genre", "no genre"),
                arguments(
                        "genre.vocabulary",
                        single().with("release.genre", "hip hop"),
                        "genre",
                        "not in the list. Nearest in it: Hip-hop."),
                arguments(
                        "genre.vocabulary",
                        single().with("release.genre", "Folk music"),
                        "genre",
                        "not in the list. Nearest in it: Folk."),
                arguments(
                        "genre.vocabulary",
                        single().with("release.genre", "Sound art"),
                        "genre",
                        "not in the list: Ambient, Blues, "),
                arguments("explicit.undecided", single().with("track.explicit", ""), "explicit", "neither"),
                arguments("kind.track-count", single().with("release.kind", "album"), "kind", "not a valid album here"),
                arguments("single.title-differs", single().with("track.title", "Low Water"), "title", "“Low Water”"),
                arguments("audio.missing", single().with("recording.master", ""), "master", "no master"),
                arguments(
                        "audio.damaged",
                        single().with(audio(
                                SoundFormat.WAV,
                                SoundCodec.PCM,
                                44100,
                                16,
                                9,
                                List.of(new Fault("the file is cut off", 36)))),
                        "master",
                        "cut off"),
                arguments(
                        "audio.format",
                        single().with(audio(SoundFormat.WAV, SoundCodec.OTHER, 44100, 16, 9, List.of())),
                        "master",
                        "accepted formats: WAV, FLAC"),
                arguments(
                        "audio.sample-rate",
                        single().with(audio(SoundFormat.WAV, SoundCodec.PCM, 22050, 16, 9, List.of())),
                        "master",
                        "22,050 Hz; at least 44,100"),
                arguments(
                        "audio.bit-depth",
                        single().with(audio(SoundFormat.WAV, SoundCodec.FLOAT, 44100, 32, 9, List.of())),
                        "master",
                        "32 bits floating point"),
                arguments(
                        "audio.bytes",
                        single().with(audio(SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 262_144_001, List.of())),
                        "master",
                        "262,144,001"),
                arguments("artwork.missing", single().with("release.cover", ""), "cover", "no front cover"),
                arguments(
                        "artwork.damaged",
                        single().with(picture("unknown", 0, 0, "other", 0, List.of("the file is empty"))),
                        "cover",
                        "empty"),
                arguments(
                        "artwork.format",
                        single().with(picture("GIF", 3000, 3000, "RGB", 9, List.of())),
                        "cover",
                        "GIF"),
                arguments(
                        "artwork.not-square",
                        single().with(picture("JPEG", 3000, 2999, "RGB", 9, List.of())),
                        "cover",
                        "3000 × 2999"),
                arguments(
                        "artwork.pixels",
                        single().with(picture("JPEG", 1400, 1400, "RGB", 9, List.of())),
                        "cover",
                        "3000 to 6000"),
                arguments(
                        "artwork.bytes",
                        single().with(picture("JPEG", 3000, 3000, "RGB", 10_000_001, List.of())),
                        "cover",
                        "10,000,001"),
                arguments(
                        "artwork.colour-model",
                        single().with(picture("JPEG", 3000, 3000, "CMYK", 9, List.of())),
                        "cover",
                        "CMYK"),
                arguments("work.no-composer", single().with("work.writers", ""), "writers", "no composer"));
    }

    private static Samples both(String title) {
        return single().with("release.title", title).with("track.title", title);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("faults")
    void a_fault_is_seen_at_its_place_in_words_that_help(String rule, Samples sample, String key, String says) {
        List<Finding> findings = check(sample);
        assertThat(findings).extracting(Finding::rule).containsOnly(rule);
        Finding finding = findings.get(0);
        assertThat(finding.place().field().key()).isEqualTo(key);
        assertThat(finding.says()).contains(says).endsWith(".");
        assertThat(finding.reason()).isNotBlank();
        assertThat(finding.destinations()).containsKey("lumenfold");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("faults")
    void a_safe_fix_ends_its_finding_and_brings_no_other(String rule, Samples sample, String key, String says) {
        Finding finding = check(sample).get(0);
        if (finding.fix().isEmpty() || !(finding.fix().get() instanceof Fix.Edit edit)) return;
        for (Change change : edit.changes()) sample.with(change.field().id(), change.after());
        if (key.equals("title"))
            sample.with(
                    "release.title", sample.release().tracks().get(0).facts().text(Fields.TRACK_TITLE));
        assertThat(check(sample)).isEmpty();
    }

    @Test
    void the_same_file_on_two_tracks_is_seen_on_the_later_one() {
        ReleaseContext one = single().subject();
        Track first = one.release().tracks().get(0);
        Track second = new Track(
                9,
                2,
                first.facts(),
                new Recording(
                        9,
                        first.recording().facts().withText(Fields.RECORDING_ISRC, "XANW92600032"),
                        first.recording().work()));
        Release release = new Release(1, 0, one.release().facts(), List.of(first, second));
        List<Finding> findings = Checker.check(
                new ReleaseContext(
                        release, one.audio(), one.pictures(), one.elsewhere(), one.label(), one.today(), List.of()),
                PROFILES);
        assertThat(findings)
                .extracting(Finding::id)
                .containsExactly(
                        "audio.same-as@recording.master:track 2", "title.duplicate-on-release@track.version:track 2");
    }

    @Test
    void a_date_that_has_passed_is_not_too_soon() {
        assertThat(check(single().with("release.releaseDate", "2026-10-30")
                        .with("release.pLine", "2026 Ninth Weir Records")
                        .with("release.cLine", "2026 Ninth Weir Records")))
                .isEmpty();
    }

    @Test
    void findings_do_not_depend_on_the_order_of_rules() {
        Samples sample = single().with("release.title", "")
                .with("track.title", "")
                .with("recording.isrc", "")
                .with("release.pLine", "");
        Profile given = PROFILES.get(0);
        List<Profile.Applied> turned = new ArrayList<>(given.rules());
        java.util.Collections.reverse(turned);
        Profile reversed = given.adjusted(given.dated(), given.leadDays(), turned);
        assertThat(Checker.check(sample.subject(), List.of(reversed))).isEqualTo(check(sample));
    }

    @Test
    void after_an_edit_the_findings_are_those_of_a_check_from_scratch() {
        SplittableRandom chance = new SplittableRandom(31);
        List<Field<?>> fields = Fields.all().stream()
                .filter(field -> field.entity() != Entity.PARTY && field != Fields.RECORDING_MASTER)
                .toList();
        List<String> texts =
                List.of("", "Slack Water", "SLACK WATER (feat. Petra Vann)", "Folk", "2027-01-29", "0:45", "en", "CA");
        Checker kept = new Checker(PROFILES);
        Samples now = single();
        kept.check(now.subject());
        int fewer = 0;
        for (int run = 0; run < 600; run++) {
            Field<?> field = fields.get(chance.nextInt(fields.size()));
            String text = texts.get(chance.nextInt(texts.size()));
            try {
                if (!text.isEmpty()) field.type().parse(text);
                now = now.with(field.id(), text);
            } catch (RuntimeException notOfThisType) {
                continue;
            }
            assertThat(kept.check(now.subject())).isEqualTo(Checker.check(now.subject(), PROFILES));
            if (kept.ran() < PROFILES.get(0).rules().size() / 2) fewer++;
        }
        assertThat(fewer)
                .as("edits after which less than half of the rules ran")
                .isGreaterThan(100);
    }

    @Test
    void an_edit_repeats_the_rules_that_looked_at_it() {
        Checker kept = new Checker(PROFILES);
        kept.check(single().subject());
        kept.check(single().subject());
        assertThat(kept.ran()).isZero();
        kept.check(single().with("recording.tempo", "92").subject());
        assertThat(kept.ran()).as("no rule asks for the tempo").isLessThan(3);
        assertThat(kept.check(single().with("release.pLine", "").subject()))
                .extracting(Finding::rule)
                .containsExactly("p-line.missing");
    }

    @Test
    void files_that_cannot_be_measured_stop_like_damaged_ones() {
        ReleaseContext one = single().subject();
        ReleaseContext unread = new ReleaseContext(
                        one.release(), Map.of(), Map.of(), one.elsewhere(), one.label(), one.today(), List.of())
                .withUnread(Map.of(
                        Samples.MASTER, "it has no format block", Samples.COVER, "it is missing from the file store"));
        assertThat(Checker.check(unread, PROFILES))
                .filteredOn(finding -> finding.rule().endsWith(".damaged"))
                .allMatch(finding -> finding.weight() == Weight.STOP)
                .extracting(Finding::says)
                .containsExactlyInAnyOrder(
                        "The master of “Slack Water” is damaged: it has no format block. Ask for the file again.",
                        "The front cover cannot be used: it is missing from the file store.");
    }

    @Test
    void no_rule_throws_whatever_a_release_lacks_or_holds() {
        SplittableRandom chance = new SplittableRandom(952);
        List<String> texts = List.of(
                " ", "(feat. )", "((", "Κύμα", "夜の岸", "🌊🌊", "ß".repeat(300), "& and &", "\u202Eright", "- Live");
        for (int run = 0; run < 400; run++) {
            List<Track> tracks = new ArrayList<>();
            int count = run % 40 == 0 ? 500 : chance.nextInt(4);
            for (int i = 1; i <= count; i++)
                tracks.add(new Track(
                        i,
                        i,
                        some(Entity.TRACK, chance, texts),
                        new Recording(
                                i,
                                some(Entity.RECORDING, chance, texts),
                                new Work(i, some(Entity.WORK, chance, texts)))));
            ReleaseContext whole = single().subject();
            ReleaseContext odd = new ReleaseContext(
                    new Release(1, 0, some(Entity.RELEASE, chance, texts), tracks),
                    chance.nextBoolean() ? whole.audio() : Map.of(),
                    chance.nextBoolean() ? whole.pictures() : Map.of(),
                    CatalogueContext.NOTHING,
                    whole.label(),
                    whole.today(),
                    List.of(new LooseFile("odd.wav", chance.nextInt(4))));
            assertThat(Checker.check(odd, Receivers.all()))
                    .allSatisfy(finding -> assertThat(finding.says()).isNotBlank());
        }
    }

    private static Facts some(Entity entity, SplittableRandom chance, List<String> texts) {
        Facts facts = Facts.NONE;
        for (Field<?> field : Fields.of(entity)) {
            if (chance.nextBoolean()) continue;
            try {
                facts = facts.withText(field, texts.get(chance.nextInt(texts.size())));
            } catch (RuntimeException notOfThisType) {
                // the registry keeps it out
            }
        }
        return facts;
    }

    @Test
    void a_profile_with_a_slip_is_refused_with_its_place() {
        assertThatThrownBy(() -> profile("title.too-long: { weight: stop, maximum: 3 }"))
                .hasMessageContaining("maximum")
                .hasMessageContaining("[max]");
        assertThatThrownBy(() -> profile("title.too-long: { weight: stop, max: many }"))
                .hasMessageContaining("max");
        assertThatThrownBy(() -> profile("title.too-big: { weight: stop }")).hasMessageContaining("title.too-big");
        assertThatThrownBy(() -> profile("title.missing: { weight: heavy }")).hasMessageContaining("heavy");
        assertThat(profile("title.too-long: { weight: note, max: 3 }")
                        .rules()
                        .get(0)
                        .params()
                        .number("max"))
                .isEqualTo(3);
    }

    private static Profile profile(String rule) {
        String yaml = """
                id: x
                name: X
                kind: store
                takes: all
                version: 1
                dated: "2026-01-01"
                leadDays: 1
                recipe: store-wav
                titleStyle: { featuredInTitle: true }
                rules:
                  %s
                """.formatted(rule);
        return Profile.read(yaml);
    }
}
