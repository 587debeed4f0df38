/** The readiness board: all findings of a release by family and destination, dates, risks taken, fixes in one move. */
@NullMarked
package app.entrada.server.readiness;

import org.jspecify.annotations.NullMarked;
