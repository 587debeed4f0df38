/** All that is in a file beside its sound. */
@NullMarked
package app.entrada.core.inspect;

import org.jspecify.annotations.NullMarked;
