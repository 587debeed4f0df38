/** The whole catalogue: recordings to build a release from. */
@NullMarked
package app.entrada.server.catalogue;

import org.jspecify.annotations.NullMarked;
