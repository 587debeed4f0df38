package app.entrada.core.container;

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
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("G2 What is in a file is seen, whatever state it is in")
class WalkersTest {
    @TempDir
    Path folder;

    private Path file(byte[] bytes) throws IOException {
        return Files.write(Files.createTempFile(folder, "walk", ".bin"), bytes);
    }

    private AudioFacts measure(byte[] bytes) throws IOException {
        return AudioMeasuring.measure(file(bytes), done -> {});
    }

    @Test
    void a_whole_wav_is_measured_exactly() throws IOException {
        byte[] bytes = new Wav()
                .format(2, 44100, 16)
                .chunk("junk", new byte[] {1, 2, 3})
                .tone(44100 + 17, 0.5)
                .bytes();
        AudioFacts facts = measure(bytes);
        assertThat(facts.format()).isEqualTo(SoundFormat.WAV);
        assertThat(facts.codec()).isEqualTo(SoundCodec.PCM);
        assertThat(facts.samples()).isEqualTo(44117);
        assertThat(facts.sampleRate()).isEqualTo(44100);
        assertThat(facts.bitDepth()).isEqualTo(16);
        assertThat(facts.channels()).isEqualTo(2);
        assertThat(facts.faults()).isEmpty();
        assertThat(facts.time()).isEqualTo("0:01");
        // half of full scale is 6.02 dB below it
        assertThat(facts.sound().orElseThrow().samplePeakDbfs())
                .isCloseTo(-6.02, org.assertj.core.data.Offset.offset(0.01));
        assertThat(facts.sound().orElseThrow().outline()).hasSize(240).contains(50);
    }

    @Test
    void the_checksums_are_those_of_the_whole_file_and_of_the_audio_alone() throws Exception {
        // SHA-256 of three zero frames and of "abc" come from FIPS 180-4's worked example and the platform's own digest
        byte[] audio = "abc0".getBytes(UTF_8);
        byte[] bytes = new Wav().format(2, 44100, 16).chunk("data", audio).bytes();
        AudioFacts facts = measure(bytes);
        var digest = java.security.MessageDigest.getInstance("SHA-256");
        assertThat(facts.audioSha256().hex()).isEqualTo(java.util.HexFormat.of().formatHex(digest.digest(audio)));
        assertThat(facts.fileSha256().hex()).isEqualTo(java.util.HexFormat.of().formatHex(digest.digest(bytes)));
    }

    @Test
    void sixteen_and_twenty_four_and_thirty_two_bits_and_floats_read_the_same_peak() throws IOException {
        byte[] d16 = ByteBuffer.allocate(2)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putShort((short) 16384)
                .array();
        byte[] d24 = {0, 0, 0x40};
        byte[] d32 = {0, 0, 0, 0x40};
        for (byte[] one : new byte[][] {d16, d24, d32}) {
            AudioFacts facts = measure(new Wav()
                    .format(1, 48000, one.length * 8)
                    .chunk("data", one)
                    .bytes());
            assertThat(facts.sound().orElseThrow().samplePeakDbfs())
                    .isCloseTo(-6.02, org.assertj.core.data.Offset.offset(0.01));
        }
    }

    @Test
    void a_wav_cut_in_the_middle_says_so_and_is_measured_as_far_as_it_goes() throws IOException {
        byte[] whole = new Wav().format(2, 44100, 16).tone(44100, 0.5).bytes();
        AudioFacts facts = measure(Arrays.copyOf(whole, whole.length / 2));
        assertThat(facts.samples()).isBetween(22000L, 22050L);
        assertThat(facts.faults())
                .anySatisfy(
                        fault -> assertThat(fault.what()).contains("cut off").contains("176,400"));
    }

