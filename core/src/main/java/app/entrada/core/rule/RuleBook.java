package app.entrada.core.rule;

import app.entrada.core.rule.rules.ArtistJoined;
import app.entrada.core.rule.rules.ArtistMissing;
import app.entrada.core.rule.rules.ArtworkBytes;
import app.entrada.core.rule.rules.ArtworkColourModel;
import app.entrada.core.rule.rules.ArtworkDamaged;
import app.entrada.core.rule.rules.ArtworkFormat;
import app.entrada.core.rule.rules.ArtworkMissing;
import app.entrada.core.rule.rules.ArtworkNotSquare;
import app.entrada.core.rule.rules.ArtworkPixels;
import app.entrada.core.rule.rules.AudioBitDepth;
import app.entrada.core.rule.rules.AudioBytes;
import app.entrada.core.rule.rules.AudioDamaged;
import app.entrada.core.rule.rules.AudioFormat;
import app.entrada.core.rule.rules.AudioMissing;
import app.entrada.core.rule.rules.AudioPlacementUnconfirmed;
import app.entrada.core.rule.rules.AudioSameAs;
import app.entrada.core.rule.rules.AudioSameSound;
import app.entrada.core.rule.rules.AudioSampleRate;
import app.entrada.core.rule.rules.AudioSharedIntro;
import app.entrada.core.rule.rules.AudioTimeDiffers;
import app.entrada.core.rule.rules.AudioUnplaced;
import app.entrada.core.rule.rules.BarcodeInStore;
import app.entrada.core.rule.rules.BarcodeMalformed;
import app.entrada.core.rule.rules.BarcodeMissing;
import app.entrada.core.rule.rules.BarcodeReused;
import app.entrada.core.rule.rules.CLineMissing;
import app.entrada.core.rule.rules.CatalogueNumberMissing;
import app.entrada.core.rule.rules.ExplicitUndecided;
import app.entrada.core.rule.rules.GenreCount;
import app.entrada.core.rule.rules.GenreVocabulary;
import app.entrada.core.rule.rules.IsrcForeignPrefix;
import app.entrada.core.rule.rules.IsrcMalformed;
import app.entrada.core.rule.rules.IsrcMissing;
import app.entrada.core.rule.rules.IsrcSecond;
import app.entrada.core.rule.rules.IsrcShared;
import app.entrada.core.rule.rules.KindTrackCount;
import app.entrada.core.rule.rules.LanguageMissing;
import app.entrada.core.rule.rules.MeasuredSound;
import app.entrada.core.rule.rules.OriginalDateAfterRelease;
import app.entrada.core.rule.rules.PLineMissing;
import app.entrada.core.rule.rules.PreviewOutside;
import app.entrada.core.rule.rules.ReleaseDateMissing;
import app.entrada.core.rule.rules.ReleaseDateTooSoon;
import app.entrada.core.rule.rules.SingleTitleDiffers;
import app.entrada.core.rule.rules.TitleAllCaps;
import app.entrada.core.rule.rules.TitleContainsFeature;
import app.entrada.core.rule.rules.TitleEmoji;
import app.entrada.core.rule.rules.TitleMissing;
import app.entrada.core.rule.rules.TitleTooLong;
import app.entrada.core.rule.rules.TitleVersionInTitle;
import app.entrada.core.rule.rules.TitleWhitespace;
import app.entrada.core.rule.rules.Topics;
import app.entrada.core.rule.rules.WorkNoComposer;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** All rules there are. */
public final class RuleBook {
    private static final List<Rule> ALL = Stream.of(
                    MeasuredSound.all(),
                    Topics.all(),
                    List.of(
                            new IsrcMissing(),
                            new IsrcMalformed(),
                            new IsrcShared(),
                            new IsrcForeignPrefix(),
                            new IsrcSecond(),
                            new BarcodeMissing(),
                            new BarcodeMalformed(),
                            new BarcodeReused(),
                            new BarcodeInStore(),
                            new CatalogueNumberMissing(),
                            new TitleMissing(),
                            new TitleTooLong(),
                            new TitleContainsFeature(),
                            new TitleVersionInTitle(),
                            new TitleWhitespace(),
                            new TitleEmoji(),
                            new TitleAllCaps(),
                            new ArtistMissing(),
                            new ArtistJoined(),
                            new LanguageMissing(),
                            new ReleaseDateMissing(),
                            new ReleaseDateTooSoon(),
                            new OriginalDateAfterRelease(),
                            new PLineMissing(),
                            new CLineMissing(),
                            new GenreCount(),
                            new GenreVocabulary(),
                            new ExplicitUndecided(),
                            new KindTrackCount(),
                            new SingleTitleDiffers(),
                            new AudioMissing(),
                            new AudioDamaged(),
                            new AudioFormat(),
                            new AudioSampleRate(),
                            new AudioBitDepth(),
                            new AudioBytes(),
                            new AudioSameAs(),
                            new AudioSameSound(),
                            new AudioSharedIntro(),
                            new AudioUnplaced(),
                            new AudioPlacementUnconfirmed(),
                            new AudioTimeDiffers(),
                            new PreviewOutside(),
                            new ArtworkMissing(),
                            new ArtworkDamaged(),
                            new ArtworkFormat(),
                            new ArtworkNotSquare(),
                            new ArtworkPixels(),
                            new ArtworkBytes(),
                            new ArtworkColourModel(),
                            new WorkNoComposer()))
            .<Rule>flatMap(List::stream)
            .sorted(Comparator.comparing(Rule::family).thenComparing(Rule::id))
            .toList();

    private static final Map<String, Rule> BY_ID =
            ALL.stream().collect(Collectors.toMap(Rule::id, Function.identity()));

    private RuleBook() {}

    /** All rules, by family. */
    public static List<Rule> all() {
        return ALL;
    }

    /**
     * The rule with this id.
     *
     * @throws IllegalArgumentException when there is none
     */
    public static Rule byId(String id) {
        Rule rule = BY_ID.get(id);
        if (rule == null) throw new IllegalArgumentException("There is no rule “%s”".formatted(id));
        return rule;
    }
}
