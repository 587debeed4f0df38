package app.entrada.server.accounts;

import java.util.Locale;

/** What somebody who is signed in has to do before anything else. */
public enum Must {
    /** A password that somebody else gave has to be changed. */
    PASSWORD,
    /** A second factor is wanted and not set up yet. */
    FACTOR;

    /** As it is told. */
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }
}
