/** Facts of the catalogue in the database: read whole, written through changes only; the ledger of codes. */
package app.entrada.server.facts;
