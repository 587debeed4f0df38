package app.entrada.server.files;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;

/** What a received file is, by its content. */
public enum FileKind {
    AUDIO("audio"),
    PICTURE("picture"),
    DOCUMENT("document"),
    TEXT("text"),
    OTHER("other");

    private final String id;

    FileKind(String id) {
        this.id = id;
    }

    /** Its name in the database and on the wire. */
    @JsonValue
    public String id() {
        return id;
    }

    /** The kind of this name. */
    static FileKind of(String id) {
        return Arrays.stream(values())
                .filter(kind -> kind.id.equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no kind of file “%s”".formatted(id)));
    }

    /** Whether it is measured: sound and pictures are. */
    public boolean isMeasured() {
        return this == AUDIO || this == PICTURE;
    }
}
