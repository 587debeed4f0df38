package app.entrada.server.releases;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Facts that a new release begins with: kept under a name, or taken from another release. */
@Service
public class Templates {
    /** What makes a release this one, and never begins another. */
    private static final Set<Field<?>> OF_ONE_RELEASE = Set.of(
            Fields.RELEASE_TITLE,
            Fields.RELEASE_VERSION,
            Fields.RELEASE_BARCODE,
            Fields.RELEASE_CATALOGUE_NUMBER,
            Fields.RELEASE_DATE,
            Fields.RELEASE_ORIGINAL_DATE,
            Fields.RELEASE_PRE_ORDER_DATE,
            Fields.RELEASE_COVER,
            Fields.RELEASE_RUNNING_ORDER,
            Fields.RELEASE_DESCRIPTION,
            Fields.RELEASE_LINKS);

    private static final JsonMapper JSON = new JsonMapper();

    private final JdbcClient jdbc;

    Templates(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Facts under a name.
     *
     * @param facts canonical texts, in the order of the registry
     */
    public record Template(String name, Map<Field<?>, String> facts) {}

    /** All templates, by name. */
    public List<Template> all() {
        return jdbc.sql("SELECT name, facts::text FROM template ORDER BY lower(name)")
                .query((row, n) -> new Template(row.getString("name"), read(row.getString("facts"))))
                .list();
    }

    /** What another release would begin with: canonical texts by field. */
    public static Map<Field<?>, String> of(Release release) {
        Map<Field<?>, String> facts = new LinkedHashMap<>();
        for (Field<?> field : Fields.of(Entity.RELEASE)) {
            String text = release.facts().text(field);
            if (text != null && !OF_ONE_RELEASE.contains(field)) facts.put(field, text);
        }
        return facts;
    }

    /** Keeps what a release has as a template; one of that name is replaced. */
    @Transactional
    @For(Role.ASSISTANT)
    public void keep(String name, Release release) {
        Map<String, String> texts = new LinkedHashMap<>();
        of(release).forEach((field, text) -> texts.put(field.id(), text));
        jdbc.sql(
                        "INSERT INTO template (name, facts) VALUES (?, ?::jsonb) ON CONFLICT (name) DO UPDATE SET facts = excluded.facts")
                .params(name, JSON.writeValueAsString(texts))
                .update();
    }

    /** Removes a template; releases that began with it keep what they have. */
    @Transactional
    @For(Role.MANAGER)
    public void remove(String name) {
        if (jdbc.sql("DELETE FROM template WHERE name = ?").param(name).update() == 0)
            throw Problem.missing("template");
    }

    /** What a release of this template begins with. */
    public Map<Field<?>, String> facts(String name) {
        return jdbc.sql("SELECT facts::text FROM template WHERE name = ?")
                .param(name)
                .query(String.class)
                .optional()
                .map(Templates::read)
                .orElseThrow(() -> Problem.missing("template"));
    }

    private static Map<Field<?>, String> read(String json) {
        Map<String, String> texts = JSON.readValue(json, new TypeReference<Map<String, String>>() {});
        Map<Field<?>, String> facts = new LinkedHashMap<>();
        for (Field<?> field : Fields.of(Entity.RELEASE)) {
            String text = texts.get(field.id());
            if (text != null) facts.put(field, text);
        }
        return facts;
    }
}
