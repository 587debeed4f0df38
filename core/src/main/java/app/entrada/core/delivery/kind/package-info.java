/** What each kind of receiver is sent. */
@NullMarked
package app.entrada.core.delivery.kind;

import org.jspecify.annotations.NullMarked;
