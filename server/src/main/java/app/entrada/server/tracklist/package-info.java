/** Track lists read and taken into a release. */
@NullMarked
package app.entrada.server.tracklist;

import org.jspecify.annotations.NullMarked;
