package app.entrada.core.tag;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.tag.id3.Id3;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("G2 Tags as other programs have written them over thirty years")
class OldTagsTest {
    private static byte[] join(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] part : parts) out.writeBytes(part);
        return out.toByteArray();
    }

    private static byte[] tag(int major, int flags, byte[] body) {
        int size = body.length;
        return join(
                new byte[] {'I', 'D', '3', (byte) major, 0, (byte) flags},
                new byte[] {
                    (byte) (size >> 21 & 127), (byte) (size >> 14 & 127), (byte) (size >> 7 & 127), (byte) (size & 127)
                },
                body);
    }

    private static byte[] frame(String id, byte[] body) {
        return join(
                id.getBytes(UTF_8), ByteBuffer.allocate(4).putInt(body.length).array(), new byte[2], body);
    }

    private static byte[] latin(String text) {
        return join(new byte[] {0}, text.getBytes(StandardCharsets.ISO_8859_1));
    }

    @Test
    void version_2_2_has_three_letters_and_three_bytes_of_size() {
        byte[] body = latin("Kyma");
        Id3.Reading reading =
                Id3.read(tag(2, 0, join("TT2".getBytes(UTF_8), new byte[] {0, 0, (byte) body.length}, body)));
        assertThat(reading.version()).isEqualTo("2.2");
        assertThat(reading.faults()).isEmpty();
        assertThat(reading.entries()).hasSize(1);
        assertThat(reading.entries().get(0).id()).isEqualTo("TT2");
        assertThat(reading.entries().get(0).values()).containsExactly("Kyma");
    }

    @Test
    void a_picture_of_version_2_2_names_its_format_in_three_letters() {
        byte[] body = join(
                new byte[] {0}, "PNG".getBytes(UTF_8), new byte[] {3}, "front".getBytes(UTF_8), new byte[] {0, 9, 8, 7
                });
        Picture picture = Id3.read(tag(2, 0, join("PIC".getBytes(UTF_8), new byte[] {0, 0, (byte) body.length}, body)))
                .entries()
                .get(0)
                .picture()
                .orElseThrow();
        assertThat(picture.mime()).isEqualTo("image/png");
        assertThat(picture.kind()).isEqualTo(Picture.FRONT_COVER);
        assertThat(picture.descriptor()).isEqualTo("front");
        assertThat(picture.data()).containsExactly(9, 8, 7);
    }

    @Test
    void version_2_3_is_unsynchronised_as_a_whole() {
        // FF 00 stands for FF; the frame's size is that of the true bytes
        byte[] body = {0, 'a', (byte) 0xFF, 'b'};
        byte[] plain = frame("TIT2", body);
        ByteArrayOutputStream stuffed = new ByteArrayOutputStream();
        for (byte each : plain) {
            stuffed.write(each);
            if (each == (byte) 0xFF) stuffed.write(0);
        }
        assertThat(Id3.read(tag(3, 0x80, stuffed.toByteArray()))
                        .entries()
                        .get(0)
                        .values())
                .containsExactly("aÿb");
    }

    @Test
    void an_extended_header_is_stepped_over() {
        byte[] extended = ByteBuffer.allocate(10).putInt(6).array();
        assertThat(Id3.read(tag(3, 0x40, join(extended, frame("TIT2", latin("Kyma")))))
                        .entries()
                        .get(0)
                        .values())
                .containsExactly("Kyma");
        byte[] safe = {0, 0, 0, 6, 1, 0};
        assertThat(Id3.read(tag(4, 0x40, join(safe, frame("TIT2", latin("Kyma")))))
                        .entries()
                        .get(0)
                        .values())
                .containsExactly("Kyma");
    }

    @Test
    void utf_16_is_read_with_either_mark_and_without_one() {
        byte[] big = join(new byte[] {1, (byte) 0xFE, (byte) 0xFF}, "Κύμα".getBytes(StandardCharsets.UTF_16BE));
        byte[] little = join(new byte[] {1, (byte) 0xFF, (byte) 0xFE}, "Κύμα".getBytes(StandardCharsets.UTF_16LE));
        byte[] unmarked = join(new byte[] {1}, "Kyma".getBytes(StandardCharsets.UTF_16LE));
        byte[] tag = tag(3, 0, join(frame("TIT2", big), frame("TALB", little), frame("TPE1", unmarked)));
        assertThat(Id3.read(tag).entries())
                .extracting(entry -> entry.values().get(0))
                .containsExactly("Κύμα", "Κύμα", "Kyma");
    }

    @Test
    void a_plain_size_in_a_2_4_tag_is_understood_where_the_syncsafe_one_leads_nowhere() {
        byte[] longText = latin("x".repeat(299));
        byte[] tag = tag(4, 0, join(frame("TIT2", longText), frame("TALB", latin("Almanac"))));
        Id3.Reading reading = Id3.read(tag);
        assertThat(reading.faults()).isEmpty();
        assertThat(reading.entries()).hasSize(2);
        assertThat(reading.entries().get(1).values()).containsExactly("Almanac");
    }

    @Test
    void a_data_length_indicator_is_no_text() {
        byte[] body = join(new byte[] {0, 0, 0, 5}, latin("Kyma"));
        byte[] frame = join("TIT2".getBytes(UTF_8), new byte[] {0, 0, 0, (byte) body.length, 0, 1}, body);
        assertThat(Id3.read(tag(4, 0, frame)).entries().get(0).values()).containsExactly("Kyma");
    }

    @Test
    void the_hundred_and_twenty_eight_bytes_of_version_1() {
        byte[] tag = new byte[128];
        System.arraycopy("TAGSlack Water".getBytes(UTF_8), 0, tag, 0, 14);
        System.arraycopy("The Paper Ferrymen".getBytes(UTF_8), 0, tag, 33, 18);
        System.arraycopy("2026".getBytes(UTF_8), 0, tag, 93, 4);
        tag[126] = 4;
        tag[127] = 17;
        assertThat(Id3v1.version(tag)).isEqualTo("1.1");
        assertThat(Id3v1.read(tag))
                .extracting(entry -> entry.id() + "=" + entry.values().get(0))
                .containsExactly("title=Slack Water", "artist=The Paper Ferrymen", "year=2026", "track=4", "genre=17");
        assertThat(Id3v1.read(new byte[128])).isEmpty();
    }

    @Test
    void an_ape_item_holds_several_values_or_a_picture() {
        byte[] names = "Mira Tollgate\0Joss Amberley".getBytes(UTF_8);
        byte[] cover = join("cover.jpg\0".getBytes(UTF_8), new byte[] {(byte) 0xFF, (byte) 0xD8, 1});
        byte[] items = join(item("Artist", 0, names), item("Cover Art (Front)", 2, cover));
        ByteBuffer footer = ByteBuffer.allocate(32).order(ByteOrder.LITTLE_ENDIAN);
        footer.put("APETAGEX".getBytes(UTF_8))
                .putInt(2000)
                .putInt(items.length + 32)
                .putInt(2);
        List<TagEntry> entries = ApeTag.read(join(items, footer.array()));
        assertThat(entries.get(0).values()).containsExactly("Mira Tollgate", "Joss Amberley");
        assertThat(entries.get(1).picture().orElseThrow().data()).containsExactly(0xFF, 0xD8, 1);
        assertThat(entries.get(1).picture().orElseThrow().kind()).isEqualTo(Picture.FRONT_COVER);
    }

    private static byte[] item(String key, int flags, byte[] value) {
        ByteBuffer head = ByteBuffer.allocate(8)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(value.length)
                .putInt(flags);
        return join(head.array(), key.getBytes(UTF_8), new byte[1], value);
    }

    @Test
    void ixml_gives_its_leaves_and_resolves_no_entity() {
        String xml = "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]>"
                + "<BWFXML><PROJECT>Weirside</PROJECT><SPEED><MASTER_SPEED>24/1</MASTER_SPEED></SPEED><NOTE>&e;</NOTE></BWFXML>";
        assertThat(ChunkTexts.ixml(xml.getBytes(UTF_8)))
                .extracting(entry -> entry.id() + "=" + entry.values().get(0))
                .containsExactly("PROJECT=Weirside", "MASTER_SPEED=24/1", "NOTE=&e;");
    }

    @Test
    void cue_points_are_samples() {
        ByteBuffer cue = ByteBuffer.allocate(4 + 24).order(ByteOrder.LITTLE_ENDIAN);
        cue.putInt(1)
                .putInt(5)
                .putInt(0)
                .put("data".getBytes(UTF_8))
                .putInt(0)
                .putInt(0)
                .putInt(88_200);
        assertThat(ChunkTexts.cue(cue.array()).get(0).values()).containsExactly("sample 88200");
        assertThat(ChunkTexts.cue(new byte[] {-1, -1, -1, 127})).isEmpty();
    }

    @Test
    void a_picture_in_an_ogg_comment_is_a_picture() {
        byte[] block = FlacPicture.write(new Picture(3, "image/png", "", new byte[] {1, 2, 3}));
        byte[] body = VorbisComment.write(
                "test",
                List.of(TagEntry.text(
                        TagEntry.Container.VORBIS,
                        "METADATA_BLOCK_PICTURE",
                        List.of(java.util.Base64.getEncoder().encodeToString(block)))));
        assertThat(VorbisComment.read(body).get(0).picture().orElseThrow().data())
                .containsExactly(1, 2, 3);
    }

    @Test
    void version_2_of_bext_carries_loudness_in_hundredths() {
        byte[] body = new byte[602];
        ByteBuffer numbers = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
        body[346] = 2;
        numbers.putShort(412, (short) -2305).putShort(414, (short) 710).putShort(416, (short) -105);
        numbers.putShort(418, (short) 0x7FFF).putShort(420, (short) 0x7FFF);
        assertThat(Bext.version(body)).isEqualTo("2");
        assertThat(Bext.read(body))
                .extracting(entry -> entry.id() + "=" + entry.values().get(0))
                .containsExactly("LoudnessValue=-23.05", "LoudnessRange=7.10", "MaxTruePeakLevel=-1.05");
    }
}
