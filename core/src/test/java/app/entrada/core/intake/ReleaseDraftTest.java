package app.entrada.core.intake;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.map.TagFacts;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("G1, G5, G7 A release as a heap of files suggests it")
class ReleaseDraftTest {
    private final List<ReleaseDraft.Heard> files = new ArrayList<>();

    private static TagEntry tag(String id, String value) {
        return TagEntry.text(Container.ID3, id, List.of(value));
    }

    private ReleaseDraftTest file(String name, long quality, long recording, Set<String> same, TagEntry... tags) {
        files.add(new ReleaseDraft.Heard(
                name,
                name,
                "Tidewrack session/masters",
                files.size(),
                60,
                quality,
                TagFacts.of(List.of(tags)),
                recording == 0 ? OptionalLong.empty() : OptionalLong.of(recording),
                same));
        return this;
    }

    private ReleaseDraftTest file(String name, TagEntry... tags) {
        return file(name, 1, 0, Set.of(), tags);
    }

    @Test
    void tags_come_before_names_and_numbers_order() {
        ReleaseDraft draft = file(
                        "b.wav",
                        tag("TIT2", "Eelgrass (Instrumental)"),
                        tag("TRCK", "2/3"),
                        tag("TALB", "Tidewrack Almanac"))
                .file("03_Saltings_FINAL.wav")
                .file(
                        "a.wav",
                        tag("TIT2", "Almanac (feat. Joss Amberley)"),
                        tag("TRCK", "1/3"),
                        tag("TALB", "Tidewrack Almanac"),
                        tag("TPE1", "Mira Tollgate"))
                .draft();
        assertThat(draft.title().value()).isEqualTo("Tidewrack Almanac");
        assertThat(draft.title().source()).isEqualTo("tags of 2 files, for example ID3v2 TALB");
        assertThat(draft.artists().value()).isEqualTo("Mira Tollgate");
        assertThat(draft.kind()).isEqualTo("single");
        assertThat(draft.tracks())
                .extracting(track -> track.title().value())
                .containsExactly("Almanac", "Eelgrass", "Saltings");
        assertThat(draft.tracks().get(0).featured().value()).isEqualTo("Joss Amberley");
        assertThat(draft.tracks().get(1).version().value()).isEqualTo("Instrumental");
        assertThat(draft.tracks().get(2).title().source()).isEqualTo("file name");
    }

    private ReleaseDraft draft() {
        return ReleaseDraft.of(files);
    }

    @Test
    void without_any_tag_the_folder_names_the_release_and_ten_comes_after_two() {
        ReleaseDraft draft =
                file("10 Neap.wav").file("2 Jetty Rats.wav").file("Yawl.wav").draft();
        assertThat(draft.title().value()).isEqualTo("Tidewrack session");
        assertThat(draft.tracks())
                .extracting(track -> track.title().value())
                .containsExactly("Jetty Rats", "Neap", "Yawl");
    }

    @Test
    void files_that_sound_the_same_are_one_track_and_the_best_is_its_master() {
        ReleaseDraft draft = file("listen.mp3", 5, 0, Set.of("master.wav"), tag("TIT2", "Undertow"))
                .file("master.wav", 900, 0, Set.of("listen.mp3"))
                .draft();
        assertThat(draft.tracks()).hasSize(1);
        assertThat(draft.tracks().get(0).file()).isEqualTo("master.wav");
        assertThat(draft.tracks().get(0).others()).containsExactly("listen.mp3");
        assertThat(draft.tracks().get(0).title().value()).isEqualTo("Undertow");
    }

    @Test
    void one_stray_file_among_seven_names_nothing() {
        file("stray.mp3", tag("TALB", "Best of the Harbour"), tag("TPE2", "Somebody Else"));
        for (int i = 1; i <= 6; i++) file(i + " Neap.wav");
        assertThat(draft().title().value()).isEqualTo("Tidewrack session");
        assertThat(draft().artists().value()).isEmpty();
    }

    @Test
    void known_sound_keeps_its_recording() {
        assertThat(file("x.wav", 1, 42, Set.of()).draft().tracks().get(0).recording())
                .hasValue(42);
    }

    @Test
    void five_artists_make_a_compilation() {
        for (String name : List.of("A", "B", "C", "D", "E")) file(name + ".wav", tag("TPE1", "Artist " + name));
        assertThat(draft().kind()).isEqualTo("compilation");
        assertThat(draft().artists().value())
                .as("none of them is the release's")
                .isEmpty();
        assertThat(draft().tracks().stream()
                        .filter(track -> !track.artists().value().isEmpty()))
                .hasSize(5);
    }

    @ParameterizedTest
    @CsvSource({
        "Saltings.txt, 'low over water', LYRICS",
        "Saltings.lrc, '[00:01.00]low over water', LYRICS",
        "notes.txt, 'call the printer', TEXT",
        "disc.cue, 'TRACK 01 AUDIO\n  INDEX 01 00:02:00\n', CUE_SHEET",
        "lead sheet Saltings.pdf, '%PDF-1.4', SHEET_MUSIC",
        "Sample clearance.pdf, '%PDF-1.4', PERMISSION",
        "budget.pdf, '%PDF-1.4', DOCUMENT",
        "session.bin, '\u0000\u0001', OTHER"
    })
    void papers_are_told_by_their_content_and_then_their_name(String name, String content, AttachmentKind expected) {
        assertThat(AttachmentKind.of(name, content.getBytes(UTF_8))).isEqualTo(expected);
    }

    @Test
    void a_paper_goes_to_the_track_that_its_name_holds() {
        List<String> titles = List.of("Almanac", "Eelgrass", "Salt Mirror", "Eddy");
        assertThat(AttachmentPlacement.track("Salt_Mirror lyrics.txt", titles)).isEqualTo(3);
        assertThat(AttachmentPlacement.track("02 eelgrass.lrc", titles)).isEqualTo(2);
        assertThat(AttachmentPlacement.track("contract with the printer.pdf", titles))
                .isZero();
    }

    @Test
    void containers_that_disagree_are_said_and_a_title_cut_at_thirty_letters_is_none() {
        TagEntry old = TagEntry.text(Container.ID3V1, "title", List.of("A Longer Song About The Tide T"));
        TagEntry full = TagEntry.text(Container.ID3, "TIT2", List.of("A Longer Song About The Tide Tables"));
        TagEntry ape = TagEntry.text(Container.APE, "Artist", List.of("Mira Tolgate"));
        TagFacts facts = TagFacts.of(List.of(old, full, ape, tag("TPE1", "Mira Tollgate")));
        assertThat(facts.disagreements()).hasSize(1);
        assertThat(facts.disagreements().get(0).values())
                .containsEntry("ID3v2 TPE1", "Mira Tollgate")
                .containsEntry("APEv2 Artist", "Mira Tolgate");
        assertThat(facts.offers())
                .extracting(TagFacts.FoundValue::value)
                .contains("A Longer Song About The Tide Tables");
    }
}
