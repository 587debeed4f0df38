package app.entrada.core.check.rules;

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
