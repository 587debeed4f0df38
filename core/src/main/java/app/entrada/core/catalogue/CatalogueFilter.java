package app.entrada.core.catalogue;

import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Which rows are wanted, in plain words: parts with commas between them, all of which have to be so.
 *
 * <ul>
 *   <li>{@code tollgate}: stands anywhere in the row, in any spelling of accents and capitals
 *   <li>{@code artist tollgate}: stands in that column; {@code genre folk or jazz}: one of them does
 *   <li>{@code artist "Sunniva Dray"}: one of the values is this to the letter
 *   <li>{@code year 2019 to 2021}, {@code time over 6:00}, {@code release date before 2020}
 *   <li>{@code without isrc}, {@code with finding}
 *   <li>{@code on "Slack Water"}: on that release; {@code sent to Lumenfold}
 *   <li>{@code not} before any of them
 * </ul>
 *
 * What cannot be understood filters nothing and says what it would take; no text is an error.
 */
public record CatalogueFilter(List<Part> parts) {
    /**
     * One part.
     *
     * @param text as it was typed, without the blanks around it
     * @param column key of the column that it is about; null for anywhere
     * @param problem why it filters nothing, and what it would take; null when it was understood
     * @param condition what it means; null when it was not understood
     */
    public record Part(
            String text,
            @Nullable String column,
            @Nullable String problem,
            @Nullable Condition condition) {}

    public CatalogueFilter {
        parts = List.copyOf(parts);
    }

    /** Reads what was typed. */
    public static CatalogueFilter read(String typed, CatalogueSubject subject) {
        return new FilterReader(subject).read(typed);
    }

    List<Condition> conditions() {
        return parts.stream()
                .flatMap(part -> Stream.ofNullable(part.condition()))
                .toList();
    }
}
