package app.entrada.core.spelling;

import java.util.Set;

/**
 * A value as it is spelled somewhere.
 *
 * @param id by which it is known: of a person, else the value itself
 * @param text as it is written
 * @param count of places in which it stands, at least 0
 * @param identifiers of a person, each with its kind in front: {@code ISNI 0000000121032683}
 * @param registered whether it is a word of a vocabulary or otherwise known to be right
 * @param releases ids of the releases on which it stands
 * @param company ids of those who stand beside it: of other people on the same recordings, of the writers of a work
 */
public record Spelling(
        String id, String text, int count, Set<String> identifiers, boolean registered, IdSet releases, IdSet company) {
    /** A value of which nothing else is known. */
    public static Spelling of(String text, int count) {
        return new Spelling(text, text, count, Set.of(), false, IdSet.NONE, IdSet.NONE);
    }
}
