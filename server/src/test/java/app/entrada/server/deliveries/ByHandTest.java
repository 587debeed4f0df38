package app.entrada.server.deliveries;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("B0 What leaves by hand, by folder, as an archive: sealed and followed all the same")
class ByHandTest {
    private static Client manager;
    private static long release;
    private static String distributor;
    private static String society;
    private static String performers;
    private static String plant;
    private static Path folder;

    @BeforeAll
    static void a_release_and_four_destinations() throws IOException {
        manager = RunningServer.signedIn("manager");
        distributor = add("distributor", "Hollow Quay Distribution");
        society = add("authors-society", "Sluicegate Authors");
        performers = add("performers-society", "Lockside Performers");
        plant = add("pressing-plant", "Iron Paddle Pressing");
        folder = Files.createTempDirectory("plant");
        assertThat(way(distributor, "form", null).status()).isEqualTo(200);
        assertThat(way(society, "archive", null).status()).isEqualTo(200);
        assertThat(way(performers, "archive", null).status()).isEqualTo(200);
        assertThat(way(plant, "folder", folder.toString()).status()).isEqualTo(200);
        release = ReadyRelease.everywhere(manager, "Reed and Rush", List.of(distributor, society, performers, plant));
    }

    private static String add(String pattern, String name) {
        Map<String, Object> typed = new HashMap<>(Map.of(
                "pattern", pattern, "name", name, "leadDays", 1, "featuredInTitle", true, "version", "PARENTHESES"));
        typed.put("usual", false);
        return manager.post("/api/destinations", typed).json().path("id").asString();
    }

    private static Client.Answer way(String destination, String way, String url) {
        Map<String, Object> typed = new HashMap<>();
        typed.put("way", way);
        typed.put("url", url);
        return manager.put("/api/destinations/" + destination + "/secret", typed);
    }

    private static Map<String, Object> caption(String name, String fact, Object... more) {
        Map<String, Object> caption = new HashMap<>(Map.of("caption", name, "fact", fact));
        for (int i = 0; i < more.length; i += 2) caption.put((String) more[i], more[i + 1]);
        return caption;
    }

    private static void captions() {
        Client.Answer kept = manager.put(
                "/api/destinations/" + distributor + "/captions",
                List.of(
                        caption("Album title", "title", "limit", 100),
                        caption("Release date", "release.releaseDate", "date", "day/month/year"),
                        caption("Track title", "title", "per", "track"),
                        caption("Explicit", "track.explicit", "per", "track", "entered", "ticked"),
                        caption("Writer", "writer", "per", "writer", "names", "last, first")));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        assertThat(kept.json()).hasSize(5);
        assertThat(kept.json().path(1).path("date").asString()).isEqualTo("day/month/year");
    }

    private static JsonNode sheet() {
        Client.Answer sheet = manager.get("/api/releases/" + release + "/copy-sheets/" + distributor);
        assertThat(sheet.status()).as(sheet.text()).isEqualTo(200);
        return sheet.json();
    }

    private static JsonNode entry(String caption) {
        for (JsonNode each : sheet().path("entries"))
            if (each.path("caption").asString().equals(caption)) return each;
        throw new AssertionError("no caption " + caption);
    }

    private static Client.Answer send(String destination, String occasion) {
        return manager.post(
                "/api/releases/" + release + "/deliveries",
                Map.of(
                        "destination",
                        destination,
                        "occasion",
                        occasion,
                        "again",
                        true,
                        "declaresRights",
                        true,
                        "password",
                        RunningServer.PASSWORD));
    }

    private static long sent(String destination) {
        Client.Answer sent = send(destination, "delivery");
        if (sent.text().contains("\"cause\":\"COPIES\"")) {
            ReadyRelease.copies(manager, release, ReadyRelease.RECIPES);
            sent = send(destination, "delivery");
        }
        assertThat(sent.status()).as(sent.text()).isEqualTo(200);
        return sent.json().path(0).path("id").asLong();
    }

