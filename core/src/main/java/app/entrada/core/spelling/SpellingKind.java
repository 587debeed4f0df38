package app.entrada.core.spelling;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What is spelled; what two spellings of one may differ in depends on it. */
public enum SpellingKind {
    /** Names of people and groups: last names first, initials. */
    PEOPLE(Set.of()),
    /** Names under which releases appear. */
    LABELS(Set.of("records", "recordings", "label", "music")),
    /** Words for a kind of music. */
    GENRES(Set.of("music")),
    /** Words under which somebody looks. */
    KEYWORDS(Set.of()),
    /** Titles of spoken series. */
    SERIES(Set.of()),
    /** Titles of works: two works may have one title, so only what the same writers wrote is compared. */
    WORK_TITLES(Set.of());

    /** Folded words at the end that somebody adds or leaves out. */
    private final Set<String> generic;

    SpellingKind(Set<String> generic) {
        this.generic = generic;
    }

    /** Whether the words may stand in another order and be cut to their first letters. */
    boolean ofPeople() {
        return this == PEOPLE;
    }

    /** Whether likeness alone says nothing without names in common. */
    boolean wantsCompany() {
        return this == WORK_TITLES;
    }

    boolean isGeneric(String word) {
        return generic.contains(word);
    }

    /** Lower-case name, in addresses. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The kind of this id. */
    public static Optional<SpellingKind> of(String id) {
        for (SpellingKind kind : values()) if (kind.id().equals(id)) return Optional.of(kind);
        return Optional.empty();
    }
}
