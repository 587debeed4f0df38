/** What each destination wants, over HTTP. */
package app.entrada.server.destinations;