    private static JsonNode destination(String id) {
        for (JsonNode each :
                manager.get("/api/releases/" + release + "/deliveries").json())
            if (each.path("id").asString().equals(id)) return each;
        throw new AssertionError("no destination " + id);
    }

    private static JsonNode newest(String destination) {
        return destination(destination).path("deliveries").path(0);
    }

    private static Client.Answer step(long delivery, Map<String, Object> step) {
        return manager.post("/api/releases/" + release + "/deliveries/" + delivery + "/steps", step);
    }

    private static Client.Answer back(long delivery) {
        return manager.post("/api/releases/" + release + "/deliveries/" + delivery + "/steps/back", Map.of());
    }

    private static List<String> words(JsonNode array) {
        return array.valueStream().map(JsonNode::asString).toList();
    }

    @Test
    void a_distributor_s_outlets_are_named_chosen_and_told() throws IOException {
        String quay = add("distributor", "Lower Quay");
        assertThat(way(quay, "archive", null).status()).isEqualTo(200);
        String outlets = "/api/destinations/" + quay + "/outlets";
        Client.Answer twice = manager.put(outlets, Map.of("names", List.of("Tidebox", "tidebox")));
        assertThat(twice.status()).isEqualTo(422);
        assertThat(twice.text()).contains("appears twice among the outlets", "Nothing was changed");
        assertThat(RunningServer.signedIn("assistant")
                        .put(outlets, Map.of("names", List.of("Tidebox")))
                        .status())
                .isEqualTo(403);
        assertThat(manager.put(outlets, Map.of()).status()).isEqualTo(422);
        Client.Answer named = manager.put(outlets, Map.of("names", List.of(" Tidebox", "Lantern", "Osier Row")));
        assertThat(words(named.json().path("names"))).containsExactly("Tidebox", "Lantern", "Osier Row");

        String usual = String.join("; ", distributor, society, performers, plant);
        String withQuay = usual + "; " + quay;
        assertThat(manager.meant(release, "release.destinations", usual, withQuay)
                        .status())
                .isEqualTo(200);
        ReadyRelease.copies(manager, release, ReadyRelease.RECIPES);
        assertThat(channels(quay)).containsExactly("Tidebox", "Lantern", "Osier Row");
        manager.meant(release, "release.outlets", null, quay + ": Lantern");
        JsonNode choice = destination(quay).path("outlets");
        assertThat(words(choice.path("chosen"))).containsExactly("Lantern");
        assertThat(words(choice.path("names"))).hasSize(3);
        assertThat(channels(quay)).containsExactly("Lantern");

        manager.put(outlets, Map.of("names", List.of("Tidebox")));
        assertThat(destination(quay).toString())
                .contains("Lower Quay serves none of the chosen outlets: Lantern. Choose others");
        manager.meant(release, "release.destinations", withQuay, usual);
    }

    /** The channels that the first deal of the message names, as it would be sent now. */
    private static List<String> channels(String to) {
        Client.Answer text =
                manager.get("/api/releases/" + release + "/deliveries/preview?path=message.xml&destination=" + to);
        assertThat(text.status()).as(text.text()).isEqualTo(200);
        String deal = text.json().path("text").asString().split("</ReleaseDeal>", 2)[0];
        return Pattern.compile("<DistributionChannel>\\s*<PartyName>\\s*<FullName>([^<]*)")
                .matcher(deal)
                .results()
                .map(each -> each.group(1))
                .toList();
    }

