package app.entrada.core.copy.write;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.copy.write.ChecksumList.Checked;
import app.entrada.core.copy.write.ChecksumList.FileCheck;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("E4 A folder's list of checksums")
class ChecksumListTest {
    /** SHA-256 of nothing and of “abc”: examples of FIPS 180-4. */
    private static final String OF_NOTHING = "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855";

    private static final String OF_ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

    @TempDir
    Path folder;

    private Path file(String name, String text) throws IOException {
        return Files.write(folder.resolve(name), text.getBytes(UTF_8));
    }

    @Test
    void it_is_written_as_the_usual_tools_read_it() throws IOException {
        ChecksumList list = ChecksumList.in(folder);
        list.put("02 Eelgrass.wav", ChecksumList.sum(file("02 Eelgrass.wav", "abc")));
        list.put("01 Almanac.wav", ChecksumList.sum(file("01 Almanac.wav", "")));
        assertThat(Files.readString(folder.resolve("SHA256SUMS")))
                .isEqualTo(OF_NOTHING + "  01 Almanac.wav\n" + OF_ABC + "  02 Eelgrass.wav\n");
        assertThat(folder.toFile().list()).containsExactlyInAnyOrder("01 Almanac.wav", "02 Eelgrass.wav", "SHA256SUMS");
    }

    @Test
    void it_tells_what_was_altered_and_what_is_gone() throws IOException {
        file("same.wav", "abc");
        file("altered.wav", "abd");
        Files.writeString(
                folder.resolve("SHA256SUMS"),
                OF_ABC + "  same.wav\n" + OF_ABC + " *altered.wav\n" + OF_ABC + "  gone.wav\nno line of a list\n");
        assertThat(ChecksumList.in(folder).check())
                .containsExactly(
                        new Checked("altered.wav", FileCheck.ALTERED),
                        new Checked("gone.wav", FileCheck.GONE),
                        new Checked("same.wav", FileCheck.SAME));
    }

    @Test
    void a_list_that_was_tampered_with_leads_nowhere_else() throws IOException {
        Path inside = Files.createDirectory(folder.resolve("copies"));
        file("outside.wav", "abc");
        Files.writeString(inside.resolve("SHA256SUMS"), OF_ABC + "  ../outside.wav\n");
        assertThat(ChecksumList.in(inside).check()).containsExactly(new Checked("../outside.wav", FileCheck.GONE));
    }
}
