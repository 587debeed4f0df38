package app.entrada.core.check.rules;

import app.entrada.core.release.Change;
import java.util.List;

/** A safe way to end a finding. */
public sealed interface Fix {
    /** What it does, as a button says it. */
    String label();

    /** Changes known beforehand. */
    record Edit(String label, List<Change> changes) implements Fix {}

    /** Another picture is made from the front cover, and looked at before it is put in its place. */
    record Picture(String label) implements Fix {}

    /** The next free code of the label's own block is put at the finding's place. */
    record Allocate(String label) implements Fix {}
}
