package app.entrada.server.backup;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.server.platform.DurableMove;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;

/** One backup in one file: an archive as POSIX has it (pax), which every system unpacks. */
final class BackupArchive implements BackupPlace {
    private final Path file;
    private final Path part;
    private final Path workshop;
    private final TarArchiveOutputStream out;
    private boolean whole;

    BackupArchive(Path file) throws IOException {
        this.file = file.toAbsolutePath().normalize();
        Path folder = this.file.getParent();
        Files.createDirectories(folder);
        workshop = Files.createTempDirectory(folder, ".entrada-backup");
        part = workshop.resolve("archive.part");
        out = new TarArchiveOutputStream(new BufferedOutputStream(Files.newOutputStream(part), 1 << 16), "UTF-8");
        out.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
        out.setLongFileMode(TarArchiveOutputStream.LONGFILE_POSIX);
    }

    @Override
    public boolean holds(String name, long bytes) {
        return false;
    }

    @Override
    public Path workshop() {
        return workshop;
    }

    @Override
    public void put(String name, Path from) throws IOException {
        TarArchiveEntry entry = new TarArchiveEntry(name);
        entry.setSize(Files.size(from));
        out.putArchiveEntry(entry);
        Files.copy(from, out);
        out.closeArchiveEntry();
    }

    @Override
    public void put(String name, byte[] bytes) throws IOException {
        TarArchiveEntry entry = new TarArchiveEntry(name);
        entry.setSize(bytes.length);
        out.putArchiveEntry(entry);
        out.write(bytes);
        out.closeArchiveEntry();
    }

    @Override
    public void verify(BackupManifest manifest, Progress progress) throws IOException {
        out.close();
        Map<String, BackupManifest.Part> there = sums(part, manifest, progress);
        for (BackupManifest.Part each : manifest.files()) same(there, BackupManifest.fileName(each.sha256()), each);
        same(there, manifest.databaseName(), manifest.database());
        if (manifest.keys() != null) same(there, manifest.keysName(), manifest.keys());
        if (!there.containsKey(BackupManifest.manifestName(manifest.name())))
            throw new IOException("The archive is incomplete.");
        DurableMove.replace(part, file);
        whole = true;
    }

    private static Map<String, BackupManifest.Part> sums(Path archive, BackupManifest manifest, Progress progress)
            throws IOException {
        Map<String, BackupManifest.Part> sums = new HashMap<>();
        long bytes = 0;
        try (TarArchiveInputStream in = opened(archive)) {
            for (TarArchiveEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                MessageDigest digest = AudioMeasuring.sha256();
                new DigestInputStream(in, digest).transferTo(java.io.OutputStream.nullOutputStream());
                sums.put(
                        entry.getName(),
                        new BackupManifest.Part(AudioMeasuring.hex(digest).hex(), entry.getSize()));
                progress.at(
                        "Verifying",
                        sums.size(),
                        manifest.files().size(),
                        bytes += entry.getSize(),
                        manifest.fileBytes());
            }
        }
        return sums;
    }

    private static void same(Map<String, BackupManifest.Part> there, String name, BackupManifest.Part wanted)
            throws IOException {
        if (!wanted.equals(there.get(name)))
            throw new IOException("%s is missing from the archive or is damaged there.".formatted(name));
    }

    private static TarArchiveInputStream opened(Path archive) throws IOException {
        InputStream bytes = new BufferedInputStream(Files.newInputStream(archive), 1 << 16);
        return new TarArchiveInputStream(bytes, "UTF-8");
    }

    /** Unpacks one into an empty folder; names that lead out of it are refused. */
    static void unpack(Path archive, Path into) throws IOException {
        try (TarArchiveInputStream in = opened(archive)) {
            for (TarArchiveEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (!entry.getName()
                        .matches(
                                "files/[0-9a-f]{2}/[0-9a-f]{62}|[0-9TZ-]+/(database\\.dump|keys\\.sealed|manifest\\.json)"))
                    throw new IOException(
                            "The archive contains %s, which does not belong to a backup.".formatted(entry.getName()));
                Path place = into.resolve(entry.getName());
                Files.createDirectories(place.getParent());
                Files.copy(in, place);
            }
        }
    }

    @Override
    public void withdraw(String name) {
        // what was not verified gets no name
    }

    @Override
    public void keep(int newest) {
        // one backup, one file
    }

    @Override
    public void close() throws IOException {
        if (!whole) out.close();
        Files.deleteIfExists(part);
        try (var left = Files.list(workshop)) {
            for (Path each : left.toList()) Files.delete(each);
        }
        Files.delete(workshop);
    }
}
