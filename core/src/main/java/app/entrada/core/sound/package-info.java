/** What can be measured of sound, in one pass, with memory that does not depend on its length. */
@NullMarked
package app.entrada.core.sound;

import org.jspecify.annotations.NullMarked;
