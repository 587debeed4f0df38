package app.entrada.core.container;

import com.fasterxml.jackson.annotation.JsonValue;

/** How the sound within a container is coded. */
public enum SoundCodec {
    PCM("PCM", true),
    /** IEEE 754 samples. */
    FLOAT("float", true),
    FLAC("FLAC", true),
    ALAC("ALAC", true),
    MP3("MP3", false),
    AAC("AAC", false),
    VORBIS("Vorbis", false),
    OPUS("Opus", false),
    /** One that is known to nobody here: such files are taken in and not decoded. */
    OTHER("other", false);

    private final String label;
    private final boolean lossless;

    SoundCodec(String label, boolean lossless) {
        this.label = label;
        this.lossless = lossless;
    }

    /** The name people know it by; also its name in what is kept and on the wire. */
    @JsonValue
    public String label() {
        return label;
    }

    /** Whether nothing of the sound is thrown away in coding. */
    public boolean lossless() {
        return lossless;
    }
}
