/** Walkers of file containers: they know chunks and blocks, never meaning. */
@NullMarked
package app.entrada.core.container;

import org.jspecify.annotations.NullMarked;
