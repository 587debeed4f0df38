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

    /** Names of all templates. */
    public List<String> names() {
        return jdbc.sql("SELECT name FROM template ORDER BY lower(name)")
                .query(String.class)
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

    /** What a release of this template begins with. */
    public Map<Field<?>, String> facts(String name) {
        Map<String, String> texts = jdbc.sql("SELECT facts::text FROM template WHERE name = ?")
                .param(name)
                .query(String.class)
                .optional()
                .map(json -> JSON.readValue(json, new TypeReference<Map<String, String>>() {}))
                .orElseThrow(() -> Problem.missing("template"));
        Map<Field<?>, String> facts = new LinkedHashMap<>();
        texts.forEach((id, text) -> facts.put(Fields.byId(id), text));
        return facts;
    }
}
