package app.entrada.server.accounts;

import java.io.Serializable;
import java.security.Principal;
import java.util.UUID;

/**
 * Who is signed in.
 *
 * @param role {@code manager}, {@code assistant} or {@code reader}
 * @param sitting from signing in to signing out; undo goes back no further
 */
public record Account(long id, String name, String role, UUID sitting) implements Principal, Serializable {
    private static final long serialVersionUID = 1L;

    /** Somebody who has just signed in. */
    public Account(long id, String name, String role) {
        this(id, name, role, UUID.randomUUID());
    }

    @Override
    public String getName() {
        return name;
    }
}
