package app.entrada.server.copies;

import app.entrada.core.copy.recipe.Recipe;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Recipes as data: read, adjusted, added. */
@RestController
class RecipeController {
    private static final int LONGEST = 20_000;

    private final RecipeRepository recipes;

    RecipeController(RecipeRepository recipes) {
        this.recipes = recipes;
    }

    /**
     * A recipe as it holds.
     *
     * @param text all of it, in the form it is kept in
     * @param own whether the label changed or added it
     * @param shipped whether there is one to go back to
     */
    record RecipeText(String id, String name, String text, boolean own, boolean shipped) {}

    record RecipeTyped(String text) {}

    @GetMapping("/api/recipes")
    List<RecipeText> list() {
        Set<String> own = recipes.ownIds();
        return recipes.all().stream()
                .map(recipe -> view(recipe, own.contains(recipe.id())))
                .toList();
    }

    private static RecipeText view(Recipe recipe, boolean own) {
        return new RecipeText(recipe.id(), recipe.name(), recipe.yaml(), own, RecipeRepository.isShipped(recipe.id()));
    }

    /** Changes a recipe, or adds one under a new id. */
    @PutMapping("/api/recipes/{id}")
    RecipeText keep(@PathVariable String id, @RequestBody RecipeTyped typed, @AuthenticationPrincipal Account account) {
        if (!id.toLowerCase(Locale.ROOT).matches("[a-z0-9-]{1,40}"))
            throw Problem.input("malformed-recipe", "A recipe ID consists of lower-case letters, digits and hyphens.");
        if (typed.text() == null || typed.text().length() > LONGEST)
            throw Problem.input("malformed-recipe", "A recipe has at most 20,000 characters. Nothing was changed.");
        try {
            return view(recipes.keep(id, typed.text(), account), true);
        } catch (IllegalArgumentException wrong) {
            throw Problem.input("malformed-recipe", wrong.getMessage() + ". Nothing was changed.");
        }
    }

    /** Goes back to the shipped recipe; one that the label added is gone. */
    @DeleteMapping("/api/recipes/{id}")
    void drop(@PathVariable String id) {
        recipes.drop(id);
    }
}
