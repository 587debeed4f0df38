package app.entrada.core.tag.id3;

import static app.entrada.core.tag.id3.Frames.bytes;
import static app.entrada.core.tag.id3.Frames.frame;
import static app.entrada.core.tag.id3.Frames.frame23;
import static app.entrada.core.tag.id3.Frames.tag;
import static app.entrada.core.tag.id3.Frames.utf16;
import static app.entrada.core.tag.id3.Frames.utf8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.DeflaterOutputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("E1, E4 ID3v2 in depth: every kind of frame, every version")
class Id3DepthTest {
    private static TagEntry only(byte[] tag) {
        List<TagEntry> entries = Id3.read(tag).entries();
        assertThat(entries).hasSize(1);
        return entries.get(0);
    }

    /** The tag as it is after having been written in another version and read again. */
    private static Id3.Reading turned(byte[] tag, Id3Version version) {
        Id3.Reading read = Id3.read(tag);
        return Id3.read(Id3.make(version, read.entries(), read).bytes());
    }

    private static TagEntry text(String id, String... values) {
        return TagEntry.text(Container.ID3, id, List.of(values));
    }

    @Test
    void words_with_times_are_read_with_their_moments() {
        TagEntry sung = only(tag(
                4,
                frame(
                        "SYLT",
                        3,
                        "eng",
                        2,
                        1,
                        "first verse",
                        0,
                        utf8("Κύμα"),
                        0,
                        0,
                        0,
                        0x03,
                        0xE8,
                        "low",
                        0,
                        0,
                        0,
                        0x07,
                        0xD0)));
        assertThat(sung.id()).isEqualTo("SYLT:first verse");
        assertThat(sung.language()).isEqualTo("eng");
        assertThat(sung.values()).containsExactly("1.000 s Κύμα", "2.000 s low");
    }

    @Test
    void words_with_times_keep_their_moments_when_the_encoding_becomes_another() {
        Id3.Reading older =
                turned(tag(4, frame("SYLT", 3, "ell", 2, 1, 0, utf8("Κύμα"), 0, 0, 0, 0x03, 0xE8)), Id3Version.V23);
        assertThat(older.frames().get(0).raw()).startsWith(1, 'e', 'l', 'l', 2, 1);
        assertThat(older.entries().get(0).values()).containsExactly("1.000 s Κύμα");
    }

    @Test
    void terms_of_use_and_ownership_are_read() {
        assertThat(only(tag(4, frame("USER", 0, "eng", "Ask first.")))).satisfies(user -> {
            assertThat(user.language()).isEqualTo("eng");
            assertThat(user.values()).containsExactly("Ask first.");
        });
        assertThat(only(tag(4, frame("OWNE", 0, "EUR9.90", 0, "20270212", "Crate & Lantern")))
                        .values())
                .containsExactly("EUR9.90", "20270212", "Crate & Lantern");
    }

    @Test
    void identifiers_of_others_and_their_private_bytes_are_shown_by_owner() {
        assertThat(only(tag(4, frame("UFID", "https://weir.example", 0, "NW-031-4"))))
                .satisfies(ufid -> {
                    assertThat(ufid.id()).isEqualTo("UFID:https://weir.example");
                    assertThat(ufid.values()).containsExactly("NW-031-4");
                });
        assertThat(only(tag(4, frame("PRIV", "owner", 0, 1, 0xFF))).values()).containsExactly("01ff");
    }

