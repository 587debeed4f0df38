/** Credits of a release over HTTP. */
package app.entrada.server.credits;
