package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A picture of a release beside its front cover: back, booklet page, disc, artist.
 *
 * @param kind never {@link PictureKind#FRONT}: the front cover is a fact of its own
 * @param file the stored picture
 */
public record FurtherPicture(PictureKind kind, Sha256 file) {
    private static final int MOST = 100;

    public FurtherPicture {
        if (kind == PictureKind.FRONT)
            throw new MalformedValue("The front cover is a fact of its own; further pictures are of other kinds");
    }

    /** Reads {@code back <checksum>; booklet <checksum>}, in order. */
    static List<FurtherPicture> parse(String typed) {
        List<FurtherPicture> all = new ArrayList<>();
        Set<Sha256> seen = new HashSet<>();
        for (String each : typed.split(";")) {
            if (each.isBlank()) continue;
            String[] parts = each.strip().split("\\s+");
            if (parts.length != 2)
                throw new MalformedValue(
                        "“%s” is not a picture; expected: a kind and a checksum".formatted(each.strip()));
            FurtherPicture picture = new FurtherPicture(PictureKind.of(parts[0]), new Sha256(parts[1]));
            if (seen.add(picture.file)) all.add(picture);
        }
        if (all.size() > MOST) throw new MalformedValue("%d pictures; at most %d fit".formatted(all.size(), MOST));
        return List.copyOf(all);
    }

    static String format(List<FurtherPicture> pictures) {
        return pictures.stream().map(FurtherPicture::toString).collect(Collectors.joining("; "));
    }

    @Override
    public String toString() {
        return kind.id() + " " + file.hex();
    }

    /** For reading: how many of which kind. */
    static String display(List<FurtherPicture> pictures) {
        return Arrays.stream(PictureKind.values())
                .map(kind -> {
                    long count = pictures.stream()
                            .filter(picture -> picture.kind == kind)
                            .count();
                    return count == 0 ? "" : count == 1 ? kind.label() : kind.label() + " × " + count;
                })
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
    }
}
