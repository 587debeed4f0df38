package app.entrada.core.container;

import static app.entrada.core.container.HandmadeFiles.aiff;
import static app.entrada.core.container.HandmadeFiles.ape;
import static app.entrada.core.container.HandmadeFiles.id3v1;
import static app.entrada.core.container.HandmadeFiles.id3v2;
import static app.entrada.core.container.HandmadeFiles.join;
import static app.entrada.core.container.HandmadeFiles.mp3;
import static app.entrada.core.container.HandmadeFiles.mp4;
import static app.entrada.core.container.HandmadeFiles.opus;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("G2 AIFF, MP3, MP4 and Ogg, put together by hand")
class OtherContainersTest {
    @TempDir
    Path folder;

    private SoundFile walk(byte[] bytes) throws IOException {
        Path file = Files.write(Files.createTempFile(folder, "any", ".bin"), bytes);
        try (FileChannel channel = FileChannel.open(file)) {
            return SoundFile.walk(channel);
        }
    }

    private static byte[] samples(ByteOrder order) {
        ByteBuffer out = ByteBuffer.allocate(400 * 4).order(order);
        for (int i = 0; i < 400; i++) out.putShort((short) 16384).putShort((short) -16384);
        return out.array();
    }

    @Test
    void an_aiff_says_its_rate_in_eighty_bits_and_its_title_in_a_chunk() throws IOException {
        Path file = Files.write(folder.resolve("a.aiff"), aiff("AIFF", "", 400, samples(ByteOrder.BIG_ENDIAN)));
        AudioFacts facts = AudioMeasuring.measure(file, done -> {});
        assertThat(facts.format()).isEqualTo(SoundFormat.AIFF);
        assertThat(facts.sampleRate()).isEqualTo(44_100);
        assertThat(facts.samples()).isEqualTo(400);
        assertThat(facts.bitDepth()).isEqualTo(16);
        assertThat(facts.faults()).isEmpty();
        assertThat(facts.sound().orElseThrow().samplePeakDbfs()).isEqualTo(-6.02);
        assertThat(TagReading.of(file).entries())
                .anySatisfy(entry -> assertThat(entry.values()).containsExactly("Kyma"));
    }

    @Test
    void aifc_with_swapped_bytes_gives_the_same_samples() throws IOException {
        Path big = Files.write(folder.resolve("b.aiff"), aiff("AIFF", "", 400, samples(ByteOrder.BIG_ENDIAN)));
        Path little =
                Files.write(folder.resolve("l.aifc"), aiff("AIFC", "sowt", 400, samples(ByteOrder.LITTLE_ENDIAN)));
        assertThat(AudioMeasuring.measure(little, done -> {}).sound())
                .usingRecursiveComparison()
                .isEqualTo(AudioMeasuring.measure(big, done -> {}).sound());
    }

    @Test
    void an_aiff_whose_header_promises_more_is_cut_off() throws IOException {
        byte[] whole = aiff("AIFF", "", 400, samples(ByteOrder.BIG_ENDIAN));
        assertThat(walk(Arrays.copyOf(whole, 700)).faults().get(0).what()).contains("cut off");
    }

    @Test
    void an_mp3_is_as_long_as_its_frames_less_what_the_encoder_added() throws IOException {
        assertThat(walk(mp3(10, false, 0, 0)).samples()).isEqualTo(11_520);
        SoundFile told = walk(mp3(10, true, 576, 1000));
        assertThat(told.samples()).isEqualTo(11_520 - 1576);
        assertThat(told.faults()).isEmpty();
    }

    @Test
    void three_tags_around_one_mp3_are_all_read_and_the_sound_lies_between_them() throws IOException {
        byte[] sound = mp3(6, false, 0, 0);
        byte[] head = id3v2("Kyma");
        Path file = Files.write(folder.resolve("t.mp3"), join(head, sound, ape("Title", "Κύμα"), id3v1("Kyma (old)")));
        TagReading reading = TagReading.of(file);
        assertThat(reading.blocks()).extracting(TagReading.Block::kind).containsExactly("ID3v2", "APEv2", "ID3v1");
        assertThat(reading.entries())
                .extracting(entry -> entry.values().get(0))
                .contains("Kyma", "Κύμα", "Kyma (old)", "7");
        assertThat(reading.sound().sound().get(0).offset()).isEqualTo(head.length);
        assertThat(reading.sound().sound().get(0).length()).isEqualTo(sound.length);
        Path bare = Files.write(folder.resolve("bare.mp3"), sound);
        assertThat(AudioMeasuring.measure(file, done -> {}).audioSha256())
                .isEqualTo(AudioMeasuring.measure(bare, done -> {}).audioSha256());
    }

