package app.entrada.server.sound;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Announcer;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Tells everybody that more is known of a file: whoever looks at the intake, and at releases that have to do with it. */
@Component
class Heard {
    private final JdbcClient jdbc;
    private final Announcer announcer;

    Heard(JdbcClient jdbc, Announcer announcer) {
        this.jdbc = jdbc;
        this.announcer = announcer;
    }

    void tell(Sha256 file) {
        announcer.announce("intake", Map.of("file", file.hex()));
        affected(file).forEach(release -> announcer.announce("release", Map.of("id", release)));
    }

    private List<Long> affected(Sha256 file) {
        return jdbc.sql("""
                        SELECT id FROM release WHERE cover = :file
                        UNION SELECT release_id FROM received WHERE sha256 = :file AND release_id IS NOT NULL
                        UNION SELECT t.release_id FROM track t JOIN recording r ON r.id = t.recording_id WHERE r.master = :file""").param("file", file.hex()).query(Long.class).list();
    }
}
