package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.spelling.IdSet;
import app.entrada.core.text.MalformedValue;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Who is named in the lists of people of the catalogue. To read such a text is dear; it is read once, for as long as it stands
 * somewhere.
 */
final class NamesInTexts {
    private static final long[] NOBODY = {};
    private final Map<String, Map<String, long[]>> byColumn = new ConcurrentHashMap<>();

    /** One reading of all texts of a column, by one thread. */
    final class Pass {
        private final CatalogueColumn column;
        private final Map<String, long[]> before;
        private final Map<String, long[]> now = new HashMap<>();

        private Pass(CatalogueColumn column) {
            this.column = column;
            before = byColumn.getOrDefault(column.key(), Map.of());
        }

        /** Names in a list of people and those behind “via”, as numbers of ids. */
        long[] names(String text) {
            long[] known = now.get(text);
            if (known != null) return known;
            long[] names = before.get(text);
            if (names == null) names = read(column, text);
            now.put(text, names);
            return names;
        }

        /** All were read: what was not among them stands nowhere any more. */
        void done() {
            byColumn.put(column.key(), now);
        }
    }

    Pass pass(CatalogueColumn column) {
        return new Pass(column);
    }

    private static long[] read(CatalogueColumn column, String text) {
        if (!(column.ofField().orElseThrow().type() instanceof PeopleType<?> people)) return NOBODY;
        Set<String> names = new LinkedHashSet<>();
        try {
            for (PeopleType.PersonEntry entry : people.entriesIn(text)) {
                names.add(entry.name());
                if (entry.via() != null) names.add(entry.via());
            }
        } catch (MalformedValue unreadable) {
            return NOBODY;
        }
        return names.stream().mapToLong(IdSet::number).toArray();
    }
}
