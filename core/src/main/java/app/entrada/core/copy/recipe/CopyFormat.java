package app.entrada.core.copy.recipe;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.tag.TagEntry.Container;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** Kinds of file that copies are made as. */
public enum CopyFormat {
    WAV(
            "WAV",
            SoundFormat.WAV,
            "wav",
            List.of(SoundCodec.PCM, SoundCodec.FLOAT),
            List.of(Container.BEXT, Container.AXML, Container.INFO, Container.ID3)),
    AIFF(
            "AIFF",
            SoundFormat.AIFF,
            "aiff",
            List.of(SoundCodec.PCM, SoundCodec.FLOAT),
            List.of(Container.ID3, Container.AIFF_TEXT)),
    FLAC("FLAC", SoundFormat.FLAC, "flac", List.of(SoundCodec.FLAC), List.of(Container.VORBIS, Container.PICTURE)),
    MP3("MP3", SoundFormat.MP3, "mp3", List.of(SoundCodec.MP3), List.of(Container.ID3, Container.ID3V1)),
    M4A("M4A", SoundFormat.M4A, "m4a", List.of(SoundCodec.AAC, SoundCodec.ALAC), List.of(Container.ILST)),
    VORBIS("Ogg Vorbis", SoundFormat.OGG, "ogg", List.of(SoundCodec.VORBIS), List.of(Container.VORBIS)),
    OPUS("Ogg Opus", SoundFormat.OGG, "opus", List.of(SoundCodec.OPUS), List.of(Container.VORBIS));

    private final String says;
    private final SoundFormat kind;
    private final String ending;
    private final List<SoundCodec> codecs;
    private final List<Container> containers;

    CopyFormat(String says, SoundFormat kind, String ending, List<SoundCodec> codecs, List<Container> containers) {
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
                .filter(each -> each.kind == facts.format() && each.codecs.contains(facts.codec()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Copies are not made of %s".formatted(facts.label())));
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
    public String label() {
        return says;
    }

    /** What the file is taken apart as. */
    public SoundFormat kind() {
        return kind;
    }

    /** Ending of file names, without the dot. */
    public String ending() {
        return ending;
    }

    /** Codecs that the sound of such a file may be in. */
    public List<SoundCodec> codecs() {
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
                .orElseThrow(() -> new IllegalArgumentException("The format is “%s”; expected: %s"
                        .formatted(name, Arrays.stream(values()).map(Enum::name).collect(Collectors.joining(", ")))));
    }
}
