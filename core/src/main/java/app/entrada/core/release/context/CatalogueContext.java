package app.entrada.core.release.context;

import app.entrada.core.fingerprint.Match;
import app.entrada.core.names.NameFolding;
import app.entrada.core.text.Sha256;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What the rest of the catalogue holds, as far as a release's checks need it.
 *
 * @param isrcHolders by compact ISRC: other recordings that have it, as people would name them
 * @param barcodeHolders by digits: other releases that have it
 * @param knownNames names of people and groups in use, as written
 * @param masterHolders by file: other recordings whose master it is, with their ISRC
 * @param alike by file: which masters of other recordings sound like it
 * @param catalogueNumberHolders by number: other releases that have it
 * @param otherSpellings by name as written here: how the same name is spelt more often elsewhere
 * @param registeredTimes by compact ISRC: milliseconds of the sound that is known under it elsewhere
 * @param worksLike by folded title and writers: other works that seem to be the same
 * @param firstYears by recording id: year in which it came out first on another release
 * @param explicitTitles folded titles of recordings elsewhere that are marked explicit
 */
public record CatalogueContext(
        Map<String, List<String>> isrcHolders,
        Map<String, List<String>> barcodeHolders,
        Set<String> knownNames,
        Map<Sha256, List<String>> masterHolders,
        Map<Sha256, List<Alike>> alike,
        Map<String, List<String>> catalogueNumberHolders,
        Map<String, String> otherSpellings,
        Map<String, Long> registeredTimes,
        Map<String, List<String>> worksLike,
        Set<String> explicitTitles,
        Map<Long, Integer> firstYears) {
    /** Where nothing is known of spellings, numbers, times and works. */
    public CatalogueContext(
            Map<String, List<String>> isrcHolders,
            Map<String, List<String>> barcodeHolders,
            Set<String> knownNames,
            Map<Sha256, List<String>> masterHolders,
            Map<Sha256, List<Alike>> alike) {
        this(
                isrcHolders,
                barcodeHolders,
                knownNames,
                masterHolders,
                alike,
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Set.of(),
                Map.of());
    }

    /** The key of {@link #worksLike}: folded title and folded writers in alphabetical order. */
    public static String workKey(String title, List<String> writers) {
        return NameFolding.fold(title) + " / "
                + writers.stream().map(NameFolding::fold).sorted().collect(Collectors.joining(", "));
    }

    /**
     * A master of another recording that shares sound with a file.
     *
     * @param says whose master it is, as people would name it, with its ISRC
     * @param agreesFrom first second of the longest stretch that is the same, in the file asked about
     * @param agreesTo its last
     */
    public record Alike(Match.Verdict verdict, String says, double agreesFrom, double agreesTo) {}

    /** Nothing else in the catalogue. */
    public static final CatalogueContext NOTHING =
            new CatalogueContext(Map.of(), Map.of(), Set.of(), Map.of(), Map.of());
}
