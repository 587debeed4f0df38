/** Where destinations are and how we sign in there. */
@NullMarked
package app.entrada.server.connections;

import org.jspecify.annotations.NullMarked;
