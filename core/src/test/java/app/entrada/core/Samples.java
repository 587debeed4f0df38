package app.entrada.core;

import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.text.Sha256;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Releases for tests: whole ones, to be spoilt fact by fact. */
public final class Samples {
    public static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
    public static final Sha256 MASTER = new Sha256("a".repeat(64));
    public static final Sha256 COVER = new Sha256("c".repeat(64));

    private final Map<String, String> facts = new LinkedHashMap<>();
    private AudioFacts audio = audio(SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 8_000_000, List.of());
    private PictureFacts picture = picture("JPEG", 3000, 3000, "RGB", 900_000, List.of());
    private CatalogueContext elsewhere = CatalogueContext.NOTHING;
    private List<LooseFile> loose = List.of();

    private Samples() {}

    /** A single that nothing is wrong with. */
    public static Samples single() {
        Samples sample = new Samples();
        Map.ofEntries(
                        Map.entry("release.title", "Slack Water"), Map.entry("release.artists", "The Paper Ferrymen"),
                        Map.entry("release.kind", "single"), Map.entry("release.barcode", "9521234500292"),
                        Map.entry("release.catalogueNumber", "NW-029"),
                                Map.entry("release.label", "Ninth Weir Records"),
                        Map.entry("release.releaseDate", "2027-02-12"), Map.entry("release.genre", "Rock"),
                        Map.entry("release.language", "en"), Map.entry("release.pLine", "2027 Ninth Weir Records"),
                        Map.entry("release.cLine", "2027 Ninth Weir Records"),
                                Map.entry("release.territories", "worldwide"),
                        Map.entry("release.cover", COVER.hex()), Map.entry("track.title", "Slack Water"),
                        Map.entry("track.explicit", "no"), Map.entry("recording.isrc", "XANW92600031"),
                        Map.entry("recording.master", MASTER.hex()),
                                Map.entry("work.writers", "Joss Amberley; Ines Quillon"))
                .forEach(sample.facts::put);
        return sample;
    }

    public Samples with(String field, String value) {
        // a slip in a test is not to pass for a fact that makes no difference
        Fields.byId(field);
        if (value == null || value.isEmpty()) facts.remove(field);
        else facts.put(field, value);
        return this;
    }

    public Samples with(AudioFacts measured) {
        audio = measured;
        return this;
    }

    public Samples with(LooseFile file) {
        loose = List.of(file);
        return this;
    }

    public Samples with(PictureFacts measured) {
        picture = measured;
        return this;
    }

    public Samples with(CatalogueContext others) {
        elsewhere = others;
        return this;
    }

    public static AudioFacts audio(
            SoundFormat format, SoundCodec codec, int rate, int bits, long bytes, List<Fault> faults) {
        return audio(format, codec, rate, bits, bytes, faults, 49, 2, null);
    }

    public static AudioFacts audio(
            SoundFormat format,
            SoundCodec codec,
            int rate,
            int bits,
            long bytes,
            List<Fault> faults,
            long seconds,
            int channels,
            Sound sound) {
        return new AudioFacts(
                format,
                codec,
                rate,
                bits,
                channels,
                seconds * rate,
                bytes,
                MASTER,
                new Sha256("b".repeat(64)),
                Optional.ofNullable(sound),
                faults);
    }

    /** Sound that nothing is wrong with, but for what is given by name. */
    public static Sound sound(Map<String, Number> spoilt) {
        Function<String, Double> of =
                name -> spoilt.containsKey(name) ? spoilt.get(name).doubleValue() : 0;
        List<Sound.Rest> inside = of.apply("rest") > 0 ? List.of(new Sound.Rest(20, of.apply("rest"))) : List.of();
        boolean lossy = of.apply("lossy") > 0;
        return new Sound(
                spoilt.containsKey("lufs") ? of.apply("lufs") : -14,
                6,
                -11,
                -12,
                spoilt.containsKey("peak") ? of.apply("peak") : -1.2,
                -1.5,
                of.apply("clipped") > 0 ? List.of(new Sound.Clipping(10, 4, 0)) : List.of(),
                of.apply("clipped").longValue(),
                new Sound.Silence(of.apply("head"), of.apply("tail"), inside),
                new double[] {of.apply("dc"), 0},
                of.apply("mono") > 0,
                lossy ? 16_000 : 21_000,
                new Sound.LossySource(lossy, of.apply("lossy"), lossy ? "a shelf" : ""),
                of.apply("upsampled") > 0,
                new Sound.Tempo(120, 0.9),
                new Sound.Key("A minor", 0.8),
                new Sound.Excerpt(10, 30, "loud"),
                new int[] {50});
    }

    public static PictureFacts picture(
            String format, int width, int height, String colours, long bytes, List<String> faults) {
        return new PictureFacts(format, width, height, colours, 8, bytes, COVER, faults);
    }

    public Release release() {
        Work work = new Work(4, of(Entity.WORK));
        Recording recording = new Recording(3, of(Entity.RECORDING), work);
        return new Release(1, 0, of(Entity.RELEASE), List.of(new Track(2, 1, of(Entity.TRACK), recording)));
    }

    private Facts of(Entity entity) {
        Facts some = Facts.NONE;
        for (Field<?> field : Fields.of(entity)) some = some.withText(field, facts.get(field.id()));
        return some;
    }

    public ReleaseContext subject() {
        return new ReleaseContext(
                release(),
                Map.of(MASTER, audio),
                Map.of(COVER, picture),
                elsewhere,
                new LabelProfile("Ninth Weir Records", "XANW9", "952123450", "NW", "Low Lock Music", "000000952"),
                TODAY,
                loose);
    }
}
