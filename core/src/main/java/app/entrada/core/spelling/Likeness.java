package app.entrada.core.spelling;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * How sure it is that two spellings are of one.
 *
 * @param score 0 to 1
 * @param difference what they differ in
 * @param releases how many both stand on
 * @param company how many both have beside them
 */
record Likeness(double score, Difference difference, int releases, int company) {
    /** From here on they are put in one family. */
    static final double PROBABLY_ONE = 0.8;
    /** From here on nobody needs to look at what else agrees. */
    static final double SURE = 0.9;

    /** In what two spellings differ. */
    enum Difference {
        /** Case, accents, punctuation, script or, for people, the last name in front. */
        WRITTEN_OTHERWISE,
        /** The same words in some other order. */
        WORD_ORDER,
        /** Blanks between words, or “and”. */
        BLANKS,
        /** A word that is often left out. */
        GENERIC_WORD,
        /** First letters stand for whole names. */
        INITIALS,
        /** Letters were mistyped. */
        SLIP,
        /** Nothing in common. */
        OTHER,
        /** Identifiers that are not the same: two people. */
        OTHER_IDENTIFIER,
        /** Both stand beside each other: two people. */
        BESIDE_EACH_OTHER
    }

    private static final Likeness NONE = new Likeness(0, Difference.OTHER, 0, 0);
    private static final double SAME_COMPANY = 0.1;
    private static final double SAME_RELEASE = 0.05;
    /** Nobody slips so often: only what else agrees can make them one. */
    private static final int IN_USE = 10;

    private static final double BOTH_IN_USE = 0.2;

    /** One of them stands in a few places, the other in many. */
    private static final double SELDOM = 0.03;

    private static final double SHORT_WORD = 0.6;
    private static final double BLANK = 0.3;
    /** Two slips in a long name, one and a half in a shorter one. */
    private static final double MOST_SLIPS = 2;

    /** Letters from which on two slips are borne. */
    static final int LONG = 14;

    private static final int SHORT = 5;

    private record Shape(double score, Difference difference) {}

    private static final Shape NOTHING = new Shape(0, Difference.OTHER);

    static Likeness of(Spelling one, SpellingForm here, Spelling other, SpellingForm there, SpellingKind kind) {
        if (!here.numbers().equals(there.numbers())) return NONE;
        Shape shape = shape(here, there, kind);
        if (shape.score == 0) return NONE;
        int releases = one.releases().common(other.releases());
        int company = one.company().common(other.company());
        boolean written = shape.difference == Difference.WRITTEN_OTHERWISE;
        if (kind.ofPeople()) {
            if (contradict(one.identifiers(), other.identifiers()))
                return new Likeness(0, Difference.OTHER_IDENTIFIER, releases, company);
            if (common(one.identifiers(), other.identifiers()) > 0)
                return new Likeness(1, shape.difference, releases, company);
            if (!written
                    && (one.company().contains(other.id()) || other.company().contains(one.id())))
                return new Likeness(0, Difference.BESIDE_EACH_OTHER, releases, company);
        }
        if (kind.wantsCompany() && company == 0) return NONE;
        double score = shape.score;
        if (company > 0 && !kind.wantsCompany()) score += SAME_COMPANY;
        if (releases > 0) score += SAME_RELEASE;
        int fewer = Math.min(one.count(), other.count());
        int more = Math.max(one.count(), other.count());
        if (shape.difference == Difference.SLIP && fewer >= IN_USE) score -= BOTH_IN_USE;
        if (fewer <= 3 && more >= 10 * fewer) score += SELDOM;
        return new Likeness(Math.min(score, 1), shape.difference, releases, company);
    }

    private static Shape shape(SpellingForm here, SpellingForm there, SpellingKind kind) {
        if (here.sorted().equals(there.sorted()))
            return here.letters() == 0
                    ? NOTHING
                    : isTurned(here.words(), there.words())
                            ? new Shape(1, Difference.WRITTEN_OTHERWISE)
                            : new Shape(0.75, Difference.WORD_ORDER);
        if (here.squashed().equals(there.squashed()) || here.joined().equals(there.joined()))
            return new Shape(0.98, Difference.BLANKS);
        if (here.withoutAnd().equals(there.withoutAnd())) return new Shape(0.96, Difference.BLANKS);
        if (here.withoutGeneric(kind).equals(there.withoutGeneric(kind)))
            return new Shape(0.92, Difference.GENERIC_WORD);
        if (kind.ofPeople() && shortened(here.words(), there.words())) return new Shape(0.72, Difference.INITIALS);
        return new Shape(slipped(here, there), Difference.SLIP);
    }

