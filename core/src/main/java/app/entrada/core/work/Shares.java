package app.entrada.core.work;

import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Writer;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The shares of a work, writers and publishers together: of each right they must come to 100.00, and publishers hold at
 * most 50.00 of the performing right.
 *
 * @param performing of the performing right
 * @param mechanical of the mechanical right
 * @param problems in words, empty when all is agreed and closes
 */
public record Shares(Total performing, Total mechanical, List<String> problems) {
    private static final int MOST_OF_PUBLISHERS = 5_000;

    /**
     * What the shares of one right come to.
     *
     * @param hundredths of a per cent, together
     * @param open how many have no share yet
     */
    public record Total(int hundredths, int open) {
        /** What is left to the whole, negative when there is too much; two decimals. */
        public String left() {
            return BigDecimal.valueOf(Share.WHOLE.hundredths() - hundredths, 2).toPlainString();
        }

        /** What there is, two decimals. */
        @Override
        public String toString() {
            return BigDecimal.valueOf(hundredths, 2).toPlainString();
        }

        /** Whether it is agreed and exactly the whole. */
        public boolean closes() {
            return open == 0 && hundredths == Share.WHOLE.hundredths();
        }
    }

    /** The shares of a work as far as they are agreed. */
    public static Shares of(List<Writer> writers, List<Publisher> publishers) {
        List<RightShares> all =
                new ArrayList<>(writers.stream().map(Writer::shares).toList());
        publishers.forEach(publisher -> all.add(publisher.shares()));
        Total performing = total(all, RightShares::performing);
        Total mechanical = total(all, RightShares::mechanical);
        List<String> problems = new ArrayList<>();
        say(problems, "performing", performing, all.size());
        say(problems, "mechanical", mechanical, all.size());
        int ofPublishers = total(publishers.stream().map(Publisher::shares).toList(), RightShares::performing)
                .hundredths();
        if (ofPublishers > MOST_OF_PUBLISHERS)
            problems.add("Publishers hold %s of the performing right; at most 50.00 is allowed"
                    .formatted(BigDecimal.valueOf(ofPublishers, 2)));
        for (Writer writer : writers)
            if (writer.publisher().isPresent()
                    && publishers.stream()
                            .noneMatch(publisher ->
                                    publisher.name().equals(writer.publisher().get())))
                problems.add("%s is published by %s, who is not among the publishers"
                        .formatted(writer.name(), writer.publisher().get()));
        return new Shares(performing, mechanical, problems);
    }

    private static Total total(List<RightShares> all, Function<RightShares, Optional<Share>> right) {
        int sum = 0;
        int open = 0;
        for (RightShares shares : all) {
            Optional<Share> share = right.apply(shares);
            if (share.isEmpty()) open++;
            sum += share.map(Share::hundredths).orElse(0);
        }
        return new Total(sum, open);
    }

    private static void say(List<String> problems, String right, Total total, int people) {
        if (people == 0 || total.closes() || total.open() == people) return;
        problems.add(
                total.open() > 0
                        ? "%d of %d have no share of the %s right yet".formatted(total.open(), people, right)
                        : "The shares of the %s right add up to %s, not 100.00".formatted(right, total));
    }

    /**
     * Equal parts for all writers. One who is published leaves half of the part to the publisher; a hundredth that cannot be
     * divided stays with the first writers, and within a part with the writer.
     *
     * @param writers with their new shares
     * @param publishers with theirs; one named by a writer and missing is added
     */
    public record Divided(List<Writer> writers, List<Publisher> publishers) {
        /** Divides a work among its writers. */
        public static Divided equally(List<Writer> writers, List<Publisher> publishers) {
            if (writers.isEmpty()) return new Divided(writers, publishers);
            List<Share> parts = Share.equal(Share.WHOLE, writers.size());
            Map<String, Integer> published = new LinkedHashMap<>();
            publishers.forEach(publisher -> published.put(publisher.name(), 0));
            List<Writer> divided = new ArrayList<>();
            for (int i = 0; i < writers.size(); i++) {
                Writer writer = writers.get(i);
                int part = parts.get(i).hundredths();
                int given = writer.publisher().isPresent() ? part / 2 : 0;
                writer.publisher().ifPresent(publisher -> published.merge(publisher, given, Integer::sum));
                divided.add(writer.with(RightShares.both(new Share(part - given))));
            }
            List<Publisher> theirs = new ArrayList<>();
            published.forEach((name, hundredths) -> theirs.add(new Publisher(
                    name,
                    publishers.stream()
                            .filter(publisher -> publisher.name().equals(name))
                            .map(Publisher::role)
                            .findFirst()
                            .orElse(Publisher.Role.E),
                    RightShares.both(new Share(hundredths)))));
            return new Divided(divided, theirs);
        }
    }
}
