package app.entrada.core.disc;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.disc.CdText.PackType;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.title.TitleStyle;
import app.entrada.core.tracklist.TrackList;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("E9 A disc: addresses, texts, image, papers")
class DiscTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @CsvSource({"0, 00:00:00", "74, 00:00:74", "75, 00:01:00", "4500, 01:00:00", "359849, 79:57:74"})
    void an_address_counts_75_frames_a_second(long frames, String shown) {
        assertThat(new DiscAddress(frames)).hasToString(shown);
        assertThat(DiscAddress.parse(shown).frames()).isEqualTo(frames);
    }

    @Test
    void what_is_left_of_a_frame_is_carried_on_and_never_added_up() {
        // three tracks of 10 s and 300 samples: 441,300 each, 750 frames and 300 samples
        DiscLayout layout = DiscLayout.of(List.of(
                new DiscLayout.TrackToPlace(1, 88_200, 441_300),
                new DiscLayout.TrackToPlace(2, 0, 441_300),
                new DiscLayout.TrackToPlace(3, 88_200, 441_300)));
        DiscLayout.TrackPosition second = layout.tracks().get(1);
        DiscLayout.TrackPosition third = layout.tracks().get(2);
        assertThat(layout.tracks().get(0).start()).isZero();
        assertThat(second.start()).isEqualTo(441_300);
        assertThat(second.index1()).hasToString("00:10:00");
        assertThat(second.remainder()).isEqualTo(300);
        // 882,600 samples are 1,501 frames and 12 samples; then two seconds of silence
        assertThat(third.index0()).hasToString("00:20:01");
        assertThat(third.index1()).hasToString("00:22:01");
        assertThat(third.remainder()).isEqualTo(12);
        // 970,800 + 441,300 = 1,412,100 samples, filled up to 2,402 frames
        assertThat(layout.samples()).isEqualTo(2_402 * 588);
        assertThat(layout.problems()).isEmpty();
    }

    @Test
    void a_disc_has_no_hundredth_track_no_track_under_four_seconds_and_no_eighty_minutes() {
        List<DiscLayout.TrackToPlace> hundred = new ArrayList<>();
        for (int i = 1; i <= 100; i++) hundred.add(new DiscLayout.TrackToPlace(i, 0, 5 * 44_100));
        assertThat(DiscLayout.of(hundred).problems())
                .hasSize(1)
                .first()
                .asString()
                .contains("at most 99");
        assertThat(DiscLayout.of(List.of(new DiscLayout.TrackToPlace(1, 0, 4 * 44_100 - 1)))
                        .problems())
                .hasSize(1)
                .first()
                .asString()
                .contains("Track 1", "at least 4 s");
        long longest = 359_850L * 588;
        assertThat(DiscLayout.of(List.of(new DiscLayout.TrackToPlace(1, 0, longest)))
                        .problems())
                .isEmpty();
        assertThat(DiscLayout.of(List.of(new DiscLayout.TrackToPlace(1, 0, longest + 1)))
                        .problems())
                .hasSize(1);
    }

    private static CdText small() {
        Map<PackType, List<String>> texts = new LinkedHashMap<>();
        texts.put(PackType.TITLE, List.of("Quay", "Bollard and Rope", "Last Lamp but One"));
        texts.put(PackType.PERFORMER, List.of("Odd Lantern Quartet", "Odd Lantern Quartet", "Odd Lantern Quartet"));
        texts.put(PackType.GENRE, List.of("Jazz"));
        return new CdText(List.of(new CdText.Block(9, CdText.Writing.LATIN_1, 14, texts)));
    }

    @Test
    void packs_are_laid_out_as_the_red_book_has_them() {
        byte[] packs = small().bytes();
        // 36 characters and zero bytes of titles in 4 packs, 60 of performers in 5, 2 + 5 of the genre in 1, and 3 of
        // sizes
        assertThat(packs).hasSize((4 + 5 + 1 + 3) * 18);
        // first pack: title of the disc, then the first track's beginning
        assertThat(Arrays.copyOf(packs, 16))
                .isEqualTo(new byte[] {(byte) 0x80, 0, 0, 0, 'Q', 'u', 'a', 'y', 0, 'B', 'o', 'l', 'l', 'a', 'r', 'd'});
        // second pack goes on with track 1 behind seven of its characters
        assertThat(Arrays.copyOfRange(packs, 18, 34))
                .isEqualTo(new byte[] {(byte) 0x80, 1, 1, 7, ' ', 'a', 'n', 'd', ' ', 'R', 'o', 'p', 'e', 0, 'L', 'a'});
        byte[] genre = Arrays.copyOfRange(packs, 9 * 18, 9 * 18 + 16);
        assertThat(Arrays.copyOf(genre, 11)).isEqualTo(new byte[] {(byte) 0x87, 0, 9, 0, 0, 14, 'J', 'a', 'z', 'z', 0});
        // sizes: Latin-1, tracks 1 to 2, how many packs of each kind, last number 12, language 9
        byte[] sizes = Arrays.copyOfRange(packs, 10 * 18, packs.length);
        assertThat(Arrays.copyOf(sizes, 16))
                .isEqualTo(new byte[] {(byte) 0x8F, 0, 10, 0, 0, 1, 2, 0, 4, 5, 0, 0, 0, 0, 0, 1});
        assertThat(Arrays.copyOfRange(sizes, 18, 34))
                .isEqualTo(new byte[] {(byte) 0x8F, 1, 11, 0, 0, 0, 0, 0, 0, 0, 0, 3, 12, 0, 0, 0});
        assertThat(sizes[36 + 4 + 4]).isEqualTo((byte) 9);
    }

    @Test
    void the_checksum_of_a_pack_is_that_of_the_x_25_family_beginning_with_zero_and_inverted() {
        // CRC-16/XMODEM of the digits 1 to 9 is 0x31C3 by every published table; behind zeros in front it is the same
        byte[] padded = new byte[16];
        System.arraycopy("123456789".getBytes(StandardCharsets.US_ASCII), 0, padded, 7, 9);
        assertThat(CdText.crc(padded)).isEqualTo(0xFFFF ^ 0x31C3);
    }

    @Test
    void several_languages_come_back_and_a_changed_byte_is_noticed() {
        Map<PackType, List<String>> german = new LinkedHashMap<>();
        german.put(PackType.TITLE, List.of("Quai", "Poller und Tau", "Vorletzte Lampe für dich"));
        CdText two =
                new CdText(List.of(small().blocks().get(0), new CdText.Block(8, CdText.Writing.LATIN_1, 0, german)));
        byte[] packs = two.bytes();
        assertThat(CdText.read(packs)).isEqualTo(two);
        byte[] with = new byte[packs.length + 4];
        System.arraycopy(packs, 0, with, 4, packs.length);
        assertThat(CdText.read(with)).isEqualTo(two);
        packs[20] ^= 1;
        assertThatThrownBy(() -> CdText.read(packs)).hasMessageContaining("Pack 1");
    }

    @Test
    void incomplete_texts_are_refused_with_the_track() {
        CdText gap = new CdText(List.of(new CdText.Block(
                9, CdText.Writing.LATIN_1, 0, Map.of(PackType.TITLE, List.of("Quay", "Bollard", " ", "Lamp")))));
        assertThat(gap.problems()).singleElement().asString().contains("Title is missing for track 2");
        assertThatThrownBy(gap::bytes).hasMessageContaining("track 2");
        CdText greek = new CdText(List.of(
                new CdText.Block(9, CdText.Writing.LATIN_1, 0, Map.of(PackType.TITLE, List.of("Quay", "Κύμα")))));
        assertThat(greek.problems()).singleElement().asString().contains("Κύμα");
        List<String> endless = new ArrayList<>();
        for (int i = 0; i < 60; i++) endless.add("x".repeat(80));
        assertThat(new CdText(List.of(new CdText.Block(9, CdText.Writing.ASCII, 0, Map.of(PackType.TITLE, endless))))
                        .problems())
                .singleElement()
                .asString()
                .contains("at most 256");
    }

    private static Release release() {
        Facts facts = facts(Map.of(
                "release.title", "Nocturnes for an Unlit Quay",
                "release.artists", "Odd Lantern Quartet",
                "release.barcode", "9521234500278",
                "release.catalogueNumber", "NW-027",
                "release.genre", "Jazz",
                "release.language", "en"));
        return new Release(
                1,
                0,
                facts,
                List.of(
                        track(1, "Bollard and Rope", "XANW92500021", "Petra Vann: C"),
                        track(2, "夜の岸", "XANW92500022", "Sunniva Dray: C"),
                        track(3, "Café “Harbour”", "XANW92500023", "Ondřej Žeravý: C; Petra Vann: A")));
    }

    private static Track track(int number, String title, String isrc, String writers) {
        Recording recording = new Recording(
                number,
                facts(Map.of("recording.isrc", isrc)),
                new Work(number, facts(Map.of("work.writers", writers))));
        // written as a person gave it: how Chinese characters are read cannot be known
        return new Track(
                number,
                number,
                facts(Map.of("track.title", title, "track.latinTitle", "Yoru no Kishi", "track.gap", "0:02")),
                recording);
    }

    private static Facts facts(Map<String, String> texts) {
        Facts facts = Facts.NONE;
        for (Field<?> field : Fields.all())
            if (texts.containsKey(field.id())) facts = facts.withText(field, texts.get(field.id()));
        return facts;
    }

    @Test
    void a_disc_says_what_all_tracks_have_and_names_what_only_some_have() {
        DiscTexts texts = DiscTexts.of(release(), TitleStyle.PLAIN);
        assertThat(texts.text().problems()).isEmpty();
        assertThat(texts.said(PackType.TITLE).get(2)).isEqualTo("Yoru no Kishi");
        assertThat(texts.said(PackType.TITLE).get(3)).isEqualTo("Café \"Harbour\"");
        assertThat(texts.said(PackType.COMPOSER))
                .containsExactly(
                        "Petra Vann / Sunniva Dray / Ondrej Zeravy", "Petra Vann", "Sunniva Dray", "Ondrej Zeravy");
        assertThat(texts.said(PackType.CODES))
                .containsExactly("9521234500278", "XANW92500021", "XANW92500022", "XANW92500023");
        assertThat(texts.leftOut()).singleElement().asString().contains("no songwriter for tracks 1, 2");
        // a second block for players that know plain letters only
        assertThat(texts.text().blocks()).hasSize(2);
        assertThat(requireNonNull(texts.text().blocks().get(1).texts().get(PackType.TITLE))
                        .get(3))
                .isEqualTo("Cafe \"Harbour\"");
    }

    @Test
    void the_image_holds_every_sample_and_the_cue_sheet_is_read_back_with_the_same_times() throws IOException {
        List<DiscImage.Piece> pieces = new ArrayList<>();
        for (int i = 0; i < 3; i++) pieces.add(new DiscImage.Piece(i + 1, wav(i, 300_000 + i * 101), 88_200));
        Path image = folder.resolve("image.wav");
        DiscLayout layout = DiscImage.write(pieces, image);
        byte[] bytes = Files.readAllBytes(image);
        assertThat(bytes.length).isEqualTo(44 + layout.samples() * 4);
        for (int i = 0; i < 3; i++) {
            DiscLayout.TrackPosition place = layout.tracks().get(i);
            int from = 44 + (int) place.start() * 4;
            assertThat(ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(from))
                    .isEqualTo(i * 1000 + 1);
            assertThat(ByteBuffer.wrap(bytes)
                            .order(ByteOrder.LITTLE_ENDIAN)
                            .getInt(from + (int) (place.length() - 1) * 4))
                    .isEqualTo(i * 1000 + 1);
            if (i > 0)
                for (int at = (int) place.pause(); at < place.start(); at += 999)
                    assertThat(bytes[44 + at * 4]).isZero();
        }
        DiscTexts texts = DiscTexts.of(release(), TitleStyle.PLAIN);
        String cue = DiscDocuments.cue(release(), layout, texts, "image.wav", "disc.cdt");
        TrackList read = TrackList.read(cue);
        assertThat(read.rows())
                .extracting(row -> row.title())
                .containsExactly("Bollard and Rope", "Yoru no Kishi", "Café 'Harbour'");
        // 300,000 samples are 510 frames and 120 samples
        assertThat(cue)
                .contains("CATALOG 9521234500278", "ISRC XANW92500022", "INDEX 01 00:00:00", "INDEX 00 00:06:60")
                .contains("INDEX 01 00:08:60");
        String pq = DiscDocuments.pq(release(), layout, texts);
        assertThat(pq).contains("  1  00  00:00:00", "  1  01  00:02:00", "  2  01  00:10:60     00:08:60");
        assertThat(pq).contains(" AA  01  " + layout.end().plus(150));
    }

    @Test
    void a_file_of_another_kind_leaves_no_image_behind() throws IOException {
        Path mono = folder.resolve("mono.wav");
        Files.write(mono, header(1, 44_100, 40_000).array());
        Path image = folder.resolve("none.wav");
        assertThatThrownBy(() -> DiscImage.write(List.of(new DiscImage.Piece(1, mono, 0)), image))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("track 1 is 16 bit, 44100 Hz, mono");
        assertThat(image).doesNotExist();
    }

    private static ByteBuffer header(int channels, int rate, int bytes) {
        return ByteBuffer.allocate(44 + bytes)
                .order(ByteOrder.LITTLE_ENDIAN)
                .put("RIFF".getBytes(StandardCharsets.US_ASCII))
                .putInt(36 + bytes)
                .put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 1)
                .putShort((short) channels)
                .putInt(rate)
                .putInt(rate * channels * 2)
                .putShort((short) (channels * 2))
                .putShort((short) 16)
                .put("data".getBytes(StandardCharsets.US_ASCII))
                .putInt(bytes);
    }

    private Path wav(int which, int samples) throws IOException {
        ByteBuffer wav = header(2, 44_100, samples * 4);
        for (int i = 0; i < samples; i++) wav.putInt(which * 1000 + 1);
        return Files.write(folder.resolve("piece" + which + ".wav"), wav.array());
    }
}
