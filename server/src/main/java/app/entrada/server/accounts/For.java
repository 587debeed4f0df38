package app.entrada.server.accounts;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * For whom a deed is, asked where it is done: {@link Role#ASSISTANT} for those who work on releases, managers among them,
 * {@link Role#MANAGER} for managers alone. It holds whichever way somebody came to it. Work that nobody asks for, in the
 * background or at the command line, is the house's own.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface For {
    /** The least that somebody has to be. */
    Role value();
}
