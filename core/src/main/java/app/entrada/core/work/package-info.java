/** Who wrote what, which shares they have, and who may license it. */
@NullMarked
package app.entrada.core.work;

import org.jspecify.annotations.NullMarked;
