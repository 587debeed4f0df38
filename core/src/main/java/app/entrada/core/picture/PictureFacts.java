package app.entrada.core.picture;

import app.entrada.core.text.Sha256;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What is measured of a picture.
 *
 * @param format {@code JPEG}, {@code PNG} or another name that the decoder gives; {@code unknown}
 * @param width pixels
 * @param height pixels
 * @param colours {@code RGB}, {@code grey}, {@code CMYK} or {@code other}
 * @param bitDepth bits a channel
 * @param bytes size of the file
 * @param faults why it cannot be used, in sentences; empty for a whole picture
 * @param look what is on it, once somebody has looked
 */
public record PictureFacts(
        String format,
        int width,
        int height,
        String colours,
        int bitDepth,
        long bytes,
        Sha256 sha256,
        List<String> faults,
        Optional<PictureAnalysis> look) {
    /** Where nobody has looked at it yet. */
    public PictureFacts(
            String format,
            int width,
            int height,
            String colours,
            int bitDepth,
            long bytes,
            Sha256 sha256,
            List<String> faults) {
        this(format, width, height, colours, bitDepth, bytes, sha256, faults, Optional.empty());
    }

    /** The longer side in pixels. */
    public int longest() {
        return Math.max(width, height);
    }

    /** The same with what is on it. */
    public PictureFacts with(PictureAnalysis seen) {
        return new PictureFacts(format, width, height, colours, bitDepth, bytes, sha256, faults, Optional.of(seen));
    }

    /** The same picture with something more that is wrong with it. */
    public PictureFacts with(String fault) {
        return new PictureFacts(
                format,
                width,
                height,
                colours,
                bitDepth,
                bytes,
                sha256,
                Stream.concat(Stream.of(fault), faults.stream()).toList(),
                look);
    }
}
