/** Releases: begun, shown, put out of the way. */
@NullMarked
package app.entrada.server.releases;

import org.jspecify.annotations.NullMarked;
