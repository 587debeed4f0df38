package app.entrada.core.delivery;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * A package in the form of BagIt (RFC 8493), in one ZIP file: payload under {@code data/}, a SHA-256 of each, a SHA-256 of
 * the lists themselves. The same content gives the same bytes.
 */
public final class BagItPackage {
    /** ZIP's own earliest time: the package does not say when it was packed, so that it can be packed again. */
    private static final LocalDateTime NO_TIME = LocalDateTime.of(1980, 1, 1, 0, 0);

    private BagItPackage() {}

    /** One file of the payload. */
    public interface Item {
        /** Below {@code data/}, with forward strokes. */
        String path();

        long bytes();

        Sha256 sha256();

        InputStream open() throws IOException;
    }

    /** A text made here. */
    public static Item text(String path, String text) {
        return bytes(path, text.getBytes(StandardCharsets.UTF_8));
    }

    /** Bytes made here. */
    public static Item bytes(String path, byte[] bytes) {
        Sha256 sha256 = digest(bytes);
        return item(path, bytes.length, sha256, () -> new ByteArrayInputStream(bytes));
    }

    /** A file as it lies, with its known checksum. */
    public static Item file(String path, Path file, Sha256 sha256) throws IOException {
        return item(path, Files.size(file), sha256, () -> Files.newInputStream(file));
    }

    private interface Opening {
        InputStream open() throws IOException;
    }

    private static Item item(String path, long bytes, Sha256 sha256, Opening opening) {
        if (path.startsWith("/") || path.contains("..") || path.contains("\\"))
            throw new IllegalArgumentException("“%s” is not a valid path within a package".formatted(path));
        return new Item() {
            @Override
            public String path() {
                return path;
            }

            @Override
            public long bytes() {
                return bytes;
            }

            @Override
            public Sha256 sha256() {
                return sha256;
            }

            @Override
            public InputStream open() throws IOException {
                return opening.open();
            }
        };
    }

    /**
     * Writes the package.
     *
     * @param info lines of {@code bag-info.txt} by name, in order
     */
    public static void write(OutputStream out, List<Item> items, Map<String, String> info) throws IOException {
        long total = items.stream().mapToLong(Item::bytes).sum();
        StringBuilder infoText = new StringBuilder();
        info.forEach((name, value) ->
                infoText.append(name).append(": ").append(value).append('\n'));
        infoText.append("Payload-Oxum: ")
                .append(total)
                .append('.')
                .append(items.size())
                .append('\n');
        StringBuilder manifest = new StringBuilder();
        for (Item item : items)
            manifest.append(item.sha256()).append("  data/").append(item.path()).append('\n');
        List<Item> heads = new ArrayList<>(List.of(
                text("bagit.txt", "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n"),
                text("bag-info.txt", infoText.toString()),
                text("manifest-sha256.txt", manifest.toString())));
        StringBuilder tagManifest = new StringBuilder();
        for (Item head : heads)
            tagManifest.append(head.sha256()).append("  ").append(head.path()).append('\n');
        heads.add(text("tagmanifest-sha256.txt", tagManifest.toString()));
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        zip.setLevel(Deflater.NO_COMPRESSION);
        for (Item head : heads) entry(zip, head.path(), head);
        for (Item item : items) entry(zip, "data/" + item.path(), item);
        zip.finish();
    }

    private static void entry(ZipOutputStream zip, String name, Item item) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(NO_TIME);
        zip.putNextEntry(entry);
        try (InputStream in = item.open()) {
            in.transferTo(zip);
        }
        zip.closeEntry();
    }

    private static Sha256 digest(byte[] bytes) {
        MessageDigest digest = AudioMeasuring.sha256();
        digest.update(bytes);
        return AudioMeasuring.hex(digest);
    }
}
