package app.entrada.core.delivery.kind;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.Price;
import app.entrada.core.disc.CdText;
import app.entrada.core.release.Release;
import app.entrada.core.text.Delimited;
import com.rometools.rome.feed.synd.SyndFeed;
import com.rometools.rome.io.SyndFeedInput;
import java.io.ByteArrayInputStream;
import java.io.StringReader;
import java.util.Base64;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("S1, S3 Each kind of receiver gets its own documents, the same every time")
class ComposingTest {
    private static Release rich() {
        return Samples.single()
                .with("track.summary", "A walk along the weir.")
                .with("track.episode", "12")
                .with("release.series", "Weirside Talks")
                .with("release.description", "Talks by the water.")
                .with("recording.keywords", "water; quiet")
                .with("recording.moods", "calm")
                .with("recording.tempoClass", "slow")
                .with("recording.instrumental", "no")
                .with("recording.country", "DE")
                .with("recording.recordedOn", "2026-06")
                .with("recording.credits", "Joss Amberley: vocals, guitar; Hanna Veil: mastering")
                .release();
    }

    static List<String> destinations() {
        return Receivers.all().stream().map(Profile::id).toList();
    }

    @ParameterizedTest
    @MethodSource("destinations")
    void the_same_facts_give_the_same_bytes_and_every_path_is_there_once(String destination) {
        Consignment one = Composing.of(Sent.of(rich(), destination).out());
        Consignment other = Composing.of(Sent.of(rich(), destination).out());
        assertThat(one.documents()).isNotEmpty();
        for (int i = 0; i < one.documents().size(); i++)
            assertThat(other.documents().get(i).bytes())
                    .isEqualTo(one.documents().get(i).bytes());
        assertThat(other.files()).isEqualTo(one.files());
        assertThat(java.util.stream.Stream.concat(
                        one.documents().stream().map(Consignment.Document::path),
                        one.files().stream().map(Consignment.Attached::path)))
                .doesNotHaveDuplicates();
    }

    private static String document(Sent sent) {
        return Composing.of(sent.out()).documents().get(0).text();
    }

    private static Map<String, String> firstLine(String csv) throws Exception {
        List<Delimited.DelimitedLine> lines = Delimited.read(csv, ',');
        Map<String, String> said = new HashMap<>();
        for (int i = 0; i < lines.get(0).cells().size(); i++)
            said.put(lines.get(0).cells().get(i), lines.get(1).cells().get(i));
        return said;
    }

    @Test
    void a_performers_society_gets_every_performer_and_nobody_who_is_not_heard() throws Exception {
        String csv = document(Sent.of(rich(), "ppo"));
        assertThat(csv).contains("Joss Amberley").doesNotContain("Hanna Veil");
        assertThat(firstLine(csv))
                .containsEntry("ISRC", "XANW92600031")
                .containsEntry("Recorded", "2026-06")
                .containsEntry("Country of recording", "DE")
                .containsEntry("P-line year", "2027")
                .containsEntry("P-line owner", "Ninth Weir Records")
                .containsEntry("Performer", "The Paper Ferrymen")
                .containsEntry("Category", "main");
    }

    @Test
    void a_sync_library_gets_what_a_supervisor_searches_by() throws Exception {
        Outgoing.Terms terms = Outgoing.Terms.at(Optional.of(new Price(450, Currency.getInstance("EUR"))));
        assertThat(firstLine(document(Sent.of(rich(), "aldermoor").by(terms))))
                .containsEntry("Vocals", "yes")
                .containsEntry("Tempo class", "slow")
                .containsEntry("Moods", "calm")
                .containsEntry("Keywords", "water; quiet")
                .containsEntry("Samples cleared", "none used")
                .containsEntry("Price", "450")
                .containsEntry("Currency", "EUR");
    }

    @Test
    void an_open_catalogue_gets_fingerprints_of_confirmed_files_only() {
        JsonMapper json = new JsonMapper();
        JsonNode track = json.readTree(document(Sent.of(rich(), "commonshelf")))
                .path("tracks")
                .path(0);
        // its master was put there by a person; only the print is not made yet
        assertThat(track.path("confirmed").asBoolean()).isTrue();
        assertThat(track.has("fingerprint")).isFalse();
        assertThat(track.path("milliseconds").asLong()).isEqualTo(49_000);
        JsonNode sure = json.readTree(document(Sent.of(rich(), "commonshelf").confirmed()));
        assertThat(Base64.getDecoder()
                        .decode(sure.path("tracks").path(0).path("fingerprint").asString()))
                .isNotEmpty();
        assertThat(sure.path("source").path("note").asString()).contains("each was assigned to its track by a person");
    }

