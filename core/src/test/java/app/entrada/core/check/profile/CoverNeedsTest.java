package app.entrada.core.check.profile;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.check.rules.CoverAspect;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.text.Sha256;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What a destination asks of a front cover's file")
class CoverNeedsTest {
    /** Asks for 1,400 to 3,000 pixels and at most 300,000 bytes. */
    private static final CoverNeeds DIRECTORY = needs("hearthcast");

    /** Asks for 3,000 to 6,000 pixels and at most 10,000,000 bytes. */
    private static final CoverNeeds STORE = needs("lumenfold");

    private static CoverNeeds needs(String id) {
        return CoverNeeds.of(Receivers.byId(id)).orElseThrow();
    }

    private static PictureFacts cover(int width, int height, long bytes, String format, String colours) {
        return new PictureFacts(format, width, height, colours, 8, bytes, Sha256.of(new byte[] {1}), List.of());
    }

    @Test
    void figures_are_those_of_its_profile() {
        assertThat(List.of(DIRECTORY.minPixels(), DIRECTORY.maxPixels(), DIRECTORY.maxBytes()))
                .containsExactly(1400L, 3000L, 300_000L);
        assertThat(DIRECTORY.formats()).containsExactly("JPEG", "PNG");
        assertThat(STORE.minPixels()).isEqualTo(3000);
    }

    @Test
    void what_has_too_many_bytes_is_made_as_small_as_may_be() {
        PictureFacts heavy = cover(3000, 3000, 1_900_000, "JPEG", "RGB");
        assertThat(DIRECTORY.failing(heavy).keySet()).containsExactly(CoverAspect.BYTES);
        assertThat(DIRECTORY.made(heavy)).hasValue(new CoverNeeds.Made(1400, 300_000, false));
        assertThat(STORE.made(heavy)).isEmpty();
    }

    @Test
    void what_has_too_many_pixels_is_made_as_large_as_may_be() {
        PictureFacts large = cover(8000, 8000, 9_000_000, "JPEG", "RGB");
        assertThat(STORE.failing(large).keySet()).containsExactly(CoverAspect.PIXELS);
        assertThat(STORE.made(large)).hasValue(new CoverNeeds.Made(6000, 10_000_000, false));
    }

    @Test
    void print_colours_and_odd_formats_are_mended_at_the_same_size() {
        PictureFacts print = cover(3000, 3000, 4_000_000, "TIFF", "CMYK");
        assertThat(STORE.failing(print).keySet()).containsExactly(CoverAspect.FORMAT, CoverAspect.COLOURS);
        assertThat(STORE.made(print)).hasValue(new CoverNeeds.Made(0, 10_000_000, false));
    }

    @Test
    void one_row_too_few_is_cut_to_a_square_where_that_is_still_large_enough() {
        assertThat(STORE.made(cover(3001, 3000, 2_000_000, "JPEG", "RGB")))
                .hasValue(new CoverNeeds.Made(0, 10_000_000, true));
        // 1,400 × 1,399 cut to a square has 1,399, which is one too few; nothing is enlarged
        PictureFacts planted = cover(1400, 1399, 200_000, "JPEG", "RGB");
        assertThat(DIRECTORY.failing(planted).keySet()).containsExactly(CoverAspect.SQUARE);
        assertThat(DIRECTORY.made(planted)).isEmpty();
    }
}
