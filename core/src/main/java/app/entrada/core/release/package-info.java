/** A release and what it is made of, as immutable values; changes to it. */
@NullMarked
package app.entrada.core.release;

import org.jspecify.annotations.NullMarked;
