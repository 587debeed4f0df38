package app.entrada.server.context;

import static java.util.Objects.requireNonNull;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.ScaledPictures;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What recipes want in the copies of a release. */
@Component
public class CopyPlans {
    private static final byte[] NO_BYTES = {};

    private final ScaledPictures scaling;

    CopyPlans(ScaledPictures scaling) {
        this.scaling = scaling;
    }

    /** Plans by the track's number, to know how copies stand: pictures are there by their names only. */
    public Map<Integer, TagPlan> named(ReleaseContext subject, Recipe recipe) {
        return TagPlan.ofAll(recipe, subject, pictures(subject, recipe, false));
    }

    /**
     * Plans by the track's number, with the pictures' bytes.
     *
     * @throws IOException when a picture cannot be scaled as the recipe wants it
     */
    public Map<Integer, TagPlan> whole(ReleaseContext subject, Recipe recipe) throws IOException {
        try {
            return TagPlan.ofAll(recipe, subject, pictures(subject, recipe, true));
        } catch (UncheckedIOException unscalable) {
            throw new IOException(
                    "a picture: " + requireNonNull(unscalable.getCause()).getMessage(), unscalable);
        }
    }

    private List<TagPlan.Embedded> pictures(ReleaseContext subject, Recipe recipe, boolean whole) {
        List<TagPlan.Embedded> pictures = new ArrayList<>();
        if (!recipe.picture().wanted()) return pictures;
        for (PictureKind kind : recipe.picture().kinds())
            for (Sha256 file : subject.release().pictures(kind)) {
                boolean sound = Optional.ofNullable(subject.pictures().get(file))
                        .map(picture -> picture.faults().isEmpty())
                        .orElse(false);
                if (sound)
                    pictures.add(new TagPlan.Embedded(
                            kind,
                            file + " " + recipe.picture(),
                            () -> whole ? scaled(file, recipe.picture()) : NO_BYTES));
            }
        return pictures;
    }

    private byte[] scaled(Sha256 picture, Recipe.PictureSize size) {
        try {
            return Files.readAllBytes(scaling.jpeg(picture, size.side(), size.bytes()));
        } catch (IOException unscalable) {
            throw new UncheckedIOException(unscalable);
        }
    }
}
