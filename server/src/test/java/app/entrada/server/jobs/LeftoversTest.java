package app.entrada.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningServer.class)
@DisplayName("What nothing needs any more is cleared, and nothing else")
class LeftoversTest {
    private static Path left(String place, Duration age) throws IOException {
        Path file = RunningServer.folder().resolve(place);
        Files.createDirectories(file.getParent());
        Files.writeString(file, "left");
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().minus(age)));
        return file;
    }

    @Test
    void halves_packages_and_previews_go_and_what_is_in_use_stays() throws IOException {
        Duration yesterday = Duration.ofDays(1);
        Path half = left("files/workshop/received123.part", yesterday);
        Path inTheMaking = left("files/workshop/copy456.part", Duration.ofMinutes(10));
        Path packed = left("outbox/delivery-99999999.zip", yesterday);
        Path unasked = left("previews/" + "a".repeat(64) + ".mp3", Duration.ofDays(90));
        Path fresh = left("previews/" + "b".repeat(64) + ".mp3", yesterday);
        Path received = left("files/aa/" + "c".repeat(62), Duration.ofDays(900));

        RunningServer.bean(Leftovers.class).clear();

        for (Path gone : new Path[] {half, packed, unasked}) assertThat(gone).doesNotExist();
        for (Path stays : new Path[] {inTheMaking, fresh, received})
            assertThat(stays).exists();
        Files.delete(received);
        Files.delete(fresh);
        Files.delete(inTheMaking);
    }
}
