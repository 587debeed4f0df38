/** Releases as documents: out as JSON, table and label copy, in again as a new release. */
package app.entrada.server.documents;
