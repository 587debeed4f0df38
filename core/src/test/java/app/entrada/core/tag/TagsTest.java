package app.entrada.core.tag;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.code.Isrc;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import app.entrada.core.tag.id3.Id3Version;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TagsTest {
    private static byte[] bytes(Object... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (Object part : parts) {
            if (part instanceof String text) out.writeBytes(text.getBytes(StandardCharsets.ISO_8859_1));
            else if (part instanceof byte[] raw) out.writeBytes(raw);
            else out.write((Integer) part);
        }
        return out.toByteArray();
    }

    @Test
    void an_id3_tag_is_written_byte_for_byte_as_version_2_4_says() {
        byte[] tag = Id3.write(
                Id3Version.V24,
                List.of(
                        TagEntry.text(Container.ID3, "TIT2", List.of("Almanac")),
                        TagEntry.text(Container.ID3, "TPE1", List.of("Žeravý", "Vann"))));
        byte[] artists = bytes(3, "Žeravý".getBytes(StandardCharsets.UTF_8), 0, "Vann");
        assertThat(tag)
                .isEqualTo(bytes(
                        "ID3",
                        4,
                        0,
                        0,
                        0,
                        0,
                        0,
                        18 + 10 + artists.length,
                        "TIT2",
                        0,
                        0,
                        0,
                        8,
                        0,
                        0,
                        0,
                        "Almanac",
                        "TPE1",
                        0,
                        0,
                        0,
                        artists.length,
                        0,
                        0,
                        artists));
    }

    @Test
    void sizes_of_2_4_are_syncsafe_and_those_of_2_3_are_not() {
        byte[] text = bytes(0, "x".repeat(299));
        byte[] body24 = bytes("TIT2", 0, 0, 2, 44, 0, 0, text);
        byte[] body23 = bytes("TIT2", 0, 0, 1, 44, 0, 0, text);
        for (byte[] body : List.of(body24, body23)) {
            byte[] tag = bytes("ID3", body == body24 ? 4 : 3, 0, 0, 0, 0, body.length >> 7, body.length & 127, body);
            Id3.Reading reading = Id3.read(tag);
            assertThat(reading.entries()).hasSize(1);
            assertThat(reading.entries().get(0).values()).containsExactly("x".repeat(299));
            assertThat(reading.faults()).isEmpty();
        }
    }

    @Test
    void unsynchronised_utf_16_of_version_2_3_is_read() {
        // FF FE (byte order) must be written FF 00 FE inside an unsynchronised tag
        byte[] frame = bytes("TIT2", 0, 0, 0, 7, 0, 0, 1, 0xFF, 0x00, 0xFE, 0xB1, 0x03, 0xB2, 0x03);
        Id3.Reading reading = Id3.read(bytes("ID3", 3, 0, 0x80, 0, 0, 0, frame.length, frame));
        assertThat(reading.entries().get(0).values()).containsExactly("αβ");
    }

    @Test
    void several_values_stand_side_by_side_in_2_4_and_a_stroke_is_a_stroke_in_2_3() {
        byte[] two = bytes("TPE1", 0, 0, 0, 4, 0, 0, 0, "A", 0, "B");
        assertThat(Id3.read(bytes("ID3", 4, 0, 0, 0, 0, 0, two.length, two))
                        .entries()
                        .get(0)
                        .values())
                .containsExactly("A", "B");
        byte[] one = bytes("TPE1", 0, 0, 0, 4, 0, 0, 0, "A/B");
        assertThat(Id3.read(bytes("ID3", 3, 0, 0, 0, 0, 0, one.length, one))
                        .entries()
                        .get(0)
                        .values())
                .containsExactly("A/B");
    }

    @Test
    void a_frame_that_does_not_fit_ends_the_reading_with_a_word() {
        byte[] frame = bytes("TIT2", 0, 0, 0, 99, 0, 0, 0, "A");
        Id3.Reading reading = Id3.read(bytes("ID3", 4, 0, 0, 0, 0, 0, frame.length, frame));
        assertThat(reading.entries()).isEmpty();
        assertThat(reading.faults()).anySatisfy(fault -> assertThat(fault).contains("TIT2"));
    }

    @Test
    void what_is_not_understood_is_carried_over_to_the_letter() {
        byte[] priv = bytes("owner", 0, 1, 2, 0xFF, 0xFE);
        byte[] frame = bytes("PRIV", 0, 0, 0, priv.length, 0, 0, priv);
        Id3.Reading read = Id3.read(bytes("ID3", 4, 0, 0, 0, 0, 0, frame.length, frame));
        assertThat(Id3.make(Id3Version.V24, read.entries(), read).bytes()).containsSequence(priv);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Almanac", "Κύμα", "夜の岸", "🌊 wave", "שלום", "a\tb"})
    void text_of_every_script_comes_back_from_every_tag(String text) {
        List<String> values = List.of(text);
        TagEntry id3 = TagEntry.text(Container.ID3, "TXXX:BARCODE", values);
        assertThat(Id3.read(Id3.write(Id3Version.V24, List.of(id3))).entries()).containsExactly(id3);
        TagEntry vorbis = TagEntry.text(Container.VORBIS, "TITLE", values);
        assertThat(VorbisComment.read(VorbisComment.write("test", List.of(vorbis))))
                .containsExactly(vorbis);
        TagEntry info = TagEntry.text(Container.INFO, "INAM", values);
        // RIFF names no encoding: only what every reader shows the same is written
        if (RiffInfo.holds(text))
            assertThat(RiffInfo.read(RiffInfo.write(List.of(info)))).containsExactly(info);
    }

    @Test
    void random_tags_come_back_as_they_went() {
        SplittableRandom chance = new SplittableRandom(3);
        for (int run = 0; run < 300; run++) {
            String text = chance.ints(1 + chance.nextInt(40), 1, 0x2FFF)
                    .filter(Character::isLetterOrDigit)
                    .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                    .toString();
            if (text.isEmpty()) continue;
            TagEntry entry = TagEntry.text(Container.ID3, "TALB", List.of(text, "B"));
            Picture picture = new Picture(3, "image/png", text, text.getBytes(StandardCharsets.UTF_16));
            TagEntry cover = TagEntry.picture(Container.ID3, "APIC", picture);
            assertThat(Id3.read(Id3.write(Id3Version.V24, List.of(entry, cover)))
                            .entries())
                    .containsExactly(entry, cover);
            assertThat(FlacPicture.read(FlacPicture.write(picture))
                            .orElseThrow()
                            .picture())
                    .contains(picture);
        }
    }

    @Test
    void damaged_tags_never_throw() {
        byte[] whole = Id3.write(
                Id3Version.V24,
                List.of(
                        TagEntry.text(Container.ID3, "TXXX:BARCODE", List.of("9521234500315")),
                        TagEntry.picture(Container.ID3, "APIC", new Picture(3, "image/jpeg", "", new byte[40]))));
        SplittableRandom chance = new SplittableRandom(5);
        for (int run = 0; run < 2000; run++) {
            byte[] odd = Arrays.copyOf(whole, chance.nextInt(whole.length + 1));
            for (int i = chance.nextInt(5); i > 0 && odd.length > 0; i--)
                odd[chance.nextInt(odd.length)] = (byte) chance.nextInt();
            assertThat(Id3.read(odd).entries()).isNotNull();
            assertThat(VorbisComment.read(odd)).isNotNull();
            assertThat(RiffInfo.read(odd)).isNotNull();
            assertThat(FlacPicture.read(odd)).isNotNull();
            assertThat(Bext.read(odd)).isNotNull();
        }
    }

    @Test
    void bext_fields_stand_at_the_offsets_of_tech_3285_and_the_rest_is_kept() {
        byte[] old = new byte[610];
        old[338] = 42; // TimeReference
        old[348] = 7; // UMID
        System.arraycopy("A=PCM,F=".getBytes(UTF_8), 0, old, 602, 8);
        byte[] body =
                Bext.write(old, Map.of("Originator", "Ninth Weir Records", "OriginatorReference", "XANW92600041"));
        assertThat(new String(body, 256, 18, StandardCharsets.US_ASCII)).isEqualTo("Ninth Weir Records");
        assertThat(new String(body, 288, 12, StandardCharsets.US_ASCII)).isEqualTo("XANW92600041");
        assertThat(body[346]).isEqualTo((byte) 1);
        assertThat(body[338]).isEqualTo((byte) 42);
        assertThat(body[348]).isEqualTo((byte) 7);
        assertThat(Bext.read(body)).contains(TagEntry.text(Container.BEXT, "CodingHistory", List.of("A=PCM,F=")));
    }

    @Test
    void the_isrc_stands_in_axml_as_tech_3352_shows_and_other_documents_are_recognised() {
        Isrc isrc = Isrc.parse("XA-NW9-26-00041");
        byte[] document = AxmlIsrc.write(isrc);
        assertThat(new String(document, StandardCharsets.UTF_8))
                .contains("<dc:identifier>ISRC:XANW92600041</dc:identifier>");
        assertThat(AxmlIsrc.read(document)).contains(isrc);
        assertThat(AxmlIsrc.holdsMore(document)).isFalse();
        assertThat(AxmlIsrc.holdsMore("<ebuCoreMain><audioFormatExtended/></ebuCoreMain>".getBytes(UTF_8)))
                .isTrue();
        assertThat(AxmlIsrc.holdsMore(new byte[0])).isFalse();
    }
}
