package app.entrada.server.platform;

import org.springframework.util.unit.DataSize;

/**
 * The bucket that files are kept in instead of the data folder.
 *
 * @param name of the bucket, which is there already; empty for none
 * @param endpoint address of the server that has it, as {@code https://objects.example:8080}; empty for the one that its region
 *     names
 * @param region where it lies, as that server calls it
 * @param key what this installation signs in with
 * @param secret the same, told to nobody
 * @param nearby how much of it is kept in the data folder as well, because it was asked for lately
 */
public record BucketSettings(String name, String endpoint, String region, String key, String secret, DataSize nearby) {
    /** No bucket: files lie in the data folder. */
    public static final BucketSettings NONE = new BucketSettings("", "", "", "", "", DataSize.ofBytes(0));

    /** Whether there is one. */
    public boolean isUsed() {
        return !name.isBlank();
    }

    /** Without what is told to nobody. */
    @Override
    public String toString() {
        return isUsed() ? "bucket %s at %s".formatted(name, endpoint) : "no bucket";
    }
}
