package app.entrada.server.desk;

import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.overview.Standings;
import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.DateStart;
import biweekly.util.DateTimeComponents;
import biweekly.util.ICalDate;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Base64;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * The dates ahead as a calendar (iCalendar, RFC 5545), under an address that nobody guesses and that can be withdrawn. The
 * address is told once, when it is made; what is kept is its digest.
 */
@Service
class CalendarFeed {
    private static final int KEY_BYTES = 24;
    /** More releases have no date in a year. */
    private static final int MOST_RELEASES = 2_000;

    private final SecureRandom random = new SecureRandom();
    private final JdbcClient jdbc;
    private final Standings standings;
    private final Clock clock;

    CalendarFeed(JdbcClient jdbc, Standings standings, Clock clock) {
        this.jdbc = jdbc;
        this.standings = standings;
        this.clock = clock;
    }

    /** Since when an account's calendar has an address. */
    Optional<Instant> since(Account account) {
        return jdbc.sql("SELECT at FROM calendar_feed WHERE account_id = ?")
                .param(account.id())
                .query((row, n) -> row.getTimestamp("at").toInstant())
                .optional();
    }

    /** A new key for an account's calendar; the one before opens nothing any more. */
    String renew(Account account) {
        byte[] bytes = new byte[KEY_BYTES];
        random.nextBytes(bytes);
        String key = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        jdbc.sql("""
                        INSERT INTO calendar_feed (account_id, digest) VALUES (?, ?)
                        ON CONFLICT (account_id) DO UPDATE SET digest = excluded.digest, at = now()""").params(account.id(), digest(key)).update();
        return key;
    }

    void withdraw(Account account) {
        jdbc.sql("DELETE FROM calendar_feed WHERE account_id = ?")
                .param(account.id())
                .update();
    }

    /** The calendar that a key opens; nothing when it opens none. */
    Optional<String> calendar(String key) {
        boolean known = jdbc.sql("SELECT EXISTS (SELECT FROM calendar_feed WHERE digest = ?)")
                .param(digest(key))
                .query(Boolean.class)
                .single();
        return known ? Optional.of(written()) : Optional.empty();
    }

    /** Release dates and last days of the coming year, the nearest first. */
    List<DateAhead> year() {
        return standings.yearAhead(MOST_RELEASES);
    }

    private static String digest(String key) {
        return Sha256.of(key.getBytes(StandardCharsets.UTF_8)).hex();
    }

    private String written() {
        ICalendar calendar = new ICalendar();
        calendar.setProductId("-//Entrada//Release dates//EN");
        calendar.setName("Releases");
        Date now = Date.from(clock.instant());
        for (DateAhead date : year()) calendar.addEvent(event(date, now));
        return Biweekly.write(calendar).go();
    }

    private static VEvent event(DateAhead date, Date now) {
        VEvent event = new VEvent();
        String what = date.kind() + " " + date.releaseId() + " " + date.destination();
        // the same day after day, so that a date that moves is moved and not told twice
        event.setUid(
                UUID.nameUUIDFromBytes(what.getBytes(StandardCharsets.UTF_8)).toString());
        event.setDateTimeStamp(now);
        LocalDate day = LocalDate.parse(date.date());
        event.setDateStart(new DateStart(
                new ICalDate(new DateTimeComponents(day.getYear(), day.getMonthValue(), day.getDayOfMonth()), false)));
        event.setSummary(
                date.destination() == null
                        ? date.release() + ": release date"
                        : "Last day to deliver %s to %s".formatted(date.release(), date.destination()));
        return event;
    }
}
