/** Credits of a release over HTTP. */
@NullMarked
package app.entrada.server.credits;

import org.jspecify.annotations.NullMarked;
