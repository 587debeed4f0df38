package app.entrada.server.platform;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/**
 * The folder of everything made at run time, held by one server; by several when all of them were told that they share it. The
 * system gives it free when a process ends, however that was. What runs beside a server, such as a backup, holds nothing.
 */
@Component
public class DataFolder implements DisposableBean {
    /** Lies in the folder while a backup is restored into it; holds the backup's name. */
    public static final String RESTORING = "restoring";

    private static final String HELD = "in-use";
    private static final int LONGEST_NOTE = 100;

    private final boolean beside;
    private final @Nullable FileChannel held;

    DataFolder(Settings settings, Environment environment) {
        if (Files.exists(settings.var().resolve(RESTORING)))
            throw new IllegalStateException(
                    "Restoring a backup into %s was interrupted, so not all of it is here. Run “./entrada restore” again with the same backup: it removes what was left and starts over."
                            .formatted(settings.var().toAbsolutePath()));
        beside = environment.containsProperty("entrada.doctor");
        held = beside ? null : hold(settings.var(), settings.shared());
    }

    /** Whether this runs beside a server and ends when it is done. */
    public boolean isBeside() {
        return beside;
    }

    private static FileChannel hold(Path folder, boolean shared) {
        try {
            Files.createDirectories(folder);
            FileChannel file = FileChannel.open(
                    folder.resolve(HELD), StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
            if (!isHeld(file, shared)) {
                String by = note(file);
                file.close();
                throw new IllegalStateException(
                        "Another server works on the data folder %s%s. Nothing was touched. Stop it first; servers that are meant to share a folder and a database are all started with ENTRADA_SHARED=true."
                                .formatted(folder.toAbsolutePath(), by));
            }
            if (!shared) {
                file.truncate(0);
                file.write(
                        ByteBuffer.wrap(("process " + ProcessHandle.current().pid()).getBytes(StandardCharsets.UTF_8)));
            }
            return file;
        } catch (IOException unusable) {
            throw new UncheckedIOException("The data folder " + folder + " cannot be used", unusable);
        }
    }

    private static boolean isHeld(FileChannel file, boolean shared) throws IOException {
        try {
            FileLock lock = file.tryLock(0, Long.MAX_VALUE, shared);
            return lock != null;
        } catch (OverlappingFileLockException inThisProcess) {
            return shared;
        }
    }

    private static String note(FileChannel file) throws IOException {
        ByteBuffer note = ByteBuffer.allocate(LONGEST_NOTE);
        file.read(note, 0);
        String by = new String(note.array(), 0, note.position(), StandardCharsets.UTF_8);
        return by.isEmpty() ? "" : " (" + by + ")";
    }

    @Override
    public void destroy() throws IOException {
        if (held != null) held.close();
    }
}
