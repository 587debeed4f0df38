/** Values that are probably one in several spellings: found, weighed and put together in families. */
@NullMarked
package app.entrada.core.spelling;

import org.jspecify.annotations.NullMarked;
