package app.entrada.server.backup;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** A manifest as a file. */
final class ManifestFile {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private ManifestFile() {}

    static byte[] bytes(BackupManifest manifest) {
        return JSON.writerWithDefaultPrettyPrinter()
                .writeValueAsString(manifest)
                .getBytes(StandardCharsets.UTF_8);
    }

    /** @throws IOException when it is none, or of a format that this program does not know */
    static BackupManifest read(Path file) throws IOException {
        BackupManifest manifest;
        try {
            manifest = JSON.readValue(Files.readAllBytes(file), BackupManifest.class);
        } catch (JacksonException damaged) {
            throw new IOException("The manifest %s is damaged.".formatted(file.getFileName()), damaged);
        }
        if (manifest.format() != BackupManifest.FORMAT)
            throw new IOException(
                    "This backup was written by a newer version of Entrada. Restore it with that version.");
        return manifest;
    }
}
