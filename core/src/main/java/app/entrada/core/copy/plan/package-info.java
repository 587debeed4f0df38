/** What a recipe wants in a file, and how the file differs from it. */
@NullMarked
package app.entrada.core.copy.plan;

import org.jspecify.annotations.NullMarked;
