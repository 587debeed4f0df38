package app.entrada.core.copy.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.entrada.core.Samples;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.sound.AudioFacts;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("E1, E6 Recipes: what they may say, and what comes of a master by them")
class RecipeTest {
    private static final String RADIO = """
            name: Radio
            purpose: For one station.
            format: MP3
            kbps: 192
            fileName: "{artist} - {title}"
            """;

    @ParameterizedTest
    @MethodSource("shipped")
    void a_shipped_recipe_is_the_same_after_writing_and_reading(Recipe recipe) {
        assertThat(Recipe.read(recipe.id(), recipe.yaml())).isEqualTo(recipe);
    }

    static List<Recipe> shipped() {
        return Recipe.shipped();
    }

    @ParameterizedTest(name = "{1} in place of {0}")
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            kbps: 192      | kbps: 190              | MP3 has no bit rate of 190 kbit/s
            kbps: 192      | quality: 11            | quality is 0 to 9
            kbps: 192      | rate: 44100            | MP3 needs a bit rate
            kbps: 192      | kbps: many             | “kbps” is “many”; expected: a whole number
            format: MP3    | format: WAV            | WAV is lossless, so it has no bit rate
            format: MP3    | format: tape           | The format is “tape”; expected: WAV, AIFF, FLAC
            kbps: 192      | kbps: 192\\nbits: 20  | bits are 16 or 24, not 20
            kbps: 192      | kbps: 192\\nrate: 9   | rate is 44100, 48000, 88200 or 96000, not 9
            kbps: 192      | kbps: 192\\ncolour: 1 | A recipe has no key “colour”
            name: Radio    | name: ''             | The recipe has no “name”
            {title}        | {melody}               | melody
            kbps: 192      | kbps: 192\\ncontainers: [bext]   | MP3 has no
            kbps: 192      | kbps: 192\\ncontainers: [sleeve] | There is no kind of tag “sleeve”
            kbps: 192      | kbps: 192\\nwithout: [Weather]   | There is no fact “Weather” to leave out
            kbps: 192      | kbps: 192\\npicture: { side: 20, bytes: 20000 } | not 20 and 20000
            kbps: 192      | kbps: 192\\nnameSpace: 'a b'     | letters, digits and full stops
            """)
    void what_is_wrong_is_said_with_what_is_wanted(String right, String wrong, String said) {
        String recipe = RADIO.replace(right, wrong.replace("\\n", "\n"));
        assertThat(recipe).isNotEqualTo(RADIO);
        assertThatThrownBy(() -> Recipe.read("radio", recipe))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(said);
    }

    @Test
    void two_texts_never_stand_in_one_place() {
        String twice = RADIO + """
                texts:
                  - { name: Contact, says: "{release.label}", in: { id3: [COMM] } }
                  - { name: Greeting, says: "{title}", in: { id3: [COMM] } }
                """;
        assertThatThrownBy(() -> Recipe.read("radio", twice)).hasMessageContaining("only one fits");
    }

    @Test
    void text_that_is_no_recipe_is_said_to_be_none() {
        assertThatThrownBy(() -> Recipe.read("radio", "")).hasMessage("The recipe is empty");
        assertThatThrownBy(() -> Recipe.read("radio", "name: ["))
                .hasMessageStartingWith("The recipe is not valid YAML");
        assertThatThrownBy(() -> Recipe.byId("cassette"))
                .hasMessageStartingWith("There is no recipe “cassette”; available: store-wav, store-flac");
    }

    private static AudioFacts master(SoundFormat format, SoundCodec codec, int rate, int bits, long seconds) {
        return Samples.audio(format, codec, rate, bits, 7_000_000, List.of(), seconds, 2, null);
    }

    private static Encoding encoding(CopyFormat format, int kbps, int bits, int rate) {
        return new Encoding(format, kbps, -1, bits, rate);
    }

    /** Lossy sound is never coded again into its own kind: it would lose twice. */
    @Test
    void a_master_goes_into_a_copy_as_it_is_where_nothing_would_be_gained() {
        AudioFacts wav = master(SoundFormat.WAV, SoundCodec.PCM, 96_000, 24, 60);
        assertThat(encoding(CopyFormat.WAV, 0, 0, 0).takesAsItIs(wav)).isTrue();
        assertThat(encoding(CopyFormat.WAV, 0, 24, 96_000).takesAsItIs(wav)).isTrue();
        assertThat(encoding(CopyFormat.WAV, 0, 16, 0).takesAsItIs(wav)).isFalse();
        assertThat(encoding(CopyFormat.WAV, 0, 0, 44_100).takesAsItIs(wav)).isFalse();
        assertThat(encoding(CopyFormat.FLAC, 0, 0, 0).takesAsItIs(wav)).isFalse();
        AudioFacts mp3 = master(SoundFormat.MP3, SoundCodec.MP3, 44_100, 0, 60);
        assertThat(encoding(CopyFormat.MP3, 320, 0, 0).takesAsItIs(mp3)).isTrue();
        AudioFacts floating = master(SoundFormat.WAV, SoundCodec.FLOAT, 44_100, 32, 60);
        assertThat(encoding(CopyFormat.WAV, 0, 0, 0).takesAsItIs(floating)).isTrue();
        assertThat(encoding(CopyFormat.WAV, 0, 24, 0).takesAsItIs(floating)).isFalse();
    }

    /** MP3, Vorbis and Opus end at 48 kHz, AAC at 96; a multiple of 44.1 stays one. */
    @ParameterizedTest
    @CsvSource({
        "MP3, 96000, 48000",
        "MP3, 88200, 44100",
        "MP3, 44100, 44100",
        "M4A, 192000, 48000",
        "M4A, 96000, 96000",
        "VORBIS, 176400, 44100",
        "OPUS, 44100, 48000",
        "FLAC, 192000, 192000"
    })
    void no_coder_is_asked_for_a_rate_that_it_does_not_hold(CopyFormat format, int from, int to) {
        AudioFacts wav = master(SoundFormat.WAV, SoundCodec.PCM, from, 24, 60);
        Encoding encoding = encoding(format, format.lossless() ? 0 : 256, 0, 0);
        assertThat(encoding.rateFor(wav)).isEqualTo(to);
        assertThat(encoding.resampled(wav).isPresent()).isEqualTo(from != to);
    }

    @Test
    void fewer_bits_or_another_rate_lose_something_and_more_bits_do_not() {
        AudioFacts deep = master(SoundFormat.WAV, SoundCodec.PCM, 48_000, 24, 60);
        assertThat(encoding(CopyFormat.FLAC, 0, 0, 0).keepsSamples(deep)).isTrue();
        assertThat(encoding(CopyFormat.FLAC, 0, 24, 0).keepsSamples(deep)).isTrue();
        assertThat(encoding(CopyFormat.FLAC, 0, 16, 0).reduces(deep)).isTrue();
        assertThat(encoding(CopyFormat.FLAC, 0, 0, 44_100).reduces(deep)).isTrue();
        assertThat(encoding(CopyFormat.MP3, 320, 0, 0).keepsSamples(deep)).isFalse();
        AudioFacts lossy = master(SoundFormat.M4A, SoundCodec.AAC, 44_100, 0, 60);
        assertThat(encoding(CopyFormat.WAV, 0, 0, 0).keepsSamples(lossy)).isFalse();
    }

    /**
     * Sixty seconds. PCM: 44,100 · 2 · 2 bytes a second. MP3 of 320 kbit/s: frames of 1,152 samples and 144,000 · 320 /
     * 44,100 bytes, 2,297 of them with what the coder holds back, and one of 1,044 bytes that tells the length.
     */
    @Test
    void the_size_of_a_copy_is_foreseen() {
        AudioFacts wav = master(SoundFormat.WAV, SoundCodec.PCM, 44_100, 16, 60);
        assertThat(encoding(CopyFormat.AIFF, 0, 0, 0).foreseen(wav)).isEqualTo(60L * 44_100 * 4);
        assertThat(encoding(CopyFormat.WAV, 0, 24, 0).foreseen(wav)).isEqualTo(60L * 44_100 * 6);
        assertThat(encoding(CopyFormat.WAV, 0, 0, 0).foreseen(wav)).isEqualTo(7_000_000);
        long frames = (60L * 44_100 + 1151) / 1152 + 1;
        assertThat(encoding(CopyFormat.MP3, 320, 0, 0).foreseen(wav))
                .isEqualTo((long) Math.floor(frames * 144_000.0 * 320 / 44_100) + 1044);
        assertThat((double) encoding(CopyFormat.M4A, 256, 0, 0).foreseen(wav))
                .isCloseTo(256_000 / 8.0 * 60, within(30_000.0));
    }

    @ParameterizedTest
    @CsvSource({"MP3, 320, 0, 0, MP3 320 kbit/s", "WAV, 0, 16, 44100, WAV 16 bit 44.1 kHz", "FLAC, 0, 0, 0, FLAC"})
    void an_encoding_is_said_in_few_words(CopyFormat format, int kbps, int bits, int rate, String words) {
        assertThat(encoding(format, kbps, bits, rate).label()).isEqualTo(words);
    }
}
