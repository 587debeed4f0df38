package app.entrada.core.copy.write;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The file {@code SHA256SUMS} of a folder of copies, in the form that {@code sha256sum -c} checks: checksum, two blanks, name.
 */
public final class ChecksumList {
    /** Name of the file. */
    public static final String NAME = "SHA256SUMS";

    private static final Pattern LINE = Pattern.compile("([0-9a-f]{64}) [ *](.+)");

    private final Path folder;
    private final Map<String, Sha256> sums = new TreeMap<>();

    private ChecksumList(Path folder) {
        this.folder = folder;
    }

    /** How a file of the list stands. */
    public enum FileCheck {
        /** As it was written. */
        SAME,
        /** Its bytes are others. */
        ALTERED,
        /** No longer there. */
        GONE
    }

    /** A file that was checked. */
    public record Checked(String name, FileCheck state) {}

    /** The list of a folder; empty where there is none yet. */
    public static ChecksumList in(Path folder) throws IOException {
        ChecksumList list = new ChecksumList(folder);
        Path file = folder.resolve(NAME);
        if (Files.exists(file))
            for (String line : Files.readAllLines(file)) {
                Matcher parts = LINE.matcher(line);
                if (parts.matches()) list.sums.put(parts.group(2), new Sha256(parts.group(1)));
            }
        return list;
    }

    /** Enters a file and makes the list durable. */
    public void put(String name, Sha256 sum) throws IOException {
        sums.put(name, sum);
        Path part = Files.createTempFile(folder, ".sums", ".part");
        try {
            Files.writeString(part, text(sums));
            try (FileChannel written = FileChannel.open(part)) {
                written.force(true);
            }
            Files.move(part, folder.resolve(NAME), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** The list as text, by name. */
    public static String text(Map<String, Sha256> sums) {
        StringBuilder text = new StringBuilder();
        new TreeMap<>(sums)
                .forEach((name, sum) ->
                        text.append(sum.hex()).append("  ").append(name).append('\n'));
        return text.toString();
    }

    /** Reads every file of the list again. */
    public List<Checked> check() throws IOException {
        List<Checked> checked = new ArrayList<>();
        for (Map.Entry<String, Sha256> each : sums.entrySet()) {
            Path file = folder.resolve(each.getKey()).normalize();
            // a list that was tampered with must not lead out of its folder
            if (!file.startsWith(folder.normalize()) || !Files.isRegularFile(file))
                checked.add(new Checked(each.getKey(), FileCheck.GONE));
            else
                checked.add(new Checked(
                        each.getKey(), sum(file).equals(each.getValue()) ? FileCheck.SAME : FileCheck.ALTERED));
        }
        return checked;
    }

    /** SHA-256 of a file's bytes, in constant memory. */
    public static Sha256 sum(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return sum(in);
        }
    }

    /** SHA-256 of bytes up to their end, in constant memory. */
    public static Sha256 sum(InputStream in) throws IOException {
        MessageDigest digest = AudioMeasuring.sha256();
        byte[] buffer = new byte[1 << 16];
        for (int read = in.read(buffer); read > 0; read = in.read(buffer)) digest.update(buffer, 0, read);
        return AudioMeasuring.hex(digest);
    }
}
