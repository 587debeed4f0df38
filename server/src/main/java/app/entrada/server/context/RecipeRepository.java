package app.entrada.server.context;

import app.entrada.core.copy.recipe.Recipe;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Recipes as they hold: the shipped ones, each replaced by the label's own version, and those that the label added. */
@Component
public class RecipeRepository {
    private final JdbcClient jdbc;
    private final Clock clock;
    /** Recipes that were read, by their text: the same text under the same id is the same recipe. */
    private final Map<String, Recipe> read = new ConcurrentHashMap<>();

    RecipeRepository(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** All that stand in the database; asked for at every finding, and rarely changed by another node. */
    private final BrieflyKept<Map<String, Recipe>> kept = new BrieflyKept<>(this::stored);

    private Map<String, Recipe> own() {
        return new LinkedHashMap<>(kept.now());
    }

    private Map<String, Recipe> stored() {
        Map<String, Recipe> own = new LinkedHashMap<>();
        jdbc.sql("SELECT id, yaml FROM recipe ORDER BY id").query(row -> {
            String id = row.getString("id");
            String yaml = row.getString("yaml");
            own.put(id, read.computeIfAbsent(id + "\n" + yaml, text -> Recipe.read(id, yaml)));
        });
        return own;
    }

    /** All recipes, shipped ones first. */
    public List<Recipe> all() {
        Map<String, Recipe> own = own();
        List<Recipe> all = new ArrayList<>();
        for (Recipe shipped : Recipe.shipped())
            all.add(Optional.ofNullable(own.remove(shipped.id())).orElse(shipped));
        all.addAll(own.values());
        return all;
    }

    /** The recipe with this id. */
    public Recipe byId(String id) {
        return all().stream()
                .filter(recipe -> recipe.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.missing("recipe"));
    }

    /** Ids of those that the label changed or added. */
    public Set<String> ownIds() {
        return own().keySet();
    }

    public static boolean isShipped(String id) {
        return Recipe.shipped().stream().anyMatch(recipe -> recipe.id().equals(id));
    }

    /**
     * Keeps a recipe.
     *
     * @throws IllegalArgumentException that says what is wrong with it
     */
    @For(Role.MANAGER)
    public Recipe keep(String id, String text, Account account) {
        Recipe recipe = Recipe.read(id, text);
        String yaml = recipe.yaml();
        // what cannot be read back is not kept
        Recipe.read(id, yaml);
        jdbc.sql("""
                        INSERT INTO recipe (id, yaml, account_id, at) VALUES (?, ?, ?, ?)
                        ON CONFLICT (id) DO UPDATE SET yaml = excluded.yaml, account_id = excluded.account_id,
                        at = excluded.at""")
                .params(id, yaml, account.id(), Timestamp.from(clock.instant()))
                .update();
        kept.written();
        return recipe;
    }

    /** Goes back to the shipped recipe; one that was added is gone. Copies that were written by it stay. */
    @For(Role.MANAGER)
    public void drop(String id) {
        jdbc.sql("DELETE FROM recipe WHERE id = ?").param(id).update();
        kept.written();
    }
}