    @Test
    void a_form_is_worked_through_handed_over_refused_mended_and_accepted() {
        String bare = add("distributor", "Bare Quay");
        assertThat(way(bare, "form", null).status()).isEqualTo(200);
        assertThat(send(bare, "delivery").text()).contains("captions of the form of Bare Quay");
        captions();
        assertThat(entry("Release date").path("value").asString()).isEqualTo("12/02/2027");
        assertThat(entry("Writer").path("value").asString()).isEqualTo("Amberley, Joss");
        assertThat(entry("Explicit").path("value").asString()).isEqualTo("no");
        assertThat(entry("Album title").path("length").asInt()).isEqualTo(13);

        // where one was is remembered, and a value that changes meanwhile is to be copied again
        String key = entry("Album title").path("key").asString();
        String copied = "/api/releases/" + release + "/copy-sheets/" + distributor + "/copied";
        assertThat(manager.put(copied, Map.of("key", key, "copied", true)).status())
                .isEqualTo(200);
        assertThat(entry("Album title").path("copied").asBoolean()).isTrue();
        JsonNode view = manager.get("/api/releases/" + release).json();
        view = manager.write(view, 0, "title", "Reed & Rush").json();
        assertThat(entry("Album title").path("copied").asBoolean()).isFalse();
        assertThat(entry("Album title").path("copiedBefore").asString()).isEqualTo("Reed and Rush");
        manager.write(view, 0, "title", "Reed and Rush");

        long first = sent(distributor);
        JsonNode delivery = newest(distributor);
        assertThat(delivery.path("state").asString()).isEqualTo("received");
        assertThat(words(delivery.path("steps")))
                .containsExactlyInAnyOrder("in review", "questions", "accepted", "rejected", "taken down");
        assertThat(entry("Album title").path("copied").asBoolean()).isFalse();

        Client.Answer refused = step(
                first,
                Map.of(
                        "state",
                        "rejected",
                        "number",
                        "HQ-7781",
                        "reasons",
                        List.of(Map.of("says", "The date is a holiday.", "track", 0, "field", "release.releaseDate"))));
        assertThat(refused.status()).as(refused.text()).isEqualTo(200);
        delivery = newest(distributor);
        assertThat(delivery.path("receipt").asString()).isEqualTo("HQ-7781");
        view = manager.get("/api/releases/" + release).json();
        assertThat(view.path("findings").toString()).contains("The date is a holiday.");

        manager.write(view, 0, "releaseDate", "2027-02-19").json();
        assertThat(sheet().path("entries")
                        .valueStream()
                        .filter(each -> each.path("changed").asBoolean())
                        .map(each -> each.path("caption").asString()))
                .containsExactly("Release date");
        assertThat(entry("Release date").path("before").asString()).isEqualTo("12/02/2027");
        // somebody has built on it once it is handed over again
        long second = sent(distributor);
        assertThat(back(first).problem()).isEqualTo("built-on");
        assertThat(step(second, Map.of("state", "accepted", "day", "2026-11-23"))
                        .status())
                .isEqualTo(200);
        assertThat(newest(distributor).path("state").asString()).isEqualTo("accepted");
        view = manager.get("/api/releases/" + release).json();
        assertThat(view.path("findings").toString()).doesNotContain("The date is a holiday.");

        // taken back, set again, live, and what changes since is told caption by caption
        assertThat(back(second).status()).isEqualTo(200);
        assertThat(newest(distributor).path("state").asString()).isEqualTo("received");
        assertThat(back(second).problem()).isEqualTo("built-on");
        assertThat(step(second, Map.of("state", "accepted")).status()).isEqualTo(200);
        assertThat(step(second, Map.of("state", "live")).status()).isEqualTo(200);
        manager.write(view, 0, "title", "Reed, Rush");
        assertThat(words(destination(distributor).path("preview").path("changes")))
                .contains("Album title: Reed and Rush → Reed, Rush");
        manager.write(manager.get("/api/releases/" + release).json(), 0, "title", "Reed and Rush");
    }

