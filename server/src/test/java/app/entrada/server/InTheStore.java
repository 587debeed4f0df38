package app.entrada.server;

import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.util.EnumSet;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What happens to a received file behind the server's back. */
public final class InTheStore {
    private InTheStore() {}

    /** Puts other bytes where a file is kept, as a disk or a hand would. */
    public static void overwrite(Sha256 file, byte[] bytes) throws IOException {
        Path stored = RunningServer.bean(FileStore.class).path(file);
        Files.setPosixFilePermissions(stored, EnumSet.allOf(PosixFilePermission.class));
        Files.write(stored, bytes);
        Files.setLastModifiedTime(stored, FileTime.fromMillis(1_000_000_000_000L));
    }

    /** The bytes with one bit in their middle turned over. */
    public static byte[] rusted(byte[] bytes) {
        byte[] rusted = bytes.clone();
        rusted[rusted.length / 2] ^= 1;
        return rusted;
    }

    /** Makes a file one that the measuring has not come to yet. */
    public static void unmeasured(Sha256 file) {
        FileIndex files = RunningServer.bean(FileIndex.class);
        ReadyRelease.until(() -> files.find(file).orElseThrow().measured(), () -> "not measured: " + files.find(file));
        RunningServer.bean(JdbcClient.class)
                .sql(
                        "UPDATE file SET measured = false, audio = NULL, picture = NULL, revision = revision + 1 WHERE sha256 = ?")
                .param(file.hex())
                .update();
    }
}
