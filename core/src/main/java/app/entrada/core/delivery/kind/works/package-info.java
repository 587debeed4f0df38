/** Works for authors’ societies: records of fixed width, and the acknowledgement that comes back. */
@NullMarked
package app.entrada.core.delivery.kind.works;

import org.jspecify.annotations.NullMarked;
