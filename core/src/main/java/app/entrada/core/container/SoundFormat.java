package app.entrada.core.container;

import com.fasterxml.jackson.annotation.JsonValue;

/** Containers of sound that are taken in. To add one is to add it here and its walker in {@link SoundFile#walk}. */
public enum SoundFormat {
    WAV("WAV", "audio/wav"),
    AIFF("AIFF", "audio/aiff"),
    FLAC("FLAC", "audio/flac"),
    MP3("MP3", "audio/mpeg"),
    M4A("M4A", "audio/mp4"),
    OGG("Ogg", "audio/ogg");

    private final String label;
    private final String mediaType;

    SoundFormat(String label, String mediaType) {
        this.label = label;
        this.mediaType = mediaType;
    }

    /** The name people know it by; also its name in what is kept and on the wire. */
    @JsonValue
    public String label() {
        return label;
    }

    /** Media type for players. */
    public String mediaType() {
        return mediaType;
    }
}
