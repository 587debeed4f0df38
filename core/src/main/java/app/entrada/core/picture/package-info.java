/** What a picture is, whatever its name claims. */
@NullMarked
package app.entrada.core.picture;

import org.jspecify.annotations.NullMarked;
