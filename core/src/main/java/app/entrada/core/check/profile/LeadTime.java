package app.entrada.core.check.profile;

import java.time.LocalDate;
import java.util.Optional;

/**
 * Whether a destination can have a release on sale on its day.
 *
 * @param earliest first day it can promise from today on
 * @param express first day with its faster service, when it has one
 * @param standing what the release's date means there
 * @param says the same in a sentence
 */
public record LeadTime(LocalDate earliest, Optional<LocalDate> express, LeadTimeState standing, String says) {
    /** What a date means to a destination. */
    public enum LeadTimeState {
        /** There is no date yet. */
        OPEN,
        IN_TIME,
        /** Only with the faster service. */
        EXPRESS,
        /** It cannot be there on that day. */
        LOST,
        /** The day has passed; it takes the release as it comes. */
        PAST
    }

    /** A destination against a date, seen from today. */
    public static LeadTime of(Profile profile, Optional<LocalDate> date, LocalDate today) {
        LocalDate earliest = today.plusDays(profile.leadDays());
        Optional<LocalDate> express = profile.express().map(faster -> today.plusDays(faster.days()));
        String days = profile.leadDays() == 1 ? "1 day" : profile.leadDays() + " days";
        if (date.isEmpty())
            return new LeadTime(
                    earliest, express, LeadTimeState.OPEN, "Needs %s: %s at the earliest.".formatted(days, earliest));
        LocalDate day = date.get();
        if (day.isBefore(today))
            return new LeadTime(
                    earliest,
                    express,
                    LeadTimeState.PAST,
                    "The date has passed; it accepts releases that are already out.");
        if (!day.isBefore(earliest))
            return new LeadTime(
                    earliest,
                    express,
                    LeadTimeState.IN_TIME,
                    "On time until %s.".formatted(day.minusDays(profile.leadDays())));
        if (express.isPresent() && !day.isBefore(express.get()))
            return new LeadTime(
                    earliest,
                    express,
                    LeadTimeState.EXPRESS,
                    "Only with its express service, %s; otherwise %s at the earliest."
                            .formatted(profile.express().orElseThrow().fee(), earliest));
        return new LeadTime(
                earliest,
                express,
                LeadTimeState.LOST,
                "Too late for %s: needs %s, %s at the earliest.".formatted(day, days, express.orElse(earliest)));
    }
}