    @Test
    void what_is_sealed_of_a_form_is_its_values_and_nobody_changes_them() {
        captions();
        long id = sent(distributor);
        String path = "/api/releases/" + release + "/deliveries/" + id + "/sealed?path=copy-sheet.csv";
        String sealed = manager.get(path).json().path("text").asString();
        assertThat(sealed).startsWith("Track,Writer,Caption,Value\r\nrelease,,Album title,Reed and Rush\r\n");
        manager.write(manager.get("/api/releases/" + release).json(), 0, "title", "Rush");
        assertThat(manager.get(path).json().path("text").asString()).isEqualTo(sealed);
        manager.write(manager.get("/api/releases/" + release).json(), 0, "title", "Reed and Rush");
        assertThat(step(id, Map.of("state", "accepted")).status()).isEqualTo(200);
    }

    @Test
    void a_file_lies_ready_under_the_name_that_the_sheet_says() {
        captions();
        JsonNode files = sheet().path("files");
        assertThat(files).hasSize(2);
        for (JsonNode file : files) {
            byte[] got = manager.bytes("/api/releases/" + release + "/copy-sheets/" + distributor + "/files/"
                    + file.path("name").asString().replace(" ", "%20"));
            assertThat(got).hasSize(file.path("bytes").asInt());
        }
    }

    @Test
    void a_caption_that_cannot_be_is_refused_and_none_is_changed() {
        captions();
        for (Map<String, Object> wrong : List.of(
                caption("Album title", "title", "per", "sometimes"),
                caption("Album title", "release.noSuchFact"),
                caption("", "title"),
                caption("Album title", "title", "limit", -1))) {
            Client.Answer refused = manager.put("/api/destinations/" + distributor + "/captions", List.of(wrong));
            assertThat(refused.status()).as(refused.text()).isEqualTo(422);
            assertThat(refused.text()).contains("Nothing was changed.");
        }
        assertThat(manager.get("/api/destinations/" + distributor + "/captions").json())
                .hasSize(5);
    }

