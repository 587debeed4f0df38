package app.entrada.server.house;

import java.util.List;
import java.util.function.Consumer;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Codes that stand on more than one thing, though each is given out once. */
@Component
@Order(4)
class CodesLook implements HouseLook {
    private static final int MOST = 200;

    private final JdbcClient jdbc;

    CodesLook(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String name() {
        return "codes";
    }

    @Override
    public String well() {
        return "no code is used twice";
    }

    @Override
    public boolean isOfFacts() {
        return true;
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) {
        return jdbc.sql("""
                        WITH used AS (SELECT id, coalesce(title, 'Untitled release') AS title, barcode, catalogue_number
                            FROM release WHERE deleted_at IS NULL AND archived_at IS NULL)
                        SELECT 'The barcode ' || barcode || ' stands on ' || string_agg('“' || title || '”', ', ' ORDER BY id) || '.' AS says
                        FROM used WHERE barcode IS NOT NULL GROUP BY barcode HAVING count(*) > 1
                        UNION ALL
                        SELECT 'The catalogue number ' || catalogue_number || ' stands on '
                            || string_agg('“' || title || '”', ', ' ORDER BY id) || '.'
                        FROM used WHERE catalogue_number IS NOT NULL GROUP BY catalogue_number HAVING count(*) > 1
                        UNION ALL
                        SELECT 'The ISRC ' || r.isrc || ' stands on ' || count(DISTINCT r.id) || ' recordings, one of them on “'
                            || min(u.title) || '”.'
                        FROM recording r JOIN track t ON t.recording_id = r.id JOIN used u ON u.id = t.release_id
                        WHERE r.isrc IS NOT NULL GROUP BY r.isrc HAVING count(DISTINCT r.id) > 1
                        LIMIT ?""")
                .param(MOST)
                .query((row, n) -> new HouseFinding(
                        row.getString("says"),
                        "Find out which one it was registered for, and allocate new codes to the others."))
                .list();
    }
}
