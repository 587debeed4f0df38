package app.entrada.server.desk;

import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.platform.Problem;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** The dates ahead for calendar programs, over HTTP. */
@RestController
class CalendarController {
    private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");
    private static final int LONGEST_KEY = 100;

    private final CalendarFeed feed;
    private final CodeBook codes;
    private final ProfileRepository profiles;

    CalendarController(CalendarFeed feed, CodeBook codes, ProfileRepository profiles) {
        this.feed = feed;
        this.codes = codes;
        this.profiles = profiles;
    }

    /**
     * An account's calendar.
     *
     * @param since when it got its address; null when it has none
     * @param path of the address; told only when it is made
     */
    record CalendarView(@Nullable Instant since, @Nullable String path) {}

    /**
     * The coming year, for a wall.
     *
     * @param label whose it is
     * @param today ISO date from which it counts
     */
    record YearView(String label, String today, List<DateAhead> dates) {}

    @GetMapping("/api/year")
    YearView year() {
        return new YearView(codes.labelForChecks().name(), profiles.today().toString(), feed.year());
    }

    @GetMapping("/api/calendar")
    CalendarView mine(@AuthenticationPrincipal Account account) {
        return new CalendarView(feed.since(account).orElse(null), null);
    }

    /** A new address; the one before is withdrawn. */
    @PostMapping("/api/calendar")
    CalendarView renew(@AuthenticationPrincipal Account account) {
        String key = feed.renew(account);
        return new CalendarView(feed.since(account).orElse(null), "/calendar/" + key + ".ics");
    }

    @DeleteMapping("/api/calendar")
    CalendarView withdraw(@AuthenticationPrincipal Account account) {
        feed.withdraw(account);
        return new CalendarView(null, null);
    }

    @GetMapping("/calendar/{key}.ics")
    ResponseEntity<String> calendar(@PathVariable String key) {
        if (key.length() > LONGEST_KEY) throw Problem.missing("calendar");
        return ResponseEntity.ok()
                .contentType(CALENDAR)
                .cacheControl(CacheControl.noStore())
                .body(feed.calendar(key).orElseThrow(() -> Problem.missing("calendar")));
    }
}
