package app.entrada.core.delivery;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.List;
import java.util.Optional;

/**
 * All that one destination is sent at once: documents computed from the facts, and files as they lie. The same facts give the
 * same bytes.
 *
 * @param documents in the order they are read, the main one first
 * @param files beside them
 */
public record Consignment(List<Document> documents, List<Attached> files) {
    /**
     * A document made here.
     *
     * @param path below the package's payload folder
     * @param says what it is, in a few words
     * @param kind how it is shown: {@code xml}, {@code json}, {@code csv}, {@code works} for the society's columns, or
     *     {@code text}; {@code bytes} for what is not read by people
     */
    public record Document(String path, String says, String kind, byte[] bytes) {
        /** A document of text, in UTF-8. */
        public static Document text(String path, String says, String kind, String text) {
            return new Document(path, says, kind, text.getBytes(StandardCharsets.UTF_8));
        }

        /** Its text; of bytes that are none, nothing. */
        public String text() {
            return kind.equals("bytes") ? "" : new String(bytes, StandardCharsets.UTF_8);
        }

        /** Checksum of its bytes. */
        public Sha256 sha256() {
            MessageDigest digest = AudioMeasuring.sha256();
            digest.update(bytes);
            return AudioMeasuring.hex(digest);
        }
    }

    /**
     * A file of the release: a copy, the cover, a paper.
     *
     * @param path below the package's payload folder
     * @param says what it is, in a few words
     */
    public record Attached(String path, String says, Sha256 sha256, long bytes) {}

    /** The document with this path. */
    public Optional<Document> document(String path) {
        return documents.stream().filter(each -> each.path().equals(path)).findFirst();
    }
}
