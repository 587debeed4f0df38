package app.entrada.demo;

import java.util.List;

/**
 * A cover to draw.
 *
 * @param hand who draws it
 * @param title lines of the title, from top to bottom
 * @param by lines that say by whom it is
 * @param small what else is printed on it in small letters; empty for nothing
 * @param wide pixels
 * @param high pixels
 * @param forPrint in the four colours of a printing press, which no screen shows
 */
public record Cover(
        CoverDrawing.Style hand,
        List<String> title,
        List<String> by,
        String small,
        int wide,
        int high,
        boolean forPrint) {
    /** A square one for screens. */
    public static Cover square(CoverDrawing.Style hand, List<String> title, int side) {
        return new Cover(hand, title, List.of(), "", side, side, false);
    }
}
