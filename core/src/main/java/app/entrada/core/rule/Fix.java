package app.entrada.core.rule;

import app.entrada.core.release.Change;
import java.util.List;

/** A safe way to end a finding. */
public sealed interface Fix {
    /** What it does, as a button says it. */
    String label();

    /** Changes known beforehand. */
    record Edit(String label, List<Change> changes) implements Fix {}

    /**
     * Another picture is made from the front cover and put in its place; the cover as it came is kept.
     *
     * @param steps what is done to it, in order: {@code square}, {@code colours}, {@code scale}, {@code compress}
     * @param side longest side in pixels, 0 for as it is
     * @param bytes most that it may weigh, 0 for any
     */
    record Picture(String label, java.util.List<String> steps, int side, long bytes) implements Fix {}

    /** The next free code of the label's own block is put at the finding's place. */
    record Allocate(String label) implements Fix {}
}
