package app.entrada.core.copy.recipe;

import app.entrada.core.field.value.PictureKind;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3Version;
import app.entrada.core.tag.map.ComputedText;
import app.entrada.core.text.ShippedFolder;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Which facts go into which kind of file. Recipes are data: YAML, shipped ones in {@code recipes/} beside this class's
 * package, a label's own in the same form.
 *
 * @param purpose one sentence: what such a file is for
 * @param containers tags to write, in order; those that the format holds
 * @param id3 version of ID3 tags
 * @param picture of the embedded pictures
 * @param without names of facts that are left out
 * @param texts computed texts that stand in place of, or beside, single facts
 * @param keepsApe whether an APEv2 tag of the master stays; elsewhere it would contradict what is written
 * @param bare whether all tags are removed and none written
 * @param nameSpace of free items in MP4 files
 * @param fileName {@link ComputedText} of the name, without its ending
 */
public record Recipe(
        String id,
        String name,
        String purpose,
        Encoding encoding,
        List<Container> containers,
        Id3Version id3,
        PictureSize picture,
        List<String> without,
        List<Text> texts,
        boolean keepsApe,
        boolean bare,
        String nameSpace,
        String fileName) {
    /**
     * Which pictures are embedded, and how large each may be.
     *
     * @param side longer side at most, pixels; 0 for no picture
     * @param bytes size at most
     * @param kinds those that are taken, in this order
     */
    public record PictureSize(int side, int bytes, List<PictureKind> kinds) {
        /** Where no picture is embedded. */
        public static final PictureSize NONE = new PictureSize(0, 0, List.of());

        public PictureSize {
            kinds = List.copyOf(kinds);
        }

        /** Whether pictures are embedded at all. */
        public boolean wanted() {
            return side > 0;
        }
    }

    /**
     * A text computed from facts.
     *
     * @param name as people read it
     * @param lines {@link ComputedText}s; one that names an unknown fact is left out
     * @param between stands between the lines
     * @param longest characters at most, cut behind a whole word; 0 for no limit
     * @param places ids by container: one text may stand in several
     */
    public record Text(
            String name, List<String> lines, String between, int longest, Map<Container, List<String>> places) {}

    private static final List<Recipe> SHIPPED = ShippedFolder.read("/app/entrada/core/recipes").stream()
            .map(file -> read(file.id(), file.text()))
            .toList();

    /** The shipped recipes, in the order of their folder. */
    public static List<Recipe> shipped() {
        return SHIPPED;
    }

    /**
     * The shipped recipe with this id.
     *
     * @throws IllegalArgumentException that lists those there are
     */
    public static Recipe byId(String id) {
        return SHIPPED.stream()
                .filter(recipe -> recipe.id.equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no recipe “%s”; available: %s"
                        .formatted(id, SHIPPED.stream().map(Recipe::id).collect(Collectors.joining(", ")))));
    }

    /**
     * Reads a recipe.
     *
     * @throws IllegalArgumentException that says what is wrong and what is wanted
     */
    public static Recipe read(String id, String yaml) {
        return RecipeReading.read(id, yaml);
    }

    /** The recipe as data, in the form that {@link #read} reads. */
    public String yaml() {
        return RecipeReading.write(this);
    }

    /** Whether the plan says the day of writing. */
    public boolean isDated() {
        return ComputedText.isDated(fileName)
                || texts.stream().flatMap(text -> text.lines().stream()).anyMatch(ComputedText::isDated);
    }
}
