package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Lead time, counted from the day of the check; a date that has passed is not too soon. */
public final class ReleaseDateTooSoon implements Rule {
    @Override
    public String id() {
        return "release-date.too-soon";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "Release date too soon";
    }

    @Override
    public String reason() {
        return "The destination needs days to review and place a release.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("days", 21);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        LocalDate earliest = s.today().plusDays(p.number("days"));
        LocalDate friday = earliest.with(TemporalAdjusters.nextOrSame(DayOfWeek.FRIDAY));
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_DATE)
                .filter(date -> date.isBefore(earliest) && !date.isBefore(s.today()))
                .map(date -> Observation.at(
                                s,
                                Fields.RELEASE_DATE,
                                "%s is in %d days; %d are needed: %s at the earliest.",
                                date,
                                ChronoUnit.DAYS.between(s.today(), date),
                                p.number("days"),
                                earliest)
                        .with(new Fix.Edit(
                                "Set " + friday,
                                List.of(new Change(
                                        Place.of(s.release(), Fields.RELEASE_DATE)
                                                .target(),
                                        Fields.RELEASE_DATE,
                                        date.toString(),
                                        friday.toString())))))
                .stream();
    }
}
