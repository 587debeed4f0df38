/** Runs the rules; risks that somebody takes. */
@NullMarked
package app.entrada.server.checks;

import org.jspecify.annotations.NullMarked;
