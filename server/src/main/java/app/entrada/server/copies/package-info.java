/** Tagged copies: compared, written, verified, downloaded; recipes; discs. */
package app.entrada.server.copies;
