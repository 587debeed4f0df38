package app.entrada.server.activity;

import app.entrada.core.field.Fields;
import app.entrada.core.release.ChangeSource;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.platform.Problem;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The history over HTTP: newest first, by release, person, fact, source and day. */
@RestController
class ActivityController {
    private final ActivityRepository history;
    private final ChangeService changes;
    private final Clock clock;

    ActivityController(ActivityRepository history, ChangeService changes, Clock clock) {
        this.clock = clock;
        this.history = history;
        this.changes = changes;
    }

    /**
     * The history.
     *
     * @param sources from where something may come, and facts that may have been changed
     * @param next the moment to ask for what was before it, microseconds since 1970, 0 at the end
     */
    record ActivityView(
            List<Sitting> sittings, List<String> people, List<Choice> sources, List<Choice> fields, long next) {}

    /** Something that can be asked for. */
    record Choice(String id, String name) {}

    private static final List<Choice> SOURCES = Stream.concat(
                    Stream.of(new Choice(ActivityRepository.DELIVERY, "deliveries")),
                    Arrays.stream(ChangeSource.values()).map(source -> new Choice(source.id(), source.label())))
            .toList();

    private static final List<Choice> FIELDS = Fields.all().stream()
            .map(field -> new Choice(
                    field.id(), "%s (%s)".formatted(field.name(), field.entity().label())))
            .sorted(Comparator.comparing(Choice::name))
            .toList();

    /** @param day ISO date on which it was done, empty for any */
    @GetMapping("/api/activity")
    ActivityView activity(
            @RequestParam(defaultValue = "0") long release,
            @RequestParam(defaultValue = "") String who,
            @RequestParam(defaultValue = "") String field,
            @RequestParam(defaultValue = "") String source,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "0") long before) {
        Instant from = day.isEmpty() ? null : start(day, 0);
        long until = from == null ? 0 : micros(start(day, 1));
        ActivityRepository.Page page = history.page(new ActivityRepository.Asked(
                release,
                who,
                field,
                source,
                from,
                before == 0 ? until : until == 0 ? before : Math.min(before, until)));
        return new ActivityView(history.told(page), history.people(), SOURCES, FIELDS, page.isFull() ? page.last() : 0);
    }

    private Instant start(String day, int later) {
        try {
            return LocalDate.parse(day)
                    .plusDays(later)
                    .atStartOfDay(clock.getZone())
                    .toInstant();
        } catch (DateTimeException none) {
            throw Problem.input(
                    "no-day", "“%s” is not a valid date; expected: a date such as 2026-11-23.".formatted(day));
        }
    }

    private static long micros(Instant at) {
        return ChronoUnit.MICROS.between(Instant.EPOCH, at);
    }

    /**
     * What undoing would make of a fact.
     *
     * @param where the fact in words, as in the history
     * @param changedSince whether it was changed again later
     */
    record UndoneFact(
            String where, @Nullable String now, @Nullable String restored, boolean changedSince) {}

    /** @param possible whether nothing was changed again later */
    record UndoView(long id, boolean possible, List<UndoneFact> changes) {}

    /** What undoing an earlier change would change; nothing is undone by asking. */
    @GetMapping("/api/activity/{batch}/undo")
    UndoView undoable(@PathVariable long batch) {
        ChangeService.Undoable undoable = changes.undoable(batch);
        List<ActivityRepository.ChangedFact> told = history.told(undoable);
        return new UndoView(
                batch,
                undoable.possible(),
                IntStream.range(0, told.size())
                        .mapToObj(i -> new UndoneFact(
                                told.get(i).where(),
                                told.get(i).before(),
                                told.get(i).after(),
                                undoable.changes().get(i).changedSince()))
                        .toList());
    }

    @PostMapping("/api/activity/{batch}/undo")
    void undo(@PathVariable long batch, @AuthenticationPrincipal Account account) {
        changes.undoEarlier(batch, account);
    }
}
