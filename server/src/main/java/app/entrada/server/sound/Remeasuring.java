package app.entrada.server.sound;

import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** After a new version that measures more, files that were received before are measured again. */
@Component
class Remeasuring {
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
                        SELECT sha256, bytes FROM file f WHERE NOT measured AND kind IN ('audio', 'picture')
                        AND NOT EXISTS (SELECT 1 FROM scheduled_tasks s WHERE s.task_name = 'measure'
                            AND s.task_instance LIKE f.sha256 || ':%')""")
                .query((row, n) -> new Unmeasured(row.getString("sha256"), row.getLong("bytes")))
                .list()
                .forEach(file -> {
                    long job = board.open("measure", "Measuring a file again", null, Math.max(1, file.bytes()));
                    background.schedule(MeasureWork.class, file.sha256() + ":" + job);
                });
    }
}
