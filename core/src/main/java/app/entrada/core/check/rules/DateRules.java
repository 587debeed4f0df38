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
                        "New releases come out on Fridays; on other days they miss the playlists and the chart week.",
                        Map.of("day", 5),
                        once(DateRules::weekday)),
                rule(
                        "release-date.missing",
                        "Release date missing",
                        "Every delivery states the first day of sale.",
                        DateRules::releaseDateMissing),
                rule(
                        "release-date.too-soon",
                        "Release date too soon",
                        "The destination needs time to review and schedule a release.",
                        DateRules::releaseDateTooSoon),
                rule(
                        "previously-released.date-missing",
                        "Original release date missing",
                        "A reissue is identified by the date of its first release.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_VERSION)
                                .filter(version -> version.toLowerCase(Locale.ROOT)
                                        .matches(".*\\b(remaster(ed)?|re-?issue|anniversary|deluxe|expanded)\\b.*"))
                                .filter(version ->
                                        s.fact(Fields.RELEASE_ORIGINAL_DATE).isEmpty())
                                .map(version -> Observation.at(
                                        s,
                                        Fields.RELEASE_ORIGINAL_DATE,
                                        "“%s” indicates an earlier release; enter the original release date.",
                                        version)))),
                rule(
                        "pre-order.after-release",
                        "Pre-order after the release",
                        "A release that is already out cannot be pre-ordered.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_PRE_ORDER_DATE)
                                .flatMap(from -> s.fact(Fields.RELEASE_DATE)
                                        .filter(date -> !from.isBefore(date))
                                        .map(date -> Observation.at(
                                                s,
                                                Fields.RELEASE_PRE_ORDER_DATE,
                                                "Pre-orders start on %s, but the release date is %s.",
                                                from,
                                                date))))),
                rule(
                        "original-date.after-release",
                        "Original release date after the release date",
                        "The original release cannot be later than this one.",
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
                                    "%s is a %s; releases usually come out on a %s.",
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
                                "The original release date is %s, but the release date is %s.",
                                original,
                                date)))
                .stream();
    }
}
