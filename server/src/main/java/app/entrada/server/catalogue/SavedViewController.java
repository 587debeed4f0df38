package app.entrada.server.catalogue;

import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Views of the catalogue under a name. */
@RestController
class SavedViewController {
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST = 2_000;

    private final SavedViews views;

    SavedViewController(SavedViews views) {
        this.views = views;
    }

    /** A view to save under a name; one of the same name of one's own is replaced. */
    record ViewToSave(
            @Nullable String name,
            @Nullable String subject,
            @Nullable String find,
            @Nullable String sort,
            @Nullable String columns,
            @Nullable Boolean forAll) {}

    @GetMapping("/api/catalogue/views")
    List<SavedViews.SavedView> all(@AuthenticationPrincipal Account account) {
        return views.of(account);
    }

    @PostMapping("/api/catalogue/views")
    SavedViews.SavedView save(@RequestBody ViewToSave view, @AuthenticationPrincipal Account account) {
        String name = Objects.toString(view.name(), "").strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME)
            throw Problem.input("no-name", "A view needs a name of at most %d characters.".formatted(LONGEST_NAME));
        if (Boolean.TRUE.equals(view.forAll()) && account.role() == Role.READER)
            throw new Problem(
                    HttpStatus.FORBIDDEN,
                    "not-for-everybody",
                    "With read-only access you can save views for yourself only. Ask an assistant or manager to save one for everyone.");
        return views.save(
                name,
                CatalogueController.subject(Objects.toString(view.subject(), "")),
                bounded(view.find()),
                bounded(view.sort()),
                bounded(view.columns()),
                Boolean.TRUE.equals(view.forAll()),
                account);
    }

    private static String bounded(@Nullable String text) {
        String given = Objects.toString(text, "");
        if (given.length() > LONGEST) throw Problem.input("too-long", "The filter is too long to be saved.");
        return given;
    }

    @DeleteMapping("/api/catalogue/views/{id}")
    void remove(@PathVariable long id, @AuthenticationPrincipal Account account) {
        views.remove(id, account);
    }
}
