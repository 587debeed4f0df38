package app.entrada.server.embedding;

import app.entrada.core.embed.Recipe;
import app.entrada.core.embed.TagPlan;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.rule.Subject;
import app.entrada.server.files.ScaledPictures;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What recipes want in the copies of a release. */
@Component
class CopyPlans {
    private static final byte[] NO_BYTES = {};

    private final ScaledPictures pictures;

    CopyPlans(ScaledPictures pictures) {
        this.pictures = pictures;
    }

    /** Plans by the track's number, to know how copies stand: the cover is there by its name only. */
    Map<Integer, TagPlan> named(Subject subject, Recipe recipe) {
        return TagPlan.ofAll(recipe, subject, cover(subject, recipe, false));
    }

    /**
     * Plans by the track's number, with the cover's bytes.
     *
     * @throws IOException when the cover cannot be scaled as the recipe wants it
     */
    Map<Integer, TagPlan> whole(Subject subject, Recipe recipe) throws IOException {
        try {
            return TagPlan.ofAll(recipe, subject, cover(subject, recipe, true));
        } catch (UncheckedIOException unscalable) {
            throw new IOException("the cover: " + unscalable.getCause().getMessage(), unscalable);
        }
    }

    private Optional<TagPlan.Cover> cover(Subject subject, Recipe recipe, boolean whole) {
        if (!recipe.picture().wanted()) return Optional.empty();
        return subject.release()
                .facts()
                .get(Fields.RELEASE_COVER)
                .filter(file -> Optional.ofNullable(subject.pictures().get(file))
                        .map(picture -> picture.faults().isEmpty())
                        .orElse(false))
                .map(file -> new TagPlan.Cover(
                        file + " " + recipe.picture(), () -> whole ? scaled(file, recipe.picture()) : NO_BYTES));
    }

    private byte[] scaled(Sha256 cover, Recipe.PictureSize size) {
        try {
            return Files.readAllBytes(pictures.jpeg(cover, size.side(), size.bytes()));
        } catch (IOException unscalable) {
            throw new UncheckedIOException(unscalable);
        }
    }
}
