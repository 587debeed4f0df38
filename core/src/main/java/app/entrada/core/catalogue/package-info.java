/** All recordings, releases or works in one table: its columns, its filter in plain words, its order and its values. */
@NullMarked
package app.entrada.core.catalogue;

import org.jspecify.annotations.NullMarked;
