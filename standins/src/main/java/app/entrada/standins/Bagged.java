package app.entrada.standins;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** A package in a ZIP file, opened by the platform's own means: its lists of checksums and its payload. */
final class Bagged implements AutoCloseable {
    private static final int LARGEST_TEXT = 64 << 20;

    private final ZipFile zip;
    private final Map<String, String> sums = new HashMap<>();
    private final Verdict faults = new Verdict();

    private Bagged(ZipFile zip) {
        this.zip = zip;
    }

    /** Opens it and recomputes every checksum; what is wrong stands in {@link #faults}. */
    static Bagged open(Path file) throws IOException {
        ZipFile zip;
        try {
            zip = new ZipFile(file.toFile());
        } catch (ZipException damaged) {
            Bagged none = new Bagged(null);
            none.faults.refuse("package", "The package is no readable ZIP file.", "");
            return none;
        }
        Bagged bag = new Bagged(zip);
        bag.check();
        return bag;
    }

    private void check() throws IOException {
        Map<String, String> lists = new HashMap<>();
        boolean files = manifest("manifest-sha256.txt", lists);
        boolean there = manifest("tagmanifest-sha256.txt", lists) && files;
        if (zip.getEntry("bagit.txt") == null || !there) {
            faults.refuse("bag", "The package is no bag: bagit.txt or a list of checksums is missing.", "");
            return;
        }
        for (var sum : lists.entrySet()) {
            ZipEntry entry = zip.getEntry(sum.getKey());
            if (entry == null) faults.refuse("missing-file", "A file of the list is missing.", sum.getKey());
            else if (!sha256(entry).equals(sum.getValue()))
                faults.refuse("checksum", "A file differs from its checksum.", sum.getKey());
            if (sum.getKey().startsWith("data/")) sums.put(sum.getKey().substring(5), sum.getValue());
        }
        zip.stream()
                .filter(entry -> entry.getName().startsWith("data/") && !lists.containsKey(entry.getName()))
                .forEach(entry -> faults.refuse("extra-file", "A file is in no list.", entry.getName()));
    }

    private boolean manifest(String name, Map<String, String> lists) throws IOException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null || entry.getSize() > LARGEST_TEXT) return false;
        try (InputStream in = zip.getInputStream(entry)) {
            for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
                String[] parts = line.split(" +", 2);
                if (parts.length == 2) lists.put(parts[1].strip(), parts[0]);
            }
        }
        return true;
    }

    private String sha256(ZipEntry entry) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[1 << 16];
            for (int read; (read = in.read(buffer)) > 0; ) digest.update(buffer, 0, read);
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    /** What is wrong with the package itself. */
    Verdict faults() {
        return faults;
    }

    /** Checksums of the payload by path below its folder. */
    Map<String, String> sums() {
        return Map.copyOf(sums);
    }

    /** Size of a file of the payload, −1 when it is not there. */
    long size(String path) {
        ZipEntry entry = zip.getEntry("data/" + path);
        return entry == null ? -1 : entry.getSize();
    }

    /** The first bytes of a file of the payload, at most so many; nothing when it is not there. */
    Optional<byte[]> head(String path, int most) throws IOException {
        ZipEntry entry = zip.getEntry("data/" + path);
        if (entry == null) return Optional.empty();
        try (InputStream in = zip.getInputStream(entry)) {
            return Optional.of(in.readNBytes(most));
        }
    }

    /** A whole document of the payload; one that is no document but a film is cut. */
    Optional<byte[]> bytes(String path) throws IOException {
        return head(path, LARGEST_TEXT);
    }

    /** The same as text. */
    Optional<String> text(String path) throws IOException {
        return bytes(path).map(bytes -> new String(bytes, StandardCharsets.UTF_8));
    }

    @Override
    public void close() throws IOException {
        if (zip != null) zip.close();
    }
}
