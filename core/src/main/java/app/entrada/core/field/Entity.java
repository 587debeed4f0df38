package app.entrada.core.field;

import java.util.List;

/** What a fact belongs to. */
public enum Entity {
    /** The product that is sold under one barcode. */
    RELEASE,
    /** A position in a release's running order: title, version, artists and order belong here. */
    TRACK,
    /** A sound recording; keeps its ISRC and its master on every release it appears on. */
    RECORDING,
    /** A composition; keeps its writers whoever records it. */
    WORK,
    /** A person, a group or a company, under every name it goes by. */
    PARTY,
    /** A spoken series: its episodes are releases, its feed holds all of them. */
    SERIES;

    /** What a track’s facts belong to: its place on the release, its recording, the work of that. */
    public static final List<Entity> OF_A_TRACK = List.of(TRACK, RECORDING, WORK);

    /** Lower-case name used in field ids, columns and documents. */
    public String id() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }

    /** Word for people. */
    public String label() {
        return this == PARTY ? "person" : id();
    }

    /** The entity with this id; {@code IllegalArgumentException} when there is none. */
    public static Entity of(String id) {
        return valueOf(id.toUpperCase(java.util.Locale.ROOT));
    }
}
