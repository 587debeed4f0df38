/** Tagged copies: compared, written, verified, downloaded; recipes; discs. */
@NullMarked
package app.entrada.server.copies;

import org.jspecify.annotations.NullMarked;
