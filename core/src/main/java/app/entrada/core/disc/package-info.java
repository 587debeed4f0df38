/** What a compact disc is made from: where tracks begin, the texts on it, the image and the papers beside it. */
@NullMarked
package app.entrada.core.disc;

import org.jspecify.annotations.NullMarked;
