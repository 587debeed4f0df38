package app.entrada.core.tag.map;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.release.Release;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("E1 Each fact stands where its container's standard puts it")
class EmbeddingMapTest {
    private final Release release = Samples.single()
            .with("track.version", "Radio Edit")
            .with("track.featured", "Mira Tollgate")
            .with("release.originalDate", "2019-05-03")
            .with("work.writers", "Joss Amberley: C; Ines Quillon: CA")
            .release();

    private TagPlan plan(String recipe) {
        var master = Optional.of(Samples.audio(SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 9, List.of()));
        return TagPlan.of(
                Recipe.byId(recipe), TagSource.of(release, release.tracks().get(0), master), List.of());
    }

    private List<String> values(String recipe, Container container, String id) {
        return plan(recipe).entries(container).stream()
                .filter(entry -> entry.id().equals(id))
                .findFirst()
                .map(TagEntry::values)
                .orElse(List.of());
    }

    @ParameterizedTest(name = "{0} {1}")
    @CsvSource({
        "ID3, TIT2, Slack Water (Radio Edit)",
        "ID3, TIT3, Radio Edit",
        "ID3, TPE1, The Paper Ferrymen",
        "ID3, TXXX:FEATURED, Mira Tollgate",
        "ID3, TXXX:ADVISORY, no",
        "ID3, TPE2, The Paper Ferrymen",
        "ID3, TALB, Slack Water",
        "ID3, TRCK, 1/1",
        "ID3, TCOM, Joss Amberley|Ines Quillon",
        "ID3, TEXT, Ines Quillon",
        "ID3, TSRC, XANW92600031",
        "ID3, TXXX:BARCODE, 9521234500292",
        "ID3, TXXX:CATALOGNUMBER, NW-029",
        "ID3, TPUB, Ninth Weir Records",
        "ID3, TCOP, 2027 Ninth Weir Records",
        "ID3, TPRO, 2027 Ninth Weir Records",
        "ID3, TDRL, 2027-02-12",
        "ID3, TDOR, 2019-05-03",
        "ID3, TCON, Rock",
        "ID3, TLAN, eng",
        "ID3, TLEN, 49000",
        "VORBIS, TITLE, Slack Water (Radio Edit)",
        "VORBIS, VERSION, Radio Edit",
        "VORBIS, ARTIST, The Paper Ferrymen",
        "VORBIS, FEATURED, Mira Tollgate",
        "VORBIS, ALBUMARTIST, The Paper Ferrymen",
        "VORBIS, ALBUM, Slack Water",
        "VORBIS, TRACKNUMBER, 1",
        "VORBIS, TRACKTOTAL, 1",
        "VORBIS, ISRC, XANW92600031",
        "VORBIS, COMPOSER, Joss Amberley|Ines Quillon",
        "VORBIS, BARCODE, 9521234500292",
        "VORBIS, DATE, 2027-02-12",
        "VORBIS, ORIGINALDATE, 2019-05-03",
        "VORBIS, COPYRIGHT, 2027 Ninth Weir Records",
        "VORBIS, LABEL, Ninth Weir Records",
        "INFO, INAM, Slack Water (Radio Edit)",
        "INFO, IART, The Paper Ferrymen",
        "INFO, IPRD, Slack Water",
        "INFO, ITRK, 1",
        "INFO, ICOP, 2027 Ninth Weir Records",
        "INFO, ICRD, 2027-02-12",
        "INFO, IGNR, Rock",
        "BEXT, Originator, Ninth Weir Records",
        "BEXT, OriginatorReference, XANW92600031",
        "AXML, ISRC, XANW92600031"
    })
    void a_fact_has_its_place(String container, String id, String values) {
        String recipe = container.equals("VORBIS") ? "store-flac" : "store-wav";
        assertThat(values(recipe, Container.valueOf(container.toUpperCase(Locale.ROOT)), id))
                .containsExactly(values.split("\\|"));
    }

    @Test
    void the_isrc_never_stands_in_info_where_those_letters_mean_the_source() {
        assertThat(values("store-wav", Container.INFO, "ISRC")).isEmpty();
        assertThat(plan("store-wav").cannot()).contains(new TagPlan.CannotHold("ISRC", Container.INFO));
    }

    @Test
    void a_fact_that_is_not_given_is_neither_written_nor_missed() {
        Release bare = Samples.single().with("release.genre", "").release();
        TagPlan plan = TagPlan.of(
                Recipe.byId("store-wav"), TagSource.of(bare, bare.tracks().get(0), Optional.empty()), List.of());
        assertThat(plan.planned()).noneMatch(planned -> planned.fact().equals("Genre"));
        assertThat(plan.cannot()).noneMatch(cannot -> cannot.fact().equals("Genre"));
    }

    @Test
    void a_draft_s_wrong_code_is_not_embedded() {
        Release wrong = Samples.single()
                .with("recording.isrc", "XANW926")
                .with("release.barcode", "123")
                .release();
        TagPlan plan = TagPlan.of(
                Recipe.byId("store-wav"), TagSource.of(wrong, wrong.tracks().get(0), Optional.empty()), List.of());
        assertThat(plan.planned())
                .noneMatch(planned ->
                        planned.fact().equals("ISRC") || planned.fact().equals("Barcode"));
    }

    @Test
    void bext_is_ascii_and_fits_its_fields() {
        Release greek = Samples.single().with("track.title", "Κύμα ".repeat(80)).release();
        TagPlan plan = TagPlan.of(
                Recipe.byId("store-wav"), TagSource.of(greek, greek.tracks().get(0), Optional.empty()), List.of());
        String description = plan.entries(Container.BEXT).get(0).values().get(0);
        assertThat(description)
                .startsWith("The Paper Ferrymen: Kyma Kyma")
                .hasSizeLessThanOrEqualTo(256)
                .matches("\\p{ASCII}+");
    }
}
