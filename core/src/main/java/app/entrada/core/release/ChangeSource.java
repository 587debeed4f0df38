package app.entrada.core.release;

import java.util.Locale;

/** Where a change comes from. The server says so; nobody can claim it from outside. */
public enum ChangeSource {
    TYPED("typed"),
    TRACK_LIST("track list"),
    TAGS("tags of files"),
    FILE("received file"),
    CATALOGUE("catalogue"),
    CODE_BOOK("code book"),
    DEFAULTS("label’s defaults"),
    TEMPLATE("template"),
    DOCUMENT("document"),
    SAFE_FIX("safe fix"),
    MERGE("merged by hand"),
    UNDO("undo"),
    REDO("redo"),
    /** What a destination answered; no change of ours, so there is nothing to tell it. */
    ANSWER("answer of a destination"),
    DEMO("demo data");

    private final String label;

    ChangeSource(String label) {
        this.label = label;
    }

    /** Words for people. */
    public String label() {
        return label;
    }

    /** Name as it is stored. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The source with this id. */
    public static ChangeSource of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
