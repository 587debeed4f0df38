/** What to do next, over all releases. */
@NullMarked
package app.entrada.core.desk;

import org.jspecify.annotations.NullMarked;
