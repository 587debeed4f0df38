/** The code book and the label’s own facts, over HTTP. */
@NullMarked
package app.entrada.server.codes;

import org.jspecify.annotations.NullMarked;
