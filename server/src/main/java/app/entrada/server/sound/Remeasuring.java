package app.entrada.server.sound;

import app.entrada.media.Ffmpeg;
import app.entrada.server.files.FileIndex;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * At the start files are measured again: after a new version that measures more, those that were received before; those whose
 * decoder was ended from outside; and those whose sound nobody could hear because there was no decoder.
 */
@Component
class Remeasuring {
    /** Files that wait to be measured, and that nobody is going to measure. */
    private static final String UNMEASURED = """
            SELECT sha256, bytes FROM file f WHERE NOT measured AND kind IN ('audio', 'picture')
            AND NOT EXISTS (SELECT 1 FROM scheduled_tasks s WHERE s.task_name = 'measure'
                AND s.task_instance LIKE f.sha256 || ':%')""";

    private final JdbcClient jdbc;
    private final Background background;
    private final JobBoard board;

    Remeasuring(JdbcClient jdbc, Background background, JobBoard board) {
        this.jdbc = jdbc;
        this.background = background;
        this.board = board;
    }

    private record Unmeasured(String sha256, long bytes) {}

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        jdbc.sql("""
                        UPDATE file SET measured = false, revision = revision + 1, problem = NULL
                        WHERE kind = 'audio' AND measured AND (problem = :ended
                            OR :decoder AND problem IS NULL AND audio IS NOT NULL AND audio ->> 'sound' IS NULL)""")
                .param("ended", MeasureWork.DECODER_ENDED)
                .param("decoder", Ffmpeg.installed())
                .update();
        again(jdbc.sql(UNMEASURED));
    }

    /**
     * One that was damaged may have been so before it was measured. What put it in its place again is let come to its end
     * first: it may have it measured itself.
     */
    @TransactionalEventListener(fallbackExecution = true, condition = "#noted.damage() == null")
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    void healed(FileIndex.DamageNoted noted) {
        again(jdbc.sql(UNMEASURED + " AND sha256 = ?").param(noted.sha256().hex()));
    }

    private void again(JdbcClient.StatementSpec unmeasured) {
        unmeasured
                .query((row, n) -> new Unmeasured(row.getString("sha256"), row.getLong("bytes")))
                .list()
                .forEach(file -> {
                    long job = board.open("measure", "Measuring a file again", null, Math.max(1, file.bytes()));
                    background.schedule(MeasureWork.class, file.sha256() + ":" + job);
                });
    }
}
