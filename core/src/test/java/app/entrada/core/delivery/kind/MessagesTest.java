package app.entrada.core.delivery.kind;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.BagItPackage;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.release.Release;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;

@DisplayName("S3–S4 What leaves is exact, whole and the same every time")
class MessagesTest {
    private static String message(Release release) {
        return message(release, Outgoing.Occasion.FULL, "lumenfold");
    }

    private static String message(Release release, Outgoing.Occasion occasion, String destination) {
        return StoreMessage.of(Sent.of(release, destination).on(occasion).out());
    }

    @Test
    void a_genre_is_told_in_the_receiver_s_own_word() throws Exception {
        Document message = parse(message(
                Samples.single().with("release.genre", "Electronic").release(),
                Outgoing.Occasion.FULL,
                "crate-and-lantern"));
        assertThat(message.getElementsByTagName("GenreText").item(0).getTextContent())
                .isEqualTo("Electronica");
    }

    private static Document parse(String xml) throws Exception {
        return DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)));
    }

    private static List<String> texts(Document message, String element) {
        var found = message.getElementsByTagName(element);
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++)
            texts.add(found.item(i).getTextContent().strip());
        return texts;
    }

    @Test
    void every_reference_resolves_and_every_fact_stands_in_its_place() throws Exception {
        Release release = Samples.single()
                .with("track.version", "Radio Edit")
                .with("track.featured", "Mira Tollgate")
                .with("release.territories", "worldwide except US")
                .release();
        Document message = parse(message(release));
        assertThat(texts(message, "ResourceReference"))
                .containsAll(texts(message, "ReleaseResourceReference"))
                .containsAll(texts(message, "LinkedReleaseResourceReference"));
        assertThat(texts(message, "PartyReference"))
                .containsAll(texts(message, "ArtistPartyReference"))
                .containsAll(texts(message, "ContributorPartyReference"))
                .containsAll(texts(message, "ReleaseLabelReference"));
        assertThat(texts(message, "ReleaseReference")).containsAll(texts(message, "DealReleaseReference"));
        assertThat(texts(message, "FullName"))
                .contains("The Paper Ferrymen", "Mira Tollgate", "Joss Amberley", "Ines Quillon");
        assertThat(texts(message, "ISRC")).containsExactly("XANW92600031");
        assertThat(texts(message, "ICPN")).containsExactly("9521234500292");
        assertThat(texts(message, "DisplayTitleText")).containsExactly("Slack Water (Radio Edit)", "Slack Water");
        assertThat(texts(message, "DisplayArtistRole")).containsExactly("MainArtist", "FeaturedArtist", "MainArtist");
        assertThat(texts(message, "Duration")).containsExactly("PT0M49S");
        assertThat(texts(message, "ExcludedTerritoryCode")).containsExactly("US", "US");
        assertThat(texts(message, "StartDate")).containsOnly("2027-02-12");
        assertThat(texts(message, "HashSumValue")).containsOnly(Sent.SUM.hex());
    }

    @Test
    void a_distributor_is_told_in_every_deal_where_it_goes_on_to() throws Exception {
        Profile quay = DestinationPattern.byId("distributor")
                .begin(
                        "quay",
                        "Quay",
                        LocalDate.of(2026, 12, 1),
                        Map.of("outlets", List.of("Tidebox", "Lantern & Sons", "Osier Row")));
        Document all =
                parse(StoreMessage.of(Sent.of(Samples.single().release(), quay).out()));
        assertThat(texts(all, "DistributionChannel"))
                .containsExactly("Tidebox", "Lantern & Sons", "Osier Row", "Tidebox", "Lantern & Sons", "Osier Row");
        Release release =
                Samples.single().with("release.outlets", "quay: Lantern & Sons").release();
        assertThat(texts(parse(StoreMessage.of(Sent.of(release, quay).out())), "DistributionChannel"))
                .containsExactly("Lantern & Sons", "Lantern & Sons");
        assertThat(texts(parse(message(release)), "DistributionChannel")).isEmpty();
    }

    @Test
    void a_takedown_ends_every_deal_on_the_day_it_is_sealed_and_an_update_says_that_it_is_one() throws Exception {
        Release release = Samples.single().release();
        Document takedown = parse(message(release, Outgoing.Occasion.TAKEDOWN, "lumenfold"));
        assertThat(texts(takedown, "EndDate")).containsExactly("2026-11-23", "2026-11-23");
        assertThat(texts(takedown, "MessageControlType")).containsExactly("UpdatedMessage");
        Document full = parse(message(release, Outgoing.Occasion.FULL, "lumenfold"));
        assertThat(texts(full, "EndDate")).isEmpty();
        assertThat(texts(full, "MessageControlType")).containsExactly("LiveMessage");
    }

    @Test
    void a_shop_that_sells_gets_the_tier_and_the_preview_and_a_service_that_streams_does_not() throws Exception {
        Release release = Samples.single()
                .with("release.priceTier", "full")
                .with("track.previewStart", "0:12")
                .release();
        Document shop = parse(message(release, Outgoing.Occasion.FULL, "crate-and-lantern"));
        assertThat(texts(shop, "PriceType")).containsOnly("full");
        assertThat(texts(shop, "PreviewStart")).containsExactly("0:12");
        assertThat(texts(shop, "UseType")).containsOnly("PermanentDownload");
        assertThat(texts(parse(message(release)), "PriceType")).isEmpty();
    }

    @Test
    void the_same_facts_give_the_same_text() {
        assertThat(message(Samples.single().release()))
                .isEqualTo(message(Samples.single().release()));
    }

    @Test
    void marks_of_xml_in_a_title_stay_text() throws Exception {
        Document message = parse(message(
                Samples.single().with("track.title", "<&> \"quay\"\u0001").release()));
        assertThat(texts(message, "TitleText")).containsExactly("<&> \"quay\"");
    }

    private static byte[] bag() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Map<String, String> info = new LinkedHashMap<>();
        info.put("External-Identifier", "one");
        BagItPackage.write(
                out,
                List.of(BagItPackage.text("message.xml", "<m/>"), BagItPackage.text("resources/01.txt", "abc")),
                info);
        return out.toByteArray();
    }

    @Test
    void a_bag_lists_its_payload_and_its_lists_as_rfc_8493_says() throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bag()))) {
            for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry())
                files.put(entry.getName(), zip.readAllBytes());
        }
        assertThat(files.keySet())
                .containsExactly(
                        "bagit.txt",
                        "bag-info.txt",
                        "manifest-sha256.txt",
                        "tagmanifest-sha256.txt",
                        "data/message.xml",
                        "data/resources/01.txt");
        // SHA-256 of "abc": FIPS 180-4's own example
        assertThat(new String(files.get("manifest-sha256.txt"), UTF_8))
                .contains("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad  data/resources/01.txt\n");
        assertThat(new String(files.get("bag-info.txt"), UTF_8)).contains("Payload-Oxum: 7.2\n");
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (String line : new String(files.get("tagmanifest-sha256.txt"), UTF_8).split("\n")) {
            String[] parts = line.split("  ");
            assertThat(HexFormat.of().formatHex(digest.digest(files.get(parts[1]))))
                    .isEqualTo(parts[0]);
        }
    }

    @Test
    void the_same_content_gives_the_same_package() throws IOException {
        assertThat(bag()).isEqualTo(bag());
    }

    @Test
    void a_path_out_of_the_package_is_refused() {
        assertThatThrownBy(() -> BagItPackage.text("../x", "")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> BagItPackage.text("/x", "")).isInstanceOf(IllegalArgumentException.class);
    }
}
