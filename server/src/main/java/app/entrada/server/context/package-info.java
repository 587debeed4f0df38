/** All that the rules look at, for many releases at once, in a fixed number of statements. */
@NullMarked
package app.entrada.server.context;

import org.jspecify.annotations.NullMarked;