    @Test
    void a_file_of_64_bit_size_is_read() throws IOException {
        byte[] tone = new byte[400];
        ByteBuffer ds64 = ByteBuffer.allocate(28).order(ByteOrder.LITTLE_ENDIAN);
        ds64.putLong(4 + 36 + 24 + 8 + 400).putLong(400).putLong(100).putInt(0);
        byte[] bytes = new Wav()
                .form("RF64")
                .chunk("ds64", ds64.array())
                .format(2, 44100, 16)
                .chunk("data", -1, tone)
                .bytes();
        AudioFacts facts = measure(bytes);
        assertThat(facts.samples()).isEqualTo(100);
        assertThat(facts.faults()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {Integer.MAX_VALUE, 7})
    void sizes_that_lie_end_in_a_clear_finding(int size) throws IOException {
        byte[] bytes = new Wav()
                .format(2, 44100, 16)
                .chunk("data", size, new byte[400])
                .bytes();
        AudioFacts facts = measure(bytes);
        assertThat(facts.faults())
                .isNotEmpty()
                .allSatisfy(fault -> assertThat(fault.what()).isNotBlank());
    }

    @ParameterizedTest
    @ValueSource(ints = {0, -1})
    void a_size_that_was_never_filled_in_reaches_to_the_end_and_is_said(int size) throws IOException {
        byte[] bytes = new Wav()
                .format(2, 44100, 16)
                .chunk("data", size, new byte[402])
                .bytes();
        AudioFacts facts = measure(bytes);
        assertThat(facts.faults()).isEmpty();
        // 402 bytes hold 100 whole samples of four bytes
        assertThat(facts.samples()).isEqualTo(100);
    }

    @Test
    void text_named_wav_is_no_audio() {
        assertThatThrownBy(() -> measure("Dear label, here is the song".getBytes(UTF_8)))
                .hasMessageContaining("not a WAV, AIFF, FLAC, MP3, M4A or Ogg");
        assertThatThrownBy(() -> measure(new byte[0])).isInstanceOf(IOException.class);
    }

    @Test
    void any_bytes_truncated_anywhere_end_in_bounded_time_without_a_crash() throws IOException {
        byte[] whole = new Wav()
                .format(2, 44100, 16)
                .chunk("bext", new byte[610])
                .tone(2000, 0.3)
                .chunk("LIST", "INFOINAM\5\0\0\0Kyma\0\0".getBytes(UTF_8))
                .chunk("id3 ", "ID3\4\0\0\0\0\0\177".getBytes(UTF_8))
                .bytes();
        SplittableRandom chance = new SplittableRandom(11);
        for (int run = 0; run < 600; run++) {
            byte[] odd = Arrays.copyOf(whole, chance.nextInt(whole.length + 1));
            for (int i = chance.nextInt(6); i > 0 && odd.length > 0; i--)
                odd[chance.nextInt(Math.min(odd.length, 900))] = (byte) chance.nextInt();
            Path file = file(odd);
            try {
                AudioMeasuring.measure(file, done -> {});
                TagReading.of(file);
            } catch (IOException said) {
                assertThat(said.getMessage()).isNotBlank();
            }
            Files.delete(file);
        }
    }

    @Test
    void a_file_of_countless_empty_chunks_does_not_fill_the_memory() throws IOException {
        Wav wav = new Wav();
        for (int i = 0; i < 20_000; i++) wav.chunk("void", new byte[0]);
        try (FileChannel channel = FileChannel.open(file(wav.bytes()))) {
            RiffFile riff = RiffFile.walk(channel);
            assertThat(riff.chunks()).hasSize(4096);
            assertThat(riff.faults()).isNotEmpty();
        }
    }

    @Test
    void a_flac_without_end_of_its_head_is_found_out() throws IOException {
        byte[] bytes = new byte[60];
        System.arraycopy("fLaC".getBytes(UTF_8), 0, bytes, 0, 4);
        bytes[7] = 34;
        bytes[18] = 0x0A;
        bytes[19] = (byte) 0xC4;
        bytes[20] = 0x42;
        bytes[21] = (byte) 0xF0;
        try (FileChannel channel = FileChannel.open(file(bytes))) {
            FlacFile flac = FlacFile.walk(channel);
            assertThat(flac.stream().sampleRate()).isEqualTo(44100);
            assertThat(flac.stream().channels()).isEqualTo(2);
            assertThat(flac.stream().bits()).isEqualTo(16);
            assertThat(flac.faults()).isNotEmpty();
        }
    }
}