    @Test
    void an_mp3_with_frames_missing_says_so() throws IOException {
        byte[] whole = mp3(10, true, 576, 0);
        assertThat(walk(Arrays.copyOf(whole, whole.length - 3 * 417)).faults())
                .anySatisfy(fault -> assertThat(fault.what()).contains("claims 10 frames, there are 7"));
    }

    @Test
    void bytes_between_frames_are_said_once() throws IOException {
        byte[] odd = join(mp3(4, false, 0, 0), new byte[99], mp3(4, false, 0, 0));
        SoundFile sound = walk(odd);
        assertThat(sound.samples()).isEqualTo(8 * 1152);
        assertThat(sound.faults()).hasSize(1);
    }

    @Test
    void an_m4a_is_as_long_as_its_edit_list_leaves_it() throws IOException {
        SoundFile sound = walk(mp4());
        assertThat(sound.codec()).isEqualTo(SoundCodec.AAC);
        assertThat(sound.samples()).isEqualTo(44_100);
        assertThat(sound.channels()).isEqualTo(2);
        assertThat(sound.faults()).isEmpty();
        Path file = Files.write(folder.resolve("t.m4a"), mp4());
        assertThat(TagReading.of(file).entries())
                .extracting(entry -> entry.id() + "=" + entry.values().get(0))
                .containsExactly("©nam=Kyma", "trkn=3/9");
    }

    @Test
    void opus_counts_at_forty_eight_kilohertz_and_skips_its_beginning() throws IOException {
        SoundFile sound = walk(opus());
        assertThat(sound.codec()).isEqualTo(SoundCodec.OPUS);
        assertThat(sound.sampleRate()).isEqualTo(48_000);
        assertThat(sound.samples()).isEqualTo(48_000);
        assertThat(sound.faults()).isEmpty();
        Path file = Files.write(folder.resolve("t.ogg"), opus());
        assertThat(TagReading.of(file).entries())
                .extracting(entry -> entry.values().get(0))
                .containsExactly("Kyma");
    }

    static Stream<Arguments> containers() {
        return Stream.of(
                Arguments.of("AIFF", (Supplier<byte[]>) () -> aiff("AIFF", "", 400, samples(ByteOrder.BIG_ENDIAN))),
                Arguments.of("MP3", (Supplier<byte[]>)
                        () -> join(id3v2("Kyma"), mp3(8, true, 576, 10), ape("Title", "Kyma"), id3v1("Kyma"))),
                Arguments.of("M4A", (Supplier<byte[]>) HandmadeFiles::mp4),
                Arguments.of("Ogg", (Supplier<byte[]>) HandmadeFiles::opus));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("containers")
    void any_bytes_truncated_anywhere_end_in_a_reading_or_a_sentence(String name, Supplier<byte[]> make)
            throws IOException {
        byte[] whole = make.get();
        SplittableRandom chance = new SplittableRandom(23);
        for (int run = 0; run < 500; run++) {
            byte[] odd = Arrays.copyOf(whole, chance.nextInt(whole.length + 1));
            for (int i = chance.nextInt(8); i > 0 && odd.length > 0; i--)
                odd[chance.nextInt(odd.length)] = (byte) chance.nextInt();
            Path file = Files.write(folder.resolve("odd.bin"), odd);
            try {
                assertThat(AudioMeasuring.measure(file, done -> {}).samples()).isNotNegative();
                TagReading.of(file).entries();
            } catch (IOException said) {
                assertThat(said.getMessage()).isNotBlank();
            }
            assertThat(Files.readAllBytes(file)).isEqualTo(odd);
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("containers")
    void every_size_that_lies_is_survived(String name, Supplier<byte[]> make) throws IOException {
        byte[] whole = make.get();
        for (int lie : new int[] {0, -1, 1, 0x7FFFFFFF, whole.length * 2})
            for (int at = 0; at + 4 <= Math.min(whole.length, 400); at += 2) {
                byte[] odd = whole.clone();
                ByteBuffer.wrap(odd).putInt(at, lie);
                Path file = Files.write(folder.resolve("lie.bin"), odd);
                try {
                    TagReading.of(file).entries();
                } catch (IOException said) {
                    assertThat(said.getMessage()).isNotBlank();
                }
            }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "RIFF", "Dear label, here is the song", "#EXTM3U\nhttp://example.invalid/", "%PDF-1.4"})
    void what_is_no_sound_is_not_taken_for_sound(String text) {
        assertThat(SoundFile.kind(text.getBytes(UTF_8))).isEmpty();
        assertThatThrownBy(() -> walk(text.getBytes(UTF_8))).isInstanceOf(IOException.class);
    }
}
