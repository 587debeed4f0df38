package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import java.util.Arrays;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What somebody may do: all of it; the daily work; look. */
public enum Role {
    MANAGER,
    ASSISTANT,
    READER;

    /** As it is stored and told. */
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The role that is called so; a problem for a person when there is none. */
    public static Role of(@Nullable String id) {
        return Arrays.stream(values())
                .filter(role -> role.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.input(
                                "role", "The role must be manager, assistant or reader. Nothing was changed.")
                        .with("field", "role"));
    }
}
