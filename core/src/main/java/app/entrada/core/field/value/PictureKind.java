package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What a picture of a release shows; the numbers are those of ID3v2 APIC, which FLAC shares. */
public enum PictureKind {
    FRONT("front cover", 3, "cover|front"),
    BACK("back cover", 4, "back|rear|inlay"),
    BOOKLET("booklet", 5, "booklet|leaflet|liner"),
    DISC("disc", 6, "disc|cd|label|side [ab]"),
    ARTIST("artist", 8, "artist|press|portrait|band"),
    OTHER("other", 0, "(?!)");

    private final String label;
    private final int tagKind;
    private final Pattern inNames;

    PictureKind(String label, int tagKind, String inNames) {
        this.label = label;
        this.tagKind = tagKind;
        this.inNames = Pattern.compile("(?i)(?<![\\p{L}])(?:" + inNames + ")(?![\\p{L}])");
    }

    /** The word for it. */
    public String label() {
        return label;
    }

    /** Name in stored texts and in files of recipes and destinations. */
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Number of the kind in ID3v2 and FLAC, 0–20. */
    public int tagKind() {
        return tagKind;
    }

    /**
     * The kind with this id.
     *
     * @throws MalformedValue that lists those there are
     */
    public static PictureKind of(String id) {
        return Arrays.stream(values())
                .filter(kind -> kind.id().equals(id.strip().toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(() -> new MalformedValue("“%s” is not a kind of picture; there are: %s"
                        .formatted(
                                id,
                                String.join(
                                        ", ",
                                        Arrays.stream(values())
                                                .map(PictureKind::id)
                                                .toList()))));
    }

    /** What the name of a file says that it shows. A name that says two things says nothing. */
    public static Optional<PictureKind> inName(String fileName) {
        String plain = fileName.replaceFirst("\\.[^.]*$", "").replaceAll("[_-]", " ");
        List<PictureKind> found = Arrays.stream(values())
                .filter(kind -> kind.inNames.matcher(plain).find())
                .toList();
        // “back cover” names the back; “cover” alone is the front
        if (found.size() == 2 && found.get(0) == FRONT && found.get(1) == BACK) return Optional.of(BACK);
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }
}