    @Test
    void an_archive_is_downloaded_taken_up_where_it_was_cut_off_and_its_answer_read_from_a_file() throws IOException {
        long id = sent(society);
        assertThat(newest(society).path("state").asString()).isEqualTo("sealed");
        assertThat(words(newest(society).path("steps"))).containsExactly("received");
        String path = "/api/releases/" + release + "/deliveries/" + id + "/archive";
        byte[] whole = manager.bytes(path);
        assertThat(manager.bytes(path, Map.of("Range", "bytes=1000-")))
                .isEqualTo(Arrays.copyOfRange(whole, 1000, whole.length));
        String works = "";
        List<String> names = new ArrayList<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(whole))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                names.add(entry.getName());
                if (entry.getName().matches("data/CW.*\\.V.*"))
                    works = new String(zip.readAllBytes(), StandardCharsets.ISO_8859_1);
            }
        }
        assertThat(names).contains("bagit.txt", "manifest-sha256.txt");
        assertThat(works).as("%s", names).startsWith("HDR");
        String number = works.lines()
                .filter(line -> line.startsWith("NWR"))
                .findFirst()
                .orElseThrow()
                .substring(81, 95);
        String answers = "/api/destinations/" + society + "/answers";
        assertThat(manager.post(answers, Map.of("name", "other.ACK", "text", acknowledgement("00000000000001")))
                        .problem())
                .isEqualTo("answers-nothing");
        assertThat(manager.post(answers, Map.of("name", "notes.txt", "text", "Dear label"))
                        .problem())
                .isEqualTo("no-answer");
        assertThat(newest(society).path("state").asString()).isEqualTo("sealed");
        Client.Answer taken = manager.post(answers, Map.of("name", "answer.ACK", "text", acknowledgement(number)));
        assertThat(taken.status()).as(taken.text()).isEqualTo(200);
        assertThat(taken.json().path("state").asString()).isEqualTo("accepted");
        assertThat(newest(society).path("state").asString()).isEqualTo("accepted");
        assertThat(Client.cell(manager.get("/api/releases/" + release).json(), 1, "iswc")
                        .path("value")
                        .asString())
                .isEqualTo("T0345246801");
        // the same file once more changes nothing
        assertThat(manager.post(answers, Map.of("name", "answer.ACK", "text", acknowledgement(number)))
                        .problem())
                .isEqualTo("answered-already");
    }

    /** An acknowledgement, put together by the columns of the societies' record layouts. */
    private static String acknowledgement(String number) {
        String ack = "ACK" + "00000000" + "00000000" + "20261123" + "120000" + "00001" + "00000000" + "NWR"
                + "%-60s".formatted("REED AND RUSH") + "%-20s".formatted(number) + "%-20s".formatted("SG-44")
                + "20261123" + "RA";
        String work = "NWR" + "00000000" + "00000001" + "%-60s".formatted("REED AND RUSH") + "  "
                + "%-14s".formatted(number) + "T0345246801";
        return String.join("\r\n", "HDRSO000000034SLUICEGATE", ack, work, "TRL000010000000100000004") + "\r\n";
    }

    @Test
    void a_table_of_verdicts_puts_each_reason_to_its_recording() {
        sent(performers);
        String isrc = Client.cell(manager.get("/api/releases/" + release).json(), 1, "isrc")
                .path("value")
                .asString();
        Client.Answer taken = manager.post(
                "/api/destinations/" + performers + "/answers",
                Map.of(
                        "name",
                        "verdicts.csv",
                        "text",
                        "ISRC,Title,Verdict,Reason,Field\r\n" + isrc
                                + ",Reed and Rush,refused,A performer has no real name.,recording.credits\r\n"));
        assertThat(taken.status()).as(taken.text()).isEqualTo(200);
        JsonNode delivery = newest(performers);
        assertThat(delivery.path("state").asString()).isEqualTo("rejected");
        assertThat(delivery.path("reasons").path(0).path("track").asInt()).isEqualTo(1);
        assertThat(delivery.path("reasons").path(0).path("field").asString()).isEqualTo("recording.credits");
    }

    @Test
    void a_plant_finds_its_archive_in_the_folder_and_a_folder_that_is_gone_is_waited_for() throws IOException {
        Client.Answer own = way(plant, "folder", RunningServer.folder().toString());
        assertThat(own.status()).isEqualTo(422);
        assertThat(own.text()).contains("the data folder of this installation");
        assertThat(way(plant, "folder", "/nowhere/at/all").text()).contains("/nowhere/at/all");
        assertThat(way(plant, "folder", "relative").status()).isEqualTo(422);
        Path away = folder.resolveSibling(folder.getFileName() + "-away");
        Files.move(folder, away);
        long id = sent(plant);
        ReadyRelease.until(
                () -> newest(plant).path("events").toString().contains("does not exist"),
                () -> newest(plant).toString());
        Files.move(away, folder);
        ReadyRelease.until(
                () -> newest(plant).path("state").asString().equals("received"),
                () -> newest(plant).toString());
        try (var left = Files.list(folder)) {
            assertThat(left.map(each -> each.getFileName().toString()))
                    .singleElement()
                    .satisfies(name -> assertThat(name).endsWith("-%s-%d.zip".formatted(plant, id)));
        }
        assertThat(step(id, Map.of("state", "accepted", "number", "IP-9")).status())
                .isEqualTo(200);
    }

    @Test
    void who_answers_by_itself_is_not_answered_for_and_only_managers_write_anything_down() {
        Client assistant = RunningServer.signedIn("assistant");
        assertThat(assistant
                        .post("/api/releases/" + release + "/deliveries/1/steps", Map.of("state", "accepted"))
                        .status())
                .isEqualTo(403);
        assertThat(assistant
                        .post("/api/destinations/" + society + "/answers", Map.of("name", "a", "text", "HDR"))
                        .status())
                .isEqualTo(403);
    }
}
