/** Facts of the catalogue in the database: read whole, written through changes only; the ledger of codes. */
@NullMarked
package app.entrada.server.facts;

import org.jspecify.annotations.NullMarked;
