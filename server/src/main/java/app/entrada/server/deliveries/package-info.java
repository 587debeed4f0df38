/** What is sent: composed, sealed, handed over, followed to its answer. */
@NullMarked
package app.entrada.server.deliveries;

import org.jspecify.annotations.NullMarked;
