package app.entrada.server.house;

import java.io.IOException;
import java.util.List;
import java.util.function.Consumer;

/** One thing of the house that can be looked over whole. */
public interface HouseLook {
    /** What it is called where it is noted. */
    String name();

    /** What is said when nothing was found, such as “every file of the store is what it is called”. */
    String well();

    /** Whether what it finds are facts of the label, which rules tell where they stand, and nothing that is broken. */
    default boolean isOfFacts() {
        return false;
    }

    /** Whether what it finds is noted where it is, and told from there. */
    default boolean isNotedElsewhere() {
        return false;
    }

    /**
     * Looks it over.
     *
     * @param progress is told how far it is, from time to time
     */
    List<HouseFinding> look(Consumer<String> progress) throws IOException;
}
