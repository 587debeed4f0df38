package app.entrada.core.copy.recipe;

import app.entrada.core.container.SoundFile;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.tag.TagEntry.Container;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** Kinds of file that copies are made as. */
public enum CopyFormat {
    WAV(
            "WAV",
            SoundFile.Kind.WAV,
            "wav",
            List.of("PCM", "float"),
            List.of(Container.BEXT, Container.AXML, Container.INFO, Container.ID3)),
    AIFF("AIFF", SoundFile.Kind.AIFF, "aiff", List.of("PCM", "float"), List.of(Container.ID3, Container.AIFF_TEXT)),
    FLAC("FLAC", SoundFile.Kind.FLAC, "flac", List.of("FLAC"), List.of(Container.VORBIS, Container.PICTURE)),
    MP3("MP3", SoundFile.Kind.MP3, "mp3", List.of("MP3"), List.of(Container.ID3, Container.ID3V1)),
    M4A("M4A", SoundFile.Kind.M4A, "m4a", List.of("AAC", "ALAC"), List.of(Container.ILST)),
    VORBIS("Ogg Vorbis", SoundFile.Kind.OGG, "ogg", List.of("Vorbis"), List.of(Container.VORBIS)),
    OPUS("Ogg Opus", SoundFile.Kind.OGG, "opus", List.of("Opus"), List.of(Container.VORBIS));

    private final String says;
    private final SoundFile.Kind kind;
    private final String ending;
    private final List<String> codecs;
    private final List<Container> containers;

    CopyFormat(String says, SoundFile.Kind kind, String ending, List<String> codecs, List<Container> containers) {
        this.says = says;
        this.kind = kind;
        this.ending = ending;
        this.codecs = codecs;
        this.containers = containers;
    }

    /**
     * The format of a measured file.
     *
     * @throws IllegalArgumentException when copies are not made of such files
     */
    public static CopyFormat of(AudioFacts facts) {
        return Arrays.stream(values())
                .filter(each -> each.kind.says().equals(facts.format()) && each.codecs.contains(facts.codec()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Copies are not made of %s".formatted(facts.says())));
    }

    /** Highest rate that its usual coder takes, samples a second. */
    public int highestRate() {
        return switch (this) {
            case WAV, AIFF -> 768_000;
            case FLAC -> 655_350;
            case M4A -> 96_000;
            case MP3, VORBIS, OPUS -> 48_000;
        };
    }

    /** The name people know it by. */
    public String says() {
        return says;
    }

    /** What the file is taken apart as. */
    public SoundFile.Kind kind() {
        return kind;
    }

    /** Ending of file names, without the dot. */
    public String ending() {
        return ending;
    }

    /** Codecs that the sound of such a file may be in. */
    public List<String> codecs() {
        return codecs;
    }

    /** Tags that such a file holds. */
    public List<Container> containers() {
        return containers;
    }

    /** Whether nothing of the sound is thrown away in coding. */
    public boolean lossless() {
        return this == WAV || this == AIFF || this == FLAC;
    }

    /**
     * The format by the name in a recipe.
     *
     * @throws IllegalArgumentException that lists those there are
     */
    public static CopyFormat named(String name) {
        return Arrays.stream(values())
                .filter(each -> each.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The format is “%s”; wanted: %s"
                        .formatted(name, Arrays.stream(values()).map(Enum::name).collect(Collectors.joining(", ")))));
    }
}
