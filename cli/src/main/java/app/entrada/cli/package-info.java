/** The core on the command line. */
@NullMarked
package app.entrada.cli;

import org.jspecify.annotations.NullMarked;
