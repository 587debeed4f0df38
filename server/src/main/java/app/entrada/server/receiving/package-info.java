/** Files that have come in: noted, measured, put in their place where that is certain. */
package app.entrada.server.receiving;
