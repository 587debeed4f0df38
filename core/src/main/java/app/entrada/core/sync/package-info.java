/** What somebody needs who looks for music to a picture. */
@NullMarked
package app.entrada.core.sync;

import org.jspecify.annotations.NullMarked;
