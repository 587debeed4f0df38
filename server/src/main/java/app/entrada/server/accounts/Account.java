package app.entrada.server.accounts;

import java.io.Serializable;
import java.security.Principal;

/**
 * Who is signed in.
 *
 * @param role {@code manager}, {@code assistant} or {@code reader}
 */
public record Account(long id, String name, String role) implements Principal, Serializable {
    private static final long serialVersionUID = 1L;

    @Override
    public String getName() {
        return name;
    }
}
