package app.entrada.core.picture;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;

/**
 * Decodes pictures within one budget of memory, whatever files claim and however many are asked for at once: large ones are
 * read with fewer pixels, and one after another; texts and other additions never reach a decoder.
 */
final class PictureDecoding {
    /** Pixels that are kept of a picture at most; a cover of 4,000 × 4,000 is kept whole. Four bytes each. */
    static final long MOST_KEPT = 20_000_000;

    /** Pixels that a picture may claim at most, however few are kept of it. */
    static final long MOST_CLAIMED = 144_000_000;

    /** All pictures being decoded together keep no more pixels than this. */
    private static final int BUDGET = 24;

    private static final Semaphore MEGAPIXELS = new Semaphore(BUDGET, true);

    private PictureDecoding() {}

    /** Something that is done while the budget is held. */
    interface Work<T> {
        T of() throws IOException;
    }

    /** Does something with a picture of so many pixels when there is room for it. */
    static <T> T within(long pixels, Work<T> work) throws IOException {
        int megapixels = (int) Math.min(BUDGET, 1 + Math.min(pixels, MOST_KEPT) / 1_000_000);
        MEGAPIXELS.acquireUninterruptibly(megapixels);
        try {
            return work.of();
        } finally {
            MEGAPIXELS.release(megapixels);
        }
    }

    /** Every how-manieth pixel is read of a picture of this size, so that it fits; 1 for all. */
    static int every(int width, int height) {
        int every = 1;
        while ((long) (width / every) * (height / every) > MOST_KEPT) every++;
        return every;
    }

    /** Decodes the first picture of a file, with fewer pixels where it is large. */
    static BufferedImage decode(ImageReader reader) throws IOException {
        int every = every(reader.getWidth(0), reader.getHeight(0));
        ImageReadParam how = reader.getDefaultReadParam();
        if (every > 1) how.setSourceSubsampling(every, every, 0, 0);
        return reader.read(0, how);
    }

    /**
     * A PNG's picture alone in a file of its own, and what was found on the way; empty for other formats. The caller deletes
     * the file.
     */
    static Optional<Alone> alone(Path picture) throws IOException {
        if (!PngChunks.begin(picture)) return Optional.empty();
        Path file = Files.createTempFile("picture", ".png");
        try (OutputStream to = new java.io.BufferedOutputStream(Files.newOutputStream(file))) {
            return Optional.of(new Alone(file, PngChunks.copy(picture, to)));
        } catch (IOException disk) {
            Files.deleteIfExists(file);
            throw disk;
        }
    }

    /** A picture without anything else, in a file of its own. */
    record Alone(Path file, PngChunks chunks) {}
}
