/** Many texts reworded at once, over HTTP. */
package app.entrada.server.wording;