    @Test
    void chapters_hold_frames_of_their_own_in_the_version_of_the_tag() {
        byte[] title = frame("TIT2", 3, utf8("Η πρώτη"));
        byte[] whole = tag(
                4,
                frame("CTOC", "toc", 0, 3, 1, "one", 0),
                frame(
                        "CHAP",
                        "one",
                        0,
                        0,
                        0,
                        0,
                        0,
                        0,
                        0,
                        0x75,
                        0x30,
                        new byte[] {-1, -1, -1, -1, -1, -1, -1, -1},
                        title));
        assertThat(Id3.read(whole).entries())
                .extracting(TagEntry::id, TagEntry::values)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("CTOC:toc", List.of("one")),
                        org.assertj.core.groups.Tuple.tuple("CHAP:one", List.of("0 to 30000 ms", "Η πρώτη")));
        Id3.Reading older = turned(whole, Id3Version.V23);
        assertThat(older.entries().get(1).values()).containsExactly("0 to 30000 ms", "Η πρώτη");
        // inside, too, 2.3 knows no UTF-8
        assertThat(older.frames().get(1).raw()).containsSequence(utf16("Η πρώτη"));
    }

    @Test
    void a_compressed_frame_is_opened_in_both_versions() throws Exception {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(packed)) {
            deflate.write(bytes(0, "Low Water"));
        }
        byte[] inside = packed.toByteArray();
        byte[] in24 = bytes("TIT2", 0, 0, 0, inside.length + 4, 0, 0x09, 0, 0, 0, 10, inside);
        byte[] in23 = bytes("TIT2", 0, 0, 0, inside.length + 4, 0, 0x80, 0, 0, 0, 10, inside);
        assertThat(only(tag(4, in24)).values()).containsExactly("Low Water");
        assertThat(only(tag(3, in23)).values()).containsExactly("Low Water");
    }

    @Test
    void a_compressed_frame_that_lies_is_kept_shut_and_said() {
        Id3.Reading read = Id3.read(tag(4, bytes("TIT2", 0, 0, 0, 6, 0, 0x09, 0, 0, 0, 99, 1, 2)));
        assertThat(read.faults()).anySatisfy(fault -> assertThat(fault).contains("TIT2"));
        assertThat(read.entries()).hasSize(1);
    }

    @Test
    void an_encrypted_frame_goes_over_as_it_is_within_its_version_and_is_named_as_lost_in_another() {
        byte[] secret = bytes("TIT2", 0, 0, 0, 4, 0, 0x04, 9, 8, 7, 6);
        Id3.Reading read = Id3.read(tag(4, secret));
        assertThat(Id3.make(Id3Version.V24, read.entries(), read).bytes()).containsSequence(secret);
        assertThat(Id3.make(Id3Version.V23, read.entries(), read).lost()).containsExactly("TIT2");
    }

    @Test
    void a_grouped_frame_of_2_4_has_one_byte_in_front() {
        assertThat(only(tag(4, bytes("TIT2", 0, 0, 0, 4, 0, 0x40, 5, 0, "AB"))).values())
                .containsExactly("AB");
    }

    @ParameterizedTest(name = "{0}{1}{2} is {3}")
    @CsvSource({
        "2018, 0511, 2130, 2018-11-05T21:30",
        "2018, 0511, '', 2018-11-05",
        "2018, '', '', 2018",
        "2018, '', 2130, 2018"
    })
    void three_frames_of_2_3_tell_the_time_that_one_tells_in_2_4(String year, String day, String time, String stamp) {
        List<byte[]> frames = new ArrayList<>(List.of(frame23("TYER", 0, year)));
        if (!day.isEmpty()) frames.add(frame23("TDAT", 0, day));
        if (!time.isEmpty()) frames.add(frame23("TIME", 0, time));
        byte[] older = tag(3, frames.toArray(new byte[0][]));
        assertThat(turned(older, Id3Version.V24).entries())
                .extracting(TagEntry::id, entry -> entry.values().get(0))
                .containsExactly(org.assertj.core.groups.Tuple.tuple("TDRC", stamp));
    }

    @Test
    void people_are_told_in_one_list_in_2_3_and_in_two_in_2_4() {
        byte[] older = tag(
                3,
                frame23(
                        "IPLS",
                        0,
                        "producer",
                        0,
                        "Lio Brandt-Achterberg",
                        0,
                        "piano",
                        0,
                        "Petra Vann",
                        0,
                        "mix",
                        0,
                        "Emil Castor-Bright"));
        assertThat(turned(older, Id3Version.V24).entries())
                .extracting(TagEntry::id, TagEntry::values)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(
                                "TIPL", List.of("producer", "Lio Brandt-Achterberg", "mix", "Emil Castor-Bright")),
                        org.assertj.core.groups.Tuple.tuple("TMCL", List.of("piano", "Petra Vann")));
    }

    @ParameterizedTest(name = "{0} and {1}")
    @CsvSource({"(17)(4), 17|4", "(17)Chamber, 17|Chamber", "Folk, Folk", "((Loud), (Loud)", "(RX), RX"})
    void genres_are_numbers_and_words_in_their_versions_own_way(String older, String newer) {
        byte[] in23 = tag(3, frame23("TCON", 0, older));
        Id3.Reading in24 = turned(in23, Id3Version.V24);
        assertThat(in24.entries().get(0).values()).containsExactly(newer.split("\\|"));
        Id3.Reading back =
                Id3.read(Id3.make(Id3Version.V23, in24.entries(), in24).bytes());
        assertThat(back.entries().get(0).values()).containsExactly(older);
    }

    @Test
    void from_2_2_by_way_of_2_3_and_2_4_to_2_3_nothing_is_lost_that_both_can_say() {
        byte[] picture = bytes("PIC", 0, 0, 9, 0, "JPG", 3, 0, 1, 2, 3);
        byte[] oldest = tag(
                2,
                bytes("TT2", 0, 0, 5, 0, "Kyma"),
                bytes("TP1", 0, 0, 9, 1, utf16("夜岸!")),
                bytes("COM", 0, 0, 8, 0, "eng", 0, "low"),
                bytes("TYE", 0, 0, 5, 0, "2018"),
                bytes("ULT", 0, 0, 8, 0, "eng", "d", 0, "la"),
                bytes("WAR", 0, 0, 4, "a:bc"),
                picture);
        Id3.Reading in23 = turned(oldest, Id3Version.V23);
        Id3.Reading in24 =
                Id3.read(Id3.make(Id3Version.V24, in23.entries(), in23).bytes());
        Id3.Reading back =
                Id3.read(Id3.make(Id3Version.V23, in24.entries(), in24).bytes());
        assertThat(back.version()).isEqualTo("2.3");
        assertThat(back.entries()).containsExactlyInAnyOrderElementsOf(in23.entries());
        assertThat(in23.entries())
                .extracting(TagEntry::id)
                .containsExactly("TIT2", "TPE1", "COMM", "TYER", "USLT:d", "WOAR", "APIC");
    }

    @Test
    void what_2_3_has_nothing_for_is_named() {
        Id3.Reading read = Id3.read(Id3.write(
                Id3Version.V24,
                List.of(text("TMOO", "wistful"), text("TPRO", "2027 Weir"), text("TIT2", "Low Water"))));
        Id3.WrittenTag made = Id3.make(Id3Version.V23, read.entries(), read);
        assertThat(made.lost()).containsExactly("TMOO", "TPRO");
        assertThat(Id3.read(made.bytes()).entries()).containsExactly(text("TIT2", "Low Water"));
    }

    @Test
    void two_comments_of_one_language_and_descriptor_are_refused_and_two_that_differ_are_not() {
        TagEntry one = TagEntry.text(Container.ID3, "COMM", "eng", "low");
        TagEntry two = TagEntry.text(Container.ID3, "COMM", "eng", "high");
        assertThatThrownBy(() -> Id3.write(Id3Version.V24, List.of(one, two)))
                .hasMessageContaining("COMM in eng with descriptor “”")
                .hasMessageContaining("another descriptor");
        TagEntry german = TagEntry.text(Container.ID3, "COMM", "deu", "tief");
        TagEntry described = TagEntry.text(Container.ID3, "COMM:tide", "eng", "high");
        assertThat(Id3.read(Id3.write(Id3Version.V24, List.of(one, german, described)))
                        .entries())
                .containsExactly(one, german, described);
    }

    @ParameterizedTest
    @ValueSource(strings = {"TXXX:TIDE", "USLT:tide", "TIT2", "WCOP", "USER"})
    void what_the_standard_allows_once_is_refused_twice(String id) {
        TagEntry one = id.matches("USLT.*|USER") ? TagEntry.text(Container.ID3, id, "eng", "a") : text(id, "a");
        TagEntry two = id.matches("USLT.*|USER") ? TagEntry.text(Container.ID3, id, "eng", "b") : text(id, "b");
        assertThatThrownBy(() -> Id3.write(Id3Version.V24, List.of(one, two)))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void several_links_to_an_artist_are_allowed_but_not_the_same_one_twice() {
        assertThat(Id3.read(Id3.write(Id3Version.V24, List.of(text("WOAR", "a"), text("WOAR", "b"))))
                        .entries())
                .hasSize(2);
        assertThatThrownBy(() -> Id3.write(Id3Version.V24, List.of(text("WOAR", "a"), text("WOAR", "a"))))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void pictures_keep_their_order_and_a_foreign_one_without_a_descriptor_gets_that_of_its_kind() {
        Picture back = new Picture(4, "image/png", "", new byte[] {9});
        Picture leaflet = new Picture(5, "image/png", "page 2", new byte[] {8});
        Id3.Reading there = Id3.read(Id3.write(
                Id3Version.V24,
                List.of(
                        TagEntry.picture(Container.ID3, "APIC", back),
                        TagEntry.picture(Container.ID3, "APIC", leaflet))));
        TagEntry front = TagEntry.picture(Container.ID3, "APIC", new Picture(3, "image/jpeg", "", new byte[] {1, 2}));
        List<TagEntry> all = new ArrayList<>(there.entries());
        all.add(front);
        assertThat(Id3.read(Id3.make(Id3Version.V24, all, there).bytes()).entries())
                .extracting(
                        entry -> entry.picture().orElseThrow().kind(),
                        entry -> entry.picture().orElseThrow().descriptor())
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(4, "back cover"),
                        org.assertj.core.groups.Tuple.tuple(5, "page 2"),
                        org.assertj.core.groups.Tuple.tuple(3, ""));
    }

    @Test
    void a_file_icon_may_stand_once() {
        TagEntry one = TagEntry.picture(Container.ID3, "APIC", new Picture(1, "image/png", "a", new byte[] {1}));
        TagEntry two = TagEntry.picture(Container.ID3, "APIC", new Picture(1, "image/png", "b", new byte[] {2}));
        assertThatThrownBy(() -> Id3.write(Id3Version.V23, List.of(one, two))).hasMessageContaining("file icon");
    }

    @Test
    void the_encoding_follows_the_text_and_the_version() {
        assertThat(Id3.write(Id3Version.V24, List.of(text("TIT2", "Low")))).containsSequence(0, 'L', 'o', 'w');
        assertThat(Id3.write(Id3Version.V24, List.of(text("TIT2", "Ž")))).containsSequence(bytes(3, utf8("Ž")));
        assertThat(Id3.write(Id3Version.V23, List.of(text("TIT2", "Ž")))).containsSequence(bytes(1, utf16("Ž")));
    }

    @ParameterizedTest(name = "seed {0}")
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void any_tag_comes_back_from_both_versions(int seed) {
        Random random = new Random(seed);
        List<TagEntry> entries = new ArrayList<>();
        for (String id : List.of("TIT2", "TALB", "TPE2", "TSRC", "TPUB")) entries.add(text(id, any(random)));
        for (int i = 0; i < 4; i++) {
            entries.add(text("TXXX:" + i + any(random), any(random)));
            entries.add(TagEntry.text(Container.ID3, "COMM:" + i + any(random), "eng", any(random)));
            entries.add(TagEntry.text(Container.ID3, "USLT:" + i, "deu", any(random)));
            byte[] data = new byte[random.nextInt(3000)];
            random.nextBytes(data);
            entries.add(
                    TagEntry.picture(Container.ID3, "APIC", new Picture(3 + i, "image/png", i + any(random), data)));
        }
        for (Id3Version version : new Id3Version[] {Id3Version.V23, Id3Version.V24}) {
            byte[] tag = Id3.write(version, entries);
            Id3.Reading read = Id3.read(Id3.padded(tag, random.nextInt(500)));
            assertThat(read.faults()).isEmpty();
            assertThat(read.entries()).containsExactlyElementsOf(entries);
            assertThat(Id3.make(version, read.entries(), read).bytes()).isEqualTo(tag);
        }
    }

    /** Text of any script, never empty at its end, where readers cannot tell it from the terminator. */
    private static String any(Random random) {
        int[][] scripts = {
            {0x20, 0x7E}, {0xC0, 0x17F}, {0x391, 0x3C9}, {0x5D0, 0x5EA}, {0x4E00, 0x9FA5}, {0x1F300, 0x1F5FF}
        };
        StringBuilder text = new StringBuilder();
        int length = 1 + random.nextInt(40);
        for (int i = 0; i < length; i++) {
            int[] script = scripts[random.nextInt(scripts.length)];
            text.appendCodePoint(script[0] + random.nextInt(script[1] - script[0]));
        }
        return text.append('.').toString();
    }

    @Test
    void no_bytes_are_ever_too_odd_to_be_read() {
        Random random = new Random(11);
        byte[] whole = tag(
                4,
                frame("SYLT", 3, "eng", 2, 1, 0, "a", 0, 0, 0, 0, 1),
                frame("CHAP", "one", 0, new byte[16], frame("TIT2", 0, "a")),
                frame("CTOC", "t", 0, 3, 2, "one", 0, "two", 0),
                frame("OWNE", 0, "EUR1", 0, "20270212", "x"),
                frame("GEOB", 0, "a/b", 0, "f", 0, "d", 0, 1, 2));
        for (int i = 0; i < 3000; i++) {
            byte[] odd = whole.clone();
            for (int j = 0; j < 3; j++) odd[random.nextInt(odd.length)] = (byte) random.nextInt(256);
            Id3.Reading read = Id3.read(odd);
            // what is read is also written, whatever it is
            assertThat(Id3.make(Id3Version.V24, read.entries(), read).bytes()).isNotEmpty();
            assertThat(Id3.make(Id3Version.V23, read.entries(), read).bytes()).isNotEmpty();
        }
    }
}
