/** What stored files sound like: measuring them, knowing them again, whose masters they are. */
@NullMarked
package app.entrada.server.sound;

import org.jspecify.annotations.NullMarked;
