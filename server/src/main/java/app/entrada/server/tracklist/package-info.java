/** Track lists read and taken into a release. */
package app.entrada.server.tracklist;
