package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(RunningServer.class)
class ApiDescriptionTest {
    /** The interface's types are generated from the committed description, so that must be the server's own. */
    @Test
    void the_interface_s_types_are_those_of_this_server() throws IOException {
        Path committed = Path.of(System.getProperty("entrada.root", ".."), "web/src/api/openapi.json");
        String now = RunningServer.signedIn("reader").get("/api/openapi").text();
        JsonMapper json = new JsonMapper();
        Files.writeString(
                Path.of("target", "openapi.json"),
                json.writerWithDefaultPrettyPrinter().writeValueAsString(json.readTree(now)));
        assertThat(json.readTree(now).equals(json.readTree(Files.readString(committed))))
                .as("The API is as web/src/api/openapi.json says; “./entrada api” writes it anew")
                .isTrue();
    }
}
