package app.entrada.server.overview;

import app.entrada.server.context.ProfileRepository;
import app.entrada.server.platform.Announcer;
import app.entrada.server.views.ReleaseView;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells open pages how releases stand that were looked at: each with its line, so that a list puts it in its place and asks for
 * nothing. Of very many at once only that they are others, and then a page asks for what it shows.
 */
@Component
class StandingAnnouncements {
    /** Bytes of a line that goes into an announcement together with the rest of it; PostgreSQL takes 8,000 in all. */
    private static final int LONGEST_LINE = 7000;

    private final Announcer announcer;
    private final ProfileRepository profiles;
    private final JsonMapper json;

    StandingAnnouncements(Announcer announcer, ProfileRepository profiles, JsonMapper json) {
        this.announcer = announcer;
        this.profiles = profiles;
        this.json = json;
    }

    /**
     * A release that stands otherwise than before.
     *
     * @param looked number of the look; a page that has asked since knows it already
     * @param head its line, null when it is gone or the line is too long to be told
     * @param was how many things were to be done before, null when it is new
     * @param things how many are now
     * @param weight of the heaviest of them, by number
     * @param lateOn the day on which the first of them gets late, ISO
     * @param aheadOn its next date, ISO
     */
    record Stands(
            long release,
            long looked,
            boolean gone,
            ReleaseView.@Nullable Head head,
            @Nullable Integer was,
            int things,
            int weight,
            @Nullable String lateOn,
            @Nullable String aheadOn) {}

    /**
     * Tells of some that were looked at, when that is committed.
     *
     * @param more whether more of them wait: then nothing is told of each
     */
    void tell(List<KeptRelease> releases, List<StandingRepository.Look> looks, boolean more) {
        if (more) return;
        Map<Long, KeptRelease> fresh =
                releases.stream().collect(Collectors.toMap(each -> each.head().id(), Function.identity()));
        LocalDate today = profiles.today();
        List<Stands> said = new ArrayList<>();
        for (StandingRepository.Look look : looks) said.add(stands(look, fresh.get(look.release()), today));
        if (!said.isEmpty()) announcer.announce("stands", said);
    }

    /** That many are others than they were. */
    void many(long looked) {
        announcer.announce("standing", Map.of("looked", looked));
    }

    private Stands stands(StandingRepository.Look look, @Nullable KeptRelease now, LocalDate today) {
        if (now == null) return new Stands(look.release(), look.looked(), true, null, look.was(), 0, 0, null, null);
        ReleaseView.Head head = now.head().on(today);
        return new Stands(
                look.release(),
                look.looked(),
                false,
                json.writeValueAsBytes(head).length > LONGEST_LINE ? null : head,
                look.was(),
                now.moves().size(),
                StandingRepository.weight(now),
                StandingRepository.late(now),
                StandingRepository.nearest(now));
    }
}
