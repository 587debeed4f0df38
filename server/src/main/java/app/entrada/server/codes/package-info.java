/** The code book and the label’s own facts, over HTTP. */
package app.entrada.server.codes;
