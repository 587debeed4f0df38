package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningServer.class)
@DisplayName("F3 What somebody has already is not sent again; what is sent is small")
class OverTheWireTest {
    private final Client manager = RunningServer.signedIn("manager");

    private static String tag(Client.Answer answer) {
        return answer.headers().get("etag").get(0);
    }

    private Client.Answer having(String tag, String path) {
        return manager.send("GET", path, Map.of("If-None-Match", tag), new byte[0]);
    }

    @Test
    void an_answer_is_sent_again_only_when_it_is_another_one() {
        var view = manager.begin("single", "Beacon at Noon");
        String path = "/api/releases/" + Client.id(view);
        Client.Answer first = manager.get(path);
        assertThat(tag(first)).matches("W/\"[0-9a-f]{32}\"");
        Client.Answer same = having(tag(first), path);
        assertThat(same.status()).isEqualTo(304);
        assertThat(same.text()).isEmpty();
        assertThat(tag(same)).isEqualTo(tag(first));
        assertThat(having("W/\"other\", " + tag(first), path).status()).isEqualTo(304);
        assertThat(having("W/\"other\"", path).text()).isEqualTo(first.text());

        manager.meant(Client.id(view), "release.title", "Beacon at Noon", "Beacon at Dusk");
        Client.Answer now = having(tag(first), path);
        assertThat(now.status()).isEqualTo(200);
        assertThat(now.text()).contains("Beacon at Dusk");
        assertThat(tag(now)).isNotEqualTo(tag(first));
    }

    @Test
    void what_is_refused_or_written_has_no_tag() {
        assertThat(manager.get("/api/releases/999999").headers()).doesNotContainKey("etag");
        assertThat(manager.post("/api/people/undo", Map.of()).headers()).doesNotContainKey("etag");
        // whoever is not signed in does not learn that somebody's answer is still the same
        String tag = tag(manager.get("/api/people"));
        assertThat(RunningServer.client()
                        .send("GET", "/api/people", Map.of("If-None-Match", tag), new byte[0])
                        .status())
                .isEqualTo(401);
    }

    @Test
    void nothing_of_the_label_is_left_in_the_browser_s_own_store() {
        assertThat(manager.get("/api/people").headers().get("cache-control"))
                .allSatisfy(each -> assertThat(each).contains("no-store"));
    }

    @Test
    void scripts_and_styles_are_compressed_when_they_are_built() throws IOException {
        Matcher script = Pattern.compile("/assets/[^\"]+\\.js")
                .matcher(manager.get("/index.html").text());
        assertThat(script.find()).isTrue();
        String path = script.group();
        byte[] plain = manager.bytes(path, Map.of("Accept-Encoding", "identity"));
        byte[] packed = manager.bytes(path, Map.of("Accept-Encoding", "gzip"));
        assertThat(new GZIPInputStream(new ByteArrayInputStream(packed)).readAllBytes())
                .isEqualTo(plain);
        byte[] smallest = manager.bytes(path, Map.of("Accept-Encoding", "gzip, br"));
        assertThat(smallest.length).isLessThan(packed.length);
        Client.Answer told = manager.send("GET", path, Map.of("Accept-Encoding", "br"), new byte[0]);
        assertThat(told.headers().get("content-encoding")).isEqualTo(List.of("br"));
        assertThat(told.headers().get("vary")).contains("Accept-Encoding");
        assertThat(told.headers().get("content-type").get(0)).contains("javascript");
        assertThat(new String(plain, StandardCharsets.UTF_8)).contains("createElement");
    }
}
