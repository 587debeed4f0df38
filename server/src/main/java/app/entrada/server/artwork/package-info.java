/** The front cover: what was found on it, destinations' limits, and pictures made from it. */
package app.entrada.server.artwork;
