/** From a heap of files to a release: what each file holds and is for, and which tracks they make. */
@NullMarked
package app.entrada.core.intake;

import org.jspecify.annotations.NullMarked;
