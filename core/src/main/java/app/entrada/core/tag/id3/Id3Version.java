package app.entrada.core.tag.id3;

import java.util.Optional;

/** The three versions of ID3v2 (id3.org). */
public enum Id3Version {
    /** 2.2.0, read only: ids of three letters. */
    V22(2, "2.2"),
    /** 2.3.0: plain sizes, Latin-1 and UTF-16. */
    V23(3, "2.3"),
    /** 2.4.0: syncsafe sizes, UTF-8, several values separated by NUL. */
    V24(4, "2.4");

    private final int major;
    private final String says;

    Id3Version(int major, String says) {
        this.major = major;
        this.says = says;
    }

    int major() {
        return major;
    }

    /** The way people write it: {@code 2.3}. */
    public String label() {
        return says;
    }

    /** Letters of a frame's id. */
    int letters() {
        return this == V22 ? 3 : 4;
    }

    /** Bytes of a frame's header. */
    int header() {
        return this == V22 ? 6 : 10;
    }

    static Optional<Id3Version> of(int major) {
        for (Id3Version version : values()) if (version.major == major) return Optional.of(version);
        return Optional.empty();
    }

    /**
     * The version by the name people write.
     *
     * @throws IllegalArgumentException that lists those that are written
     */
    public static Id3Version written(String says) {
        for (Id3Version version : new Id3Version[] {V23, V24}) if (version.says.equals(says)) return version;
        throw new IllegalArgumentException("ID3 version “%s”; written are 2.3 and 2.4".formatted(says));
    }
}