    /** Whether the same words begin at another of them: a last name of one word or two in front. */
    private static boolean isTurned(List<String> one, List<String> other) {
        for (int by = 0; by < one.size(); by++) {
            boolean same = true;
            for (int i = 0; i < one.size() && same; i++) same = one.get(i).equals(other.get((i + by) % one.size()));
            if (same) return true;
        }
        return false;
    }

    /** The same last name, and before it whole names or their first letters; a middle one may be missing. */
    private static boolean shortened(List<String> one, List<String> other) {
        if (one.size() < 2 || other.size() < 2) return false;
        List<String> fewer = one.size() <= other.size() ? one : other;
        List<String> more = fewer == one ? other : one;
        if (!fewer.get(fewer.size() - 1).equals(more.get(more.size() - 1)) || more.size() - fewer.size() > 1)
            return false;
        boolean letters = one.size() != other.size();
        int at = 0;
        for (int i = 0; i < fewer.size() - 1; i++) {
            String name = fewer.get(i);
            while (at < more.size() - 1 && !stand(name, more.get(at))) {
                // only a single letter may have been left out
                if (i == 0 || more.get(at).length() > 1) return false;
                at++;
            }
            if (at == more.size() - 1) return false;
            letters |= !name.equals(more.get(at));
            at++;
        }
        for (; at < more.size() - 1; at++) if (more.get(at).length() > 1) return false;
        return letters;
    }

    private static boolean stand(String one, String other) {
        return one.equals(other) || (one.length() == 1 || other.length() == 1) && one.charAt(0) == other.charAt(0);
    }

    /** 0 when there is more than a slip between them. */
    private static double slipped(SpellingForm here, SpellingForm there) {
        int letters = Math.max(here.letters(), there.letters());
        double most = letters >= LONG ? MOST_SLIPS : letters >= 8 ? 1.6 : letters >= 6 ? 1 : 0;
        if (most == 0 || !here.isNear(there)) return 0;
        double slips = slipped(here.sorted(), there.sorted(), most);
        // a slip in a first letter changes the order of the alphabet
        if (slips > most && !(here.isInOrder() && there.isInOrder()))
            slips = slipped(here.words(), there.words(), most);
        if (here.words().size() != there.words().size())
            slips = BLANK + Slips.between(here.joined(), there.joined(), most);
        return slips > most ? 0 : Math.max(0, 1 - 1.6 * slips / letters);
    }

    /** Word by word; more than {@code most} when there is more than a slip. */
    private static double slipped(List<String> one, List<String> other, double most) {
        if (one.size() != other.size()) return most + 1;
        double slips = 0;
        for (int i = 0; i < one.size(); i++) {
            double between = Slips.between(one.get(i), other.get(i), most - slips);
            int longer = Math.max(one.get(i).length(), other.get(i).length());
            if (between > 0 && longer < 4) return most + 1;
            // in a short word another letter mostly makes another name
            slips += between >= 1 && longer <= SHORT ? between + SHORT_WORD : between;
            if (slips > most) return slips;
        }
        return slips;
    }

    private static <T> int common(Set<T> one, Set<T> other) {
        Set<T> fewer = one.size() <= other.size() ? one : other;
        Set<T> more = fewer == one ? other : one;
        int common = 0;
        for (T each : fewer) if (more.contains(each)) common++;
        return common;
    }

    /** Both have an identifier of a kind, and not the same. */
    private static boolean contradict(Set<String> one, Set<String> other) {
        Set<String> kinds = new HashSet<>();
        for (String identifier : one) if (!other.contains(identifier)) kinds.add(kindOf(identifier));
        for (String identifier : other)
            if (!one.contains(identifier) && kinds.contains(kindOf(identifier))) return true;
        return false;
    }

    private static String kindOf(String identifier) {
        int blank = identifier.indexOf(' ');
        return blank < 0 ? identifier : identifier.substring(0, blank);
    }
}
