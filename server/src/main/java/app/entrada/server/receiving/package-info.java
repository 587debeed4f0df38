/** Files that have come in: noted, measured, put in their place where that is certain. */
@NullMarked
package app.entrada.server.receiving;

import org.jspecify.annotations.NullMarked;