    @Test
    void a_feed_has_one_item_an_episode_with_its_enclosure() throws Exception {
        Document feed = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(
                        Composing.of(Sent.of(rich(), "hearthcast").out())
                                .documents()
                                .get(0)
                                .bytes()));
        assertThat(feed.getElementsByTagName("title").item(0).getTextContent()).isEqualTo("Weirside Talks");
        Element enclosure = (Element) feed.getElementsByTagName("enclosure").item(0);
        assertThat(enclosure.getAttribute("url"))
                .isEqualTo("https://weir.example/feeds/k/episodes/7/resources/01.flac");
        assertThat(enclosure.getAttribute("length")).isEqualTo("1234");
        assertThat(feed.getElementsByTagName("pubDate").item(0).getTextContent())
                .isEqualTo("Fri, 12 Feb 2027 06:00:00 GMT");
        assertThat(feed.getElementsByTagName("hearth:lasts").item(0).getTextContent())
                .isEqualTo("0:49");
        assertThat(feed.getElementsByTagName("hearth:number").item(0).getTextContent())
                .isEqualTo("12");
        Document gone = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(Composing.of(Sent.of(rich(), "hearthcast")
                                .on(Outgoing.Occasion.TAKEDOWN)
                                .out())
                        .documents()
                        .get(0)
                        .bytes()));
        assertThat(gone.getElementsByTagName("item").getLength()).isZero();
    }

    @Test
    void a_feed_reader_that_is_not_ours_finds_the_episode_and_its_sound() throws Exception {
        SyndFeed feed = new SyndFeedInput().build(new StringReader(document(Sent.of(rich(), "hearthcast"))));
        assertThat(feed.getFeedType()).isEqualTo("rss_2.0");
        assertThat(feed.getTitle()).isEqualTo("Weirside Talks");
        assertThat(feed.getDescription()).isEqualTo("Talks by the water.");
        assertThat(feed.getLanguage()).isEqualTo("en");
        assertThat(feed.getEntries()).singleElement().satisfies(entry -> {
            assertThat(entry.getTitle()).isEqualTo("Slack Water");
            assertThat(entry.getDescription().getValue()).isEqualTo("A walk along the weir.");
            assertThat(entry.getPublishedDate()).isEqualTo("2027-02-12T06:00:00Z");
            assertThat(entry.getEnclosures()).singleElement().satisfies(sound -> {
                assertThat(sound.getType()).isEqualTo("audio/mpeg");
                assertThat(sound.getLength()).isEqualTo(1234);
            });
        });
    }

    @Test
    void a_plant_gets_texts_that_another_reader_of_packs_finds_again() {
        Consignment disc = Composing.of(Sent.of(rich(), "ferrous-lane").out());
        CdText text = CdText.read(disc.document("disc/image.cdt").orElseThrow().bytes());
        assertThat(text.blocks().get(0).texts().get(CdText.PackType.TITLE))
                .containsExactly("Slack Water", "Slack Water");
        assertThat(disc.document("disc/image.cue").orElseThrow().text()).contains("INDEX 01 00:00:00");
        assertThat(disc.document("disc/pq.txt").orElseThrow().text()).contains("XA-NW9-26-00031");
    }

    @Test
    void a_host_is_told_what_the_sender_chose() {
        JsonMapper json = new JsonMapper();
        Outgoing.Terms terms = new Outgoing.Terms("private", true, false, "", "2027-03-05", Optional.empty());
        JsonNode entry = json.readTree(document(Sent.of(rich(), "pebblewave").by(terms)));
        assertThat(entry.path("visibility").asString()).isEqualTo("private");
        assertThat(entry.path("downloads").asBoolean()).isTrue();
        assertThat(entry.path("embedding").asBoolean()).isFalse();
        assertThat(entry.path("releaseDate").asString()).isEqualTo("2027-03-05");
        assertThat(entry.path("audio").path("path").asString()).isEqualTo("resources/01.flac");
    }
}
