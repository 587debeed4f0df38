/** Files and folders as they come in, and the releases that are made of them. */
@NullMarked
package app.entrada.server.intake;

import org.jspecify.annotations.NullMarked;
