package app.entrada.core.catalogue;

import app.entrada.core.catalogue.CatalogueColumn.Scale;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** What the rows of the catalogue are. */
public enum CatalogueSubject {
    /** Each once, as the release shows it on which it came out first. */
    RECORDINGS(List.of(Entity.TRACK, Entity.RECORDING, Entity.WORK, Entity.RELEASE)),
    /** Each with its own facts. */
    RELEASES(List.of(Entity.RELEASE)),
    /** Each once, as the release shows it on which it came out first. */
    WORKS(List.of(Entity.WORK));

    /** Title of the release; its own in the table of releases. */
    static final CatalogueColumn RELEASE = CatalogueColumn.computed("release", "Release", Scale.TEXT);
    /** Year of the release date. */
    static final CatalogueColumn YEAR = CatalogueColumn.computed("year", "Year", Scale.NUMBER);
    /** Length as measured, else as given. */
    static final CatalogueColumn TIME = CatalogueColumn.computed("time", "Time", Scale.TIME);
    /** How many tracks a release has. */
    static final CatalogueColumn TRACKS = CatalogueColumn.computed("tracks", "Tracks", Scale.NUMBER);
    /** The heaviest open finding: stop, risk or note. */
    static final CatalogueColumn FINDING = CatalogueColumn.computed("finding", "Finding", Scale.TEXT);
    /** Names of destinations that have it, or to which it is on its way. */
    static final CatalogueColumn SENT = CatalogueColumn.computed("sent", "Sent to", Scale.TEXT);

    private final Map<String, CatalogueColumn> columns = new LinkedHashMap<>();
    private final List<Entity> entities;

    CatalogueSubject(List<Entity> entities) {
        this.entities = entities;
    }

    /** All columns, those of the registry in the order of the sheet. */
    public synchronized List<CatalogueColumn> columns() {
        if (columns.isEmpty()) {
            for (Entity entity : entities)
                for (Field<?> field : Fields.of(entity))
                    if (field.columns() != Field.ColumnSet.NONE)
                        columns.putIfAbsent(field.key(), CatalogueColumn.of(field));
            List<CatalogueColumn> computed = this == RELEASES
                    ? List.of(YEAR, TRACKS, TIME, FINDING, SENT)
                    : List.of(RELEASE, YEAR, TIME, FINDING, SENT);
            for (CatalogueColumn column : computed) columns.put(column.key(), column);
        }
        return List.copyOf(columns.values());
    }

    /** The column of this key. */
    public Optional<CatalogueColumn> column(String key) {
        return columns().stream().filter(column -> column.key().equals(key)).findFirst();
    }

    /** Lower-case name, in addresses. */
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The subject of this id. */
    public static Optional<CatalogueSubject> of(String id) {
        for (CatalogueSubject subject : values()) if (subject.id().equals(id)) return Optional.of(subject);
        return Optional.empty();
    }
}
