package app.entrada.server.backup;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.DurableMove;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Backups in a folder: files of the store lie there once for all of them, so that each new backup copies only what is new;
 * each backup has a folder of its own for its database, its keys and its manifest.
 */
final class BackupFolder implements BackupPlace {
    private static final Logger LOG = LoggerFactory.getLogger(BackupFolder.class);

    /** After so many days everything that lies here has been read once more. */
    static final int TURNS = 14;

    private static final int HEX = 16;

    private final Path folder;
    private final boolean linked;
    private final Set<String> fresh = new HashSet<>();
    private final FileChannel lock;

    /** @param linked whether files of the store may be the same ones under another name, where the disk is the same */
    BackupFolder(Path folder, boolean linked) throws IOException {
        this.folder = folder.toAbsolutePath().normalize();
        this.linked = linked;
        Files.createDirectories(this.folder);
        lock = locked(this.folder.resolve("in-use"));
        Files.createDirectories(workshop());
    }

    /** Two backups at once would take each other's parts for leftovers. */
    private static FileChannel locked(Path file) throws IOException {
        FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        try {
            if (channel.tryLock() != null) return channel;
        } catch (OverlappingFileLockException sameProgram) {
            // said below
        }
        channel.close();
        throw new IOException(
                "Another backup is being written to this folder. Nothing was changed; try again when it has ended.");
    }

    @Override
    public boolean holds(String name, long bytes) throws IOException {
        Path place = folder.resolve(name);
        return Files.exists(place) && Files.size(place) == bytes;
    }

    @Override
    public Path workshop() {
        return folder.resolve("workshop");
    }

    @Override
    public void put(String name, Path file) throws IOException {
        Path place = folder.resolve(name);
        fresh.add(name);
        if (linked && linked(place, file)) return;
        Path part = Files.createTempFile(workshop(), "backup", ".part");
        try {
            Files.copy(file, part, StandardCopyOption.REPLACE_EXISTING);
            DurableMove.replace(part, place);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static boolean linked(Path place, Path file) {
        try {
            Files.deleteIfExists(place);
            return DurableMove.link(file, place);
        } catch (UnsupportedOperationException | IOException otherDisk) {
            LOG.debug("Copied instead of linked: {}", otherDisk.getMessage());
            return false;
        }
    }

    @Override
    public void put(String name, byte[] bytes) throws IOException {
        Path part = Files.createTempFile(workshop(), "backup", ".part");
        try {
            Files.write(part, bytes);
            fresh.add(name);
            DurableMove.replace(part, folder.resolve(name));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    @Override
    public void withdraw(String name) throws IOException {
        Files.deleteIfExists(folder.resolve(name));
    }

    @Override
    public void verify(BackupManifest manifest, Progress progress) throws IOException {
        long files = 0;
        long bytes = 0;
        for (BackupManifest.Part each : manifest.files()) {
            String name = BackupManifest.fileName(each.sha256());
            if (fresh.contains(name)) same(name, each);
            else if (!holds(name, each.bytes())) throw lost(name);
            else if (isTurnOf(each, manifest.begun())) sameStill(name, each);
            progress.at("Verifying", ++files, manifest.files().size(), bytes += each.bytes(), manifest.fileBytes());
        }
        same(manifest.databaseName(), manifest.database());
        if (manifest.keys() != null) same(manifest.keysName(), manifest.keys());
    }

    private void same(String name, BackupManifest.Part part) throws IOException {
        Path place = folder.resolve(name);
        if (!Files.exists(place) || !ChecksumList.sum(place).equals(new Sha256(part.sha256()))) throw lost(name);
    }

    /** What earlier backups brought was read back then, and is again, a part of it every day. */
    private static boolean isTurnOf(BackupManifest.Part file, Instant day) {
        long number = ChronoUnit.DAYS.between(Instant.EPOCH, day);
        return Integer.parseInt(file.sha256(), 0, 2, HEX) % TURNS == number % TURNS;
    }

    private void sameStill(String name, BackupManifest.Part part) throws IOException {
        try {
            same(name, part);
        } catch (IOException changed) {
            // so that the next backup brings it anew
            withdraw(name);
            throw changed;
        }
    }

    private static IOException lost(String name) {
        return new IOException("%s is missing from the backup or is damaged there.".formatted(name));
    }

    /** The backups that are here, the oldest first. */
    static List<String> namesIn(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(each -> Files.exists(each.resolve("manifest.json")))
                    .map(each -> each.getFileName().toString())
                    .sorted()
                    .toList();
        }
    }

    @Override
    public void keep(int newest) throws IOException {
        List<String> names = namesIn(folder);
        List<String> gone = new ArrayList<>(names.subList(0, Math.max(0, names.size() - newest)));
        if (gone.isEmpty()) return;
        // the manifest first: from then on it is no backup any more, whatever interrupts the rest
        for (String name : gone) {
            Files.delete(folder.resolve(BackupManifest.manifestName(name)));
            remove(folder.resolve(name));
        }
        Set<String> wanted = new HashSet<>();
        for (String name : namesIn(folder))
            for (BackupManifest.Part each : ManifestFile.read(folder.resolve(BackupManifest.manifestName(name)))
                    .files()) wanted.add(BackupManifest.fileName(each.sha256()));
        if (!Files.exists(folder.resolve("files"))) return;
        try (Stream<Path> files = Files.walk(folder.resolve("files"))) {
            for (Path file : files.filter(Files::isRegularFile).toList())
                if (!wanted.contains(folder.relativize(file).toString())) Files.delete(file);
        }
    }

    /** Removes a folder with all that is in it. */
    static void remove(Path place) throws IOException {
        try (Stream<Path> all = Files.walk(place)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) Files.delete(each);
        }
    }

    @Override
    public void close() throws IOException {
        try (Stream<Path> left = Files.list(workshop())) {
            for (Path each : left.toList()) Files.delete(each);
        }
        Files.delete(workshop());
        lock.close();
    }
}
