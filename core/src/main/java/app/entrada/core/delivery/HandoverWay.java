package app.entrada.core.delivery;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.stream.Collectors;

/** Ways in which a destination gets what is meant for it; a label chooses one for each. */
public enum HandoverWay {
    /** Over HTTP, by the open protocol of its kind; it answers by itself. */
    INTERFACE("interface"),
    /** As one archive that somebody downloads and passes on. */
    ARCHIVE("archive"),
    /** As one archive, put into a folder. */
    FOLDER("folder"),
    /** As one archive, put onto a server by SFTP. */
    SFTP("sftp"),
    /** Typed by somebody into a web form, from the copy sheet. */
    FORM("form");

    private final String id;

    HandoverWay(String id) {
        this.id = id;
    }

    /** Its name as stored and sent. */
    @JsonValue
    public String id() {
        return id;
    }

    /**
     * The way of this name.
     *
     * @throws IllegalArgumentException when there is none
     */
    public static HandoverWay of(String id) {
        return Arrays.stream(values())
                .filter(way -> way.id.equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no delivery method “%s”; available: %s"
                        .formatted(
                                id, Arrays.stream(values()).map(HandoverWay::id).collect(Collectors.joining(", ")))));
    }

    /** Whether it is handed over without a person's hand. */
    public boolean byItself() {
        return this == INTERFACE || this == FOLDER || this == SFTP;
    }

    /** Whether it goes to somebody else's machine, which is signed in at with a secret. */
    public boolean goesOutside() {
        return this == INTERFACE || this == SFTP;
    }

    /** Whether the destination tells by itself what became of it; otherwise somebody writes it down. */
    public boolean answersItself() {
        return this == INTERFACE;
    }
}
