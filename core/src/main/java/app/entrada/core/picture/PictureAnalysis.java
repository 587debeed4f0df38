package app.entrada.core.picture;

import java.util.List;
import java.util.Optional;

/**
 * What is on a picture, beyond what its file says.
 *
 * @param profile name of the embedded colour profile, empty when there is none
 * @param turn orientation of EXIF, 1 to 8; 1 is upright
 * @param pages pictures in the file; more than one is an animation or a stack of pages
 * @param sharpness variance of the Laplacian of the grey picture at 1,000 pixels; hundreds are sharp, below about 10 blurred
 * @param fineDetail energy above a quarter of the sampling rate against all of it, dB at full size; under about −36 the picture
 *     holds no more than half of its pixels
 * @param border uniform edges around the picture
 * @param codes machine-readable codes found
 * @param lines lines of text read; empty when none was found or nobody read it
 * @param read whether text was looked for
 * @param advisory where the advisory mark was found
 */
public record PictureAnalysis(
        String profile,
        int turn,
        int pages,
        double sharpness,
        double fineDetail,
        Border border,
        List<PrintedCode> codes,
        List<TextLine> lines,
        boolean read,
        Optional<Box> advisory) {
    /** A rectangle in pixels of the picture as stored. */
    public record Box(int x, int y, int width, int height) {}

    /**
     * Edges in one colour, pixels from each side.
     *
     * @param colour as #RRGGBB, empty when there is no border
     */
    public record Border(int left, int top, int right, int bottom, String colour) {
        /** No border at all. */
        public static final Border NONE = new Border(0, 0, 0, 0, "");

        /** The same in a picture that is so many times as large. */
        public Border times(double larger) {
            return new Border(
                    (int) Math.round(left * larger),
                    (int) Math.round(top * larger),
                    (int) Math.round(right * larger),
                    (int) Math.round(bottom * larger),
                    colour);
        }

        /** The widest of the four. */
        public int widest() {
            return Math.max(Math.max(left, right), Math.max(top, bottom));
        }
    }

    /**
     * A code that a reading device would find.
     *
     * @param kind for example {@code QR_CODE} or {@code EAN_13}
     */
    public record PrintedCode(String kind, String text, Box box) {}

    /**
     * A line of text.
     *
     * @param confidence of the reading, 0 to 100
     */
    public record TextLine(String text, int confidence, Box box) {}
}
