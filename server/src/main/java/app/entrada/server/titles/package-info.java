/** Titles changed many at once, and words with which fields are completed. */
@NullMarked
package app.entrada.server.titles;

import org.jspecify.annotations.NullMarked;
