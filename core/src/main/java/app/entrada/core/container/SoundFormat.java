package app.entrada.core.container;

import com.fasterxml.jackson.annotation.JsonValue;

/** Containers of sound that are taken in. To add one is to add it here and its walker in {@link SoundFile#walk}. */
public enum SoundFormat {
    WAV("WAV", "wav", "audio/wav"),
    AIFF("AIFF", "aiff", "audio/aiff"),
    FLAC("FLAC", "flac", "audio/flac"),
    MP3("MP3", "mp3", "audio/mpeg"),
    M4A("M4A", "m4a", "audio/mp4"),
    OGG("Ogg", "ogg", "audio/ogg");

    private final String label;
    private final String extension;
    private final String mediaType;

    SoundFormat(String label, String extension, String mediaType) {
        this.label = label;
        this.extension = extension;
        this.mediaType = mediaType;
    }

    /** The name people know it by; also its name in what is kept and on the wire. */
    @JsonValue
    public String label() {
        return label;
    }

    /** Ending of file names, without the dot. */
    public String extension() {
        return extension;
    }

    /** Media type for players. */
    public String mediaType() {
        return mediaType;
    }
}
