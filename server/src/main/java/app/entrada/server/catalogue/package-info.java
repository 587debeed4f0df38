/** The whole catalogue: recordings to build a release from. */
package app.entrada.server.catalogue;
