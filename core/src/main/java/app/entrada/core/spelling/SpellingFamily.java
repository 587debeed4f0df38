package app.entrada.core.spelling;

import java.util.List;

/**
 * Spellings that are probably of one.
 *
 * @param members the proposed right one first, then by how often they stand
 * @param leftOut spellings that look like it and are not meant
 * @param evidence sentences that say why
 */
public record SpellingFamily(SpellingKind kind, List<Member> members, List<LeftOut> leftOut, List<String> evidence) {
    /**
     * A spelling of the family.
     *
     * @param sure whether nobody needs to look at it again
     */
    public record Member(Spelling spelling, boolean sure) {}

    /**
     * A spelling that looks like it.
     *
     * @param why in a sentence
     */
    public record LeftOut(Spelling spelling, String why) {}

    /** In how many places another spelling stands than the proposed one. */
    public int places() {
        return members.stream()
                .skip(1)
                .mapToInt(member -> member.spelling().count())
                .sum();
    }
}
