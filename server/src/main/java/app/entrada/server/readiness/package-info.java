/** The readiness board: all findings of a release by family and destination, dates, risks taken, fixes in one move. */
package app.entrada.server.readiness;
