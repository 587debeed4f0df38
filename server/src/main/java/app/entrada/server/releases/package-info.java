/** Releases: begun, shown, put out of the way. */
package app.entrada.server.releases;
