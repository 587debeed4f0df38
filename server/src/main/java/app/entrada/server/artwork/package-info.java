/** The front cover: what was found on it, destinations' limits, and pictures made from it. */
@NullMarked
package app.entrada.server.artwork;

import org.jspecify.annotations.NullMarked;
