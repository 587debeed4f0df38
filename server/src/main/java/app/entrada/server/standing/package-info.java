/** How releases stand with their destinations. */
@NullMarked
package app.entrada.server.standing;

import org.jspecify.annotations.NullMarked;
