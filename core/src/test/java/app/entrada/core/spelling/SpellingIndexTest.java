package app.entrada.core.spelling;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Which spellings are of one, and which only look like it. */
class SpellingIndexTest {
    private static Spelling person(String text, int count, String... more) {
        return new Spelling(
                text,
                text,
                count,
                Set.copyOf(Arrays.stream(more)
                        .filter(each -> each.startsWith("ISNI") || each.startsWith("IPI"))
                        .toList()),
                false,
                releases(Arrays.stream(more)
                        .filter(each -> each.startsWith("release "))
                        .mapToLong(each -> Long.parseLong(each.substring(8)))),
                IdSet.of(Arrays.stream(more)
                        .filter(each -> each.startsWith("beside "))
                        .map(each -> each.substring(7))
                        .toList()));
    }

    private static IdSet releases(LongStream numbers) {
        IdSet.Collector all = new IdSet.Collector();
        numbers.forEach(all::add);
        return all.set();
    }

    private static List<List<String>> texts(List<SpellingFamily> families) {
        return families.stream()
                .map(family -> family.members().stream()
                        .map(member -> member.spelling().text())
                        .toList())
                .toList();
    }

    private static List<SpellingFamily> families(SpellingKind kind, Spelling... spellings) {
        SpellingIndex index = new SpellingIndex(kind);
        for (Spelling spelling : spellings) index.add(spelling);
        return index.families((one, other) -> false);
    }

