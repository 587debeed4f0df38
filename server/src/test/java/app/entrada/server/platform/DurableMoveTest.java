package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("A file appears in its place whole or not at all")
class DurableMoveTest {
    @TempDir
    Path folder;

    private Path part(String text) throws IOException {
        return Files.writeString(Files.createTempFile(folder, "made", ".part"), text);
    }

    @Test
    void what_lies_there_gives_way_and_folders_are_made() throws IOException {
        Path place = folder.resolve("81/1a/file");
        Path first = part("first");
        DurableMove.replace(first, place);
        assertThat(place).hasContent("first");
        assertThat(first).doesNotExist();
        // a received file may be written to by nobody
        Path second = part("second");
        Files.setPosixFilePermissions(second, PosixFilePermissions.fromString("r--------"));
        DurableMove.replace(second, place);
        assertThat(place).hasContent("second");
    }

    @Test
    void a_second_name_is_given_only_where_there_is_nothing() throws IOException {
        Path place = folder.resolve("kept/file");
        Path first = part("first");
        assertThat(DurableMove.link(first, place)).isTrue();
        assertThat(first).exists();
        assertThat(DurableMove.link(part("second"), place)).isFalse();
        assertThat(place).hasContent("first");
    }
}
