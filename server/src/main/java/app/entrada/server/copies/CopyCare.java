package app.entrada.server.copies;

import app.entrada.server.context.CopyRepository;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.Work;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Reads every copy again once a month, a few at a time; one that is not the file any more that was proved is said to be altered
 * on its release, until it is written again.
 */
@Component
class CopyCare implements Work {
    private static final Duration AFTER_START = Duration.ofMinutes(10);
    private static final Duration BETWEEN_LOOKS = Duration.ofDays(30);
    private static final Duration A_PAUSE = Duration.ofMinutes(1);
    private static final Duration NOTHING_TO_DO = Duration.ofHours(6);
    private static final int A_TURN = 20;
    private static final long BYTES_A_TURN = 2L << 30;

    private final CopyRepository book;
    private final CopyService copies;
    private final Background background;

    CopyCare(CopyRepository book, @Lazy CopyService copies, @Lazy Background background) {
        this.book = book;
        this.copies = copies;
        this.background = background;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.schedule(CopyCare.class, "all", Instant.now().plus(AFTER_START));
    }

    @Override
    public String name() {
        return "copy-care";
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        List<CopyRepository.CopyOf> longest = book.notReadFor(BETWEEN_LOOKS, A_TURN);
        long read = 0;
        for (CopyRepository.CopyOf each : longest) {
            if (read > BYTES_A_TURN) break;
            copies.recheck(each.release(), each.copy());
            read += each.copy().bytes();
        }
        return Optional.of(Instant.now().plus(longest.isEmpty() ? NOTHING_TO_DO : A_PAUSE));
    }
}
