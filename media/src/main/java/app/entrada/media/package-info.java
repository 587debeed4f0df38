/** External programs. Each is called in one place, with a list of arguments, bounded in time, memory and output. */
@NullMarked
package app.entrada.media;

import org.jspecify.annotations.NullMarked;
