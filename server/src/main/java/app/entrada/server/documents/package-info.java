/** Releases as documents: out as JSON, table and label copy, in again as a new release. */
@NullMarked
package app.entrada.server.documents;

import org.jspecify.annotations.NullMarked;
