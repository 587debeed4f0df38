/** From a plan to a written copy and its proof. */
@NullMarked
package app.entrada.core.copy.write;

import org.jspecify.annotations.NullMarked;
