package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Days: of the release, of the original, of ordering ahead. */
final class DateRules {
    private DateRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "release-date.weekday",
                        "Not a Friday",
                        "New releases come out on Fridays; on other days they miss the lists and the charts’ week.",
                        Map.of("day", 5),
                        once(DateRules::weekday)),
                rule(
                        "release-date.missing",
                        "Release date missing",
                        "Every delivery says from when it may be sold.",
                        DateRules::releaseDateMissing),
                rule(
                        "release-date.too-soon",
                        "Release date too soon",
                        "The destination needs days to review and place a release.",
                        DateRules::releaseDateTooSoon),
                rule(
                        "previously-released.date-missing",
                        "Original release date missing",
                        "What was out before is told apart by the day it first came out.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_VERSION)
                                .filter(version -> version.toLowerCase(Locale.ROOT)
                                        .matches(".*\\b(remaster(ed)?|re-?issue|anniversary|deluxe|expanded)\\b.*"))
                                .filter(version ->
                                        s.fact(Fields.RELEASE_ORIGINAL_DATE).isEmpty())
                                .map(version -> Observation.at(
                                        s,
                                        Fields.RELEASE_ORIGINAL_DATE,
                                        "“%s” says that it was out before; wanted: the original date.",
                                        version)))),
                rule(
                        "pre-order.after-release",
                        "Pre-order after the release",
                        "Nobody can order ahead what is out already.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_PRE_ORDER_DATE)
                                .flatMap(from -> s.fact(Fields.RELEASE_DATE)
                                        .filter(date -> !from.isBefore(date))
                                        .map(date -> Observation.at(
                                                s,
                                                Fields.RELEASE_PRE_ORDER_DATE,
                                                "Orders are taken from %s, the release comes out on %s.",
                                                from,
                                                date))))),
                rule(
                        "original-date.after-release",
                        "Original date after the release",
                        "The first release cannot come after this one.",
                        DateRules::originalDateAfterRelease));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, parameters, look);
    }

    private static Optional<Observation> weekday(ReleaseContext s, Params p) {
        DayOfWeek wanted = DayOfWeek.of((int) Math.max(1, Math.min(7, p.number("day"))));
        return s.fact(Fields.RELEASE_DATE)
                .filter(date -> date.getDayOfWeek() != wanted)
                .map(date -> {
                    var better = date.with(TemporalAdjusters.next(wanted));
                    return Observation.at(
                                    s,
                                    Fields.RELEASE_DATE,
                                    "%s is a %s; usual is a %s.",
                                    date,
                                    date.getDayOfWeek().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                                    wanted.getDisplayName(TextStyle.FULL, Locale.ENGLISH))
                            .with(new Fix.Edit(
                                    "Set " + better, List.of(s.change(Fields.RELEASE_DATE, better.toString()))));
                });
    }

    /** The first day on sale. */
    private static Stream<Observation> releaseDateMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_DATE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_DATE, "The release has no release date."));
    }

    /** Lead time, counted from the day of the check; a date that has passed is not too soon. */
    private static Stream<Observation> releaseDateTooSoon(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_DATE)
                // asked so that a date far off, or one that has passed, is not looked at again every morning
                .filter(date -> s.hasCome(date.minusDays(p.leadDays()).plusDays(1)) && !s.hasCome(date.plusDays(1)))
                .map(date -> tooSoon(s, p, date))
                .stream();
    }

    private static Observation tooSoon(ReleaseContext s, Params p, LocalDate date) {
        LocalDate earliest = s.today().plusDays(p.leadDays());
        LocalDate friday = earliest.with(TemporalAdjusters.nextOrSame(DayOfWeek.FRIDAY));
        return Observation.at(
                        s,
                        Fields.RELEASE_DATE,
                        "%s is in %d days; %d are needed: %s at the earliest.",
                        date,
                        ChronoUnit.DAYS.between(s.today(), date),
                        p.leadDays(),
                        earliest)
                .with(new Fix.Edit(
                        "Set " + friday,
                        List.of(new Change(
                                Place.of(s.release(), Fields.RELEASE_DATE).target(),
                                Fields.RELEASE_DATE,
                                date.toString(),
                                friday.toString()))));
    }

    /** Dates in their order. */
    private static Stream<Observation> originalDateAfterRelease(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_ORIGINAL_DATE)
                .flatMap(original -> s.release()
                        .facts()
                        .get(Fields.RELEASE_DATE)
                        .filter(date -> original.earliest().isAfter(date))
                        .map(date -> Observation.at(
                                s,
                                Fields.RELEASE_ORIGINAL_DATE,
                                "First released on %s, but this release is on %s.",
                                original,
                                date)))
                .stream();
    }
}
