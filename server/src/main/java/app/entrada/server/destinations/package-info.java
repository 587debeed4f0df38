/** What each destination wants, over HTTP. */
@NullMarked
package app.entrada.server.destinations;

import org.jspecify.annotations.NullMarked;
