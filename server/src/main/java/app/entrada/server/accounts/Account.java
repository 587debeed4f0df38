package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import java.io.Serializable;
import java.security.Principal;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/**
 * Who is signed in.
 *
 * @param version of the account when this session began; a session of an older one is over
 * @param sitting from signing in to signing out; undo goes back no further
 * @param must what has to be done before anything else, null for nothing
 */
public record Account(
        long id,
        long version,
        String name,
        Role role,
        UUID sitting,
        @Nullable Must must) implements Principal, Serializable {
    private static final long serialVersionUID = 2L;

    /** Somebody who has just signed in. */
    Account(long id, long version, String name, Role role, @Nullable Must must) {
        this(id, version, name, role, UUID.randomUUID(), must);
    }

    /** Under which its sessions are kept: the account and its version. */
    @Override
    public String getName() {
        return id + ":" + version;
    }

    /** The authority that a request of this account has. */
    String authority() {
        return "ROLE_" + (must == null ? role.name() : "ENTERING");
    }

    /** The same sitting of an account that has become different. */
    Account in(UUID goingOn) {
        return new Account(id, version, name, role, goingOn, must);
    }

    /** Whether this is at least of a role, and has nothing to do before. */
    boolean may(Role least) {
        return must == null && role.compareTo(least) <= 0;
    }

    /** Refuses who has another role. */
    public void require(Role wanted) {
        if (role != wanted || must != null)
            throw new Problem(
                    HttpStatus.FORBIDDEN,
                    "not-allowed",
                    "Only a %s can do this. Nothing was changed.".formatted(wanted.id()));
    }
}
