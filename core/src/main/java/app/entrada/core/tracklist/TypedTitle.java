package app.entrada.core.tracklist;

import app.entrada.core.title.TitleReading;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** A typed title in its parts. */
record TypedTitle(String title, Optional<String> version, List<String> featured) {
    /** Names in running text; none where there are only commas. */
    static List<String> names(String listed, Predicate<String> known) {
        boolean any = listed.codePoints().anyMatch(Character::isLetterOrDigit);
        return any ? TitleReading.names(listed, known).list() : List.of();
    }

    static TypedTitle of(String typed, Predicate<String> known) {
        String rest = typed.strip();
        Optional<TitleReading.Part> featured = TitleReading.featured(rest);
        if (featured.isPresent()) rest = featured.get().rest();
        Optional<TitleReading.Part> version = TitleReading.version(rest);
        if (version.isPresent()) rest = version.get().rest();
        return new TypedTitle(
                rest,
                version.map(TitleReading.Part::part),
                featured.map(part -> names(part.part(), known)).orElse(List.of()));
    }
}