    private static List<List<String>> people(Spelling... spellings) {
        return texts(families(SpellingKind.PEOPLE, spellings));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Ines Quillon | INES QUILLON",
                "Ines Quillon | Inés Quillon",
                "Ines Quillon | Quillon, Ines",
                "Ines Quillon | Quillon Ines",
                "Emil Castor-Bright | Castor-Bright, Emil",
                "Sunniva Dray | Sunnvia Dray",
                "Sunniva Dray | Suniva Dray",
                "Sunniva Dray | Sunniva Draay",
                "Kestrel & Loam | Kestrel and Loam",
                "Kestrel & Loam | Kestrel + Loam",
                "Emil Castor-Bright | Emil Castor Bright",
                "Emil Castor-Bright | Emil Castorbright",
                "Emil Castor-Bright | Emil Castro-Bright",
                "Theodora Lamb | Teodora Lamb",
                "Μαρία Σταυρού | Maria Stavrou",
                "Юлия Морева | Ûliâ Moreva",
                "Rollo Fennimore | Rolo Fenimore"
            })
    void theseAreOne(String one, String other) {
        assertThat(people(person(one, 20), person(other, 2))).containsExactly(List.of(one, other));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Jon Marsh | Joan Marsh",
                "Orla Fenwick | Orna Fenwick",
                "Mario Fenn | Maria Fenn",
                "The Quiet Ferry Band | The Quiet Ferry Band 2",
                "The Slow Water Band | The Low Water Band",
                "Anna Reed | Hanna Reed",
                "Ines Quillon | Ines Quill",
                "Petra Vann | Petra Vannoy",
                "Ann Lee | Ian Lee",
                "Callo Marlgate-Bargeings | Callo Bargeings-Marlgate",
                "Kim | Tim"
            })
    void theseAreTwo(String one, String other) {
        assertThat(people(person(one, 20), person(other, 2))).isEmpty();
    }

    @Test
    void anotherIdentifierSaysNo() {
        var families = families(
                SpellingKind.PEOPLE,
                person("Sunniva Dray", 80, "ISNI 0000000121032683"),
                person("Sunnvia Dray", 2),
                person("Sunniva Drray", 31, "ISNI 0000000123456789"));
        assertThat(texts(families)).containsExactly(List.of("Sunniva Dray", "Sunnvia Dray"));
        assertThat(families.get(0).leftOut()).singleElement().satisfies(out -> {
            assertThat(out.spelling().text()).isEqualTo("Sunniva Drray");
            assertThat(out.why()).contains("another identifier");
        });
    }

    @Test
    void whoStandsBesideSomebodyIsNotTheSame() {
        assertThat(people(person("Sunniva Dray", 20), person("Sunnvia Dray", 2, "beside Sunniva Dray")))
                .isEmpty();
    }

    @Test
    void theSameIdentifierSaysYes() {
        assertThat(people(person("Jon Marsh", 20, "IPI 00261834905"), person("Jonn Marsh", 2, "IPI 00261834905")))
                .hasSize(1);
    }

    @Test
    void initialsNeedSomethingThatAgrees() {
        // two whose initials fit, and nothing beside the name
        assertThat(people(person("Ines Quillon", 200), person("Ivar Quillon", 30), person("I. Quillon", 1)))
                .isEmpty();
        assertThat(people(
                        person("Ines Quillon", 200, "beside Petra Vann"),
                        person("Ivar Quillon", 30),
                        person("I. Quillon", 1, "beside Petra Vann")))
                .containsExactly(List.of("Ines Quillon", "I. Quillon"));
    }

    @Test
    void initialsOfTheOnlyOneAreLessSure() {
        var families = families(SpellingKind.PEOPLE, person("Ines Quillon", 200), person("I. Quillon", 1));
        assertThat(texts(families)).containsExactly(List.of("Ines Quillon", "I. Quillon"));
        assertThat(families.get(0).members().get(1).sure()).isFalse();
        assertThat(families.get(0).evidence())
                .containsExactly("“I. Quillon” has initials only, and no one else matches them.");
    }

    @Test
    void whoHasAnIdentifierIsRightHoweverRare() {
        assertThat(people(person("Inés Quillon", 12), person("Ines Quillon", 3, "IPI 00261834905")))
                .containsExactly(List.of("Ines Quillon", "Inés Quillon"));
    }

    @Test
    void ofTwoUsedAlikeTheCarefulOneIsRight() {
        assertThat(people(person("INES QUILLON", 4), person("Quillon, Ines", 4), person("Ines Quillon", 4)))
                .singleElement()
                .satisfies(family -> assertThat(family.get(0)).isEqualTo("Ines Quillon"));
    }

    @Test
    void aSpellingBelongsToTheOneItIsMostLike() {
        // two slips from the one, none from the other
        assertThat(people(
                        person("Mardis Netherbeck", 13, "IPI 00261834905", "beside Petra Vann"),
                        person("Mardis Netherwick", 25),
                        person("Netherwick, Mardis", 9, "beside Petra Vann")))
                .containsExactly(List.of("Mardis Netherwick", "Netherwick, Mardis"));
    }

    @Test
    void nobodyWouldChooseALastNameInFront() {
        assertThat(people(person("Elderness, Jorun", 15), person("Jorun Elderness", 13)))
                .containsExactly(List.of("Jorun Elderness", "Elderness, Jorun"));
    }

    @Test
    void whatWasDecidedStaysDecided() {
        SpellingIndex index = new SpellingIndex(SpellingKind.PEOPLE);
        for (String name : List.of("Ines Quillon", "Inés Quillon", "Quillon, Ines")) index.add(person(name, 3));
        Set<String> said = Set.of("Ines Quillon", "Inés Quillon");
        BiPredicate<String, String> apart = (one, other) -> said.contains(one) && said.contains(other);
        assertThat(index.families(apart)).singleElement().satisfies(family -> {
            assertThat(family.members()).hasSize(2);
            assertThat(family.leftOut())
                    .singleElement()
                    .satisfies(out -> assertThat(out.why()).contains("marked as different"));
        });
    }

    @Test
    void wordsOfMusic() {
        var folk = new Spelling("Folk", "Folk", 3041, Set.of(), true, IdSet.NONE, IdSet.NONE);
        var families = families(
                SpellingKind.GENRES,
                folk,
                Spelling.of("folk", 9),
                Spelling.of("Folk music", 118),
                Spelling.of("Funk", 40),
                Spelling.of("Ambient", 300),
                Spelling.of("Ambiant", 2),
                Spelling.of("Rock", 300),
                Spelling.of("House", 20),
                Spelling.of("Trap", 20),
                Spelling.of("Rap", 20));
        assertThat(texts(families))
                .containsExactly(List.of("Folk", "Folk music", "folk"), List.of("Ambient", "Ambiant"));
        assertThat(families.get(0).evidence()).contains("“Folk” is the standard term.");
    }

    @Test
    void labelsWithAndWithoutTheirLastWord() {
        assertThat(texts(families(
                        SpellingKind.LABELS,
                        Spelling.of("Ninth Weir Records", 200),
                        Spelling.of("Ninth Weir", 3),
                        Spelling.of("Tenth Weir Records", 3))))
                .containsExactly(List.of("Ninth Weir Records", "Ninth Weir"));
    }

    @Test
    void worksAreOneOnlyWhenTheSameWroteThem() {
        assertThat(texts(families(
                        SpellingKind.WORK_TITLES,
                        person("Sluice Gate Hymns", 3, "beside Petra Vann"),
                        person("Sluice Gaet Hymns", 1, "beside Petra Vann"),
                        person("Salt Meadow", 3, "beside Petra Vann"),
                        person("Salt Medow", 1, "beside Emil Castor-Bright"),
                        person("Lantern, Part II", 1, "beside Petra Vann"),
                        person("Lantern, Part III", 1, "beside Petra Vann"))))
                .containsExactly(List.of("Sluice Gate Hymns", "Sluice Gaet Hymns"));
    }

    @Test
    void aFamilyDoesNotWanderFromSlipToSlip() {
        // each is one slip from the next, the last is three from the first
        var families = families(
                SpellingKind.PEOPLE,
                person("Marlene Osier", 50),
                person("Marlebe Osier", 2),
                person("Marlebe Oskier", 2),
                person("Marlebet Oskier", 30));
        assertThat(families)
                .allSatisfy(family -> assertThat(family.members().stream()
                                .map(member -> member.spelling().text())
                                .toList())
                        .doesNotContainSequence("Marlene Osier", "Marlebet Oskier"));
    }

    @Test
    void aNewSpellingFindsThoseItIsLike() {
        SpellingIndex index = new SpellingIndex(SpellingKind.PEOPLE);
        for (String name : List.of("Ines Quillon", "Sunniva Dray", "Petra Vann")) index.add(person(name, 3));
        assertThat(index.near(Spelling.of("Sunnvia Dray", 0), 5))
                .singleElement()
                .satisfies(near -> assertThat(near.spelling().text()).isEqualTo("Sunniva Dray"));
        assertThat(index.near(Spelling.of("Rosk Umberham", 0), 5)).isEmpty();
    }

    @Test
    void whateverIsTypedIsNoError() {
        assertThat(people(
                        person("", 1),
                        person("  ", 1),
                        person("!!!", 2),
                        person("???", 1),
                        person(",", 1),
                        person("😀", 1)))
                .isEmpty();
    }

    /** Whatever is done to it one by one, it says the same as one in which all was put at once. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void what_became_different_is_compared_again_and_nothing_else_is_forgotten(long seed) {
        Random chance = new Random(seed);
        List<Spelling> all = new ArrayList<>();
        for (int i = 0; i < 300; i++) all.add(somebody(chance, "p" + i));
        SpellingIndex index = new SpellingIndex(SpellingKind.PEOPLE);
        int found = 0;
        for (int round = 0; round < 60; round++) {
            for (int deeds = 1 + chance.nextInt(4); deeds > 0; deeds--) {
                int at = chance.nextInt(all.size());
                String id = all.get(at).id();
                switch (chance.nextInt(4)) {
                    case 0 -> all.set(at, somebody(chance, id));
                    case 1 -> all.remove(at);
                    case 2 -> all.add(somebody(chance, "q" + round + "-" + deeds));
                    default -> all.set(at, elsewhere(chance, all.get(at)));
                }
            }
            index.update(all);
            SpellingIndex fresh = new SpellingIndex(SpellingKind.PEOPLE);
            fresh.update(all);
            BiPredicate<String, String> apart = (one, two) -> (one + two).hashCode() % 50 == 0;
            List<SpellingFamily> families = index.families(apart);
            assertThat(families).isEqualTo(fresh.families(apart));
            assertThat(index.size()).isEqualTo(all.size());
            found += families.size();
        }
        assertThat(found).isGreaterThan(500);
    }

    private static final List<String> FIRST =
            List.of("Ines", "Sunniva", "Petra", "Joss", "Emil", "Marisol", "Rosalind");
    private static final List<String> LAST =
            List.of("Quillon", "Amberley", "Castor Bright", "Umberhamsted", "Vannstrander", "Draymoor", "Pereirafinch");

    private static Spelling somebody(Random chance, String id) {
        String first = FIRST.get(chance.nextInt(FIRST.size()));
        String last = LAST.get(chance.nextInt(LAST.size())) + (char) ('a' + chance.nextInt(9));
        String text = switch (chance.nextInt(6)) {
            case 0 -> first.charAt(0) + ". " + last;
            case 1 -> last + ", " + first;
            case 2 -> (first + " " + last).toUpperCase(Locale.ROOT);
            case 3 -> {
                int at = 1 + chance.nextInt(last.length() - 2);
                yield first + " " + last.substring(0, at) + last.charAt(at + 1) + last.charAt(at)
                        + last.substring(at + 2);
            }
            default -> first + " " + last;
        };
        return elsewhere(chance, new Spelling(id, text, 1, Set.of(), false, IdSet.NONE, IdSet.NONE));
    }

    private static Spelling elsewhere(Random chance, Spelling who) {
        return new Spelling(
                who.id(),
                who.text(),
                1 + chance.nextInt(40),
                chance.nextInt(6) == 0 ? Set.of("IPI " + chance.nextInt(5)) : Set.of(),
                false,
                releases(LongStream.of(chance.nextInt(30), chance.nextInt(30))),
                IdSet.of(List.of("p" + chance.nextInt(300), "p" + chance.nextInt(60))));
    }

    @Test
    void ids_in_common_are_counted_once() {
        IdSet.Collector many = new IdSet.Collector();
        for (int i = 0; i < 1_000; i++) many.add(i % 7);
        assertThat(many.set().size()).isEqualTo(7);
        assertThat(many.set().common(releases(LongStream.of(9, 6, 3, 6, -1)))).isEqualTo(2);
        assertThat(IdSet.of(List.of("Tidebox", "Lantern", "Tidebox")).contains("Lantern"))
                .isTrue();
        assertThat(IdSet.of(List.of("Tidebox", "Lantern")).contains("lantern")).isFalse();
        assertThat(IdSet.of(List.of("Tidebox", "Lantern"))).isEqualTo(IdSet.of(List.of("Lantern", "Tidebox")));
        assertThat(IdSet.NONE.common(many.set())).isZero();
    }
}
