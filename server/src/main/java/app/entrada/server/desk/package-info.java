/** What to do next, over all releases. */
@NullMarked
package app.entrada.server.desk;

import org.jspecify.annotations.NullMarked;
