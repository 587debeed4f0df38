/** What a copy shall be like, as data. */
@NullMarked
package app.entrada.core.copy.recipe;

import org.jspecify.annotations.NullMarked;
