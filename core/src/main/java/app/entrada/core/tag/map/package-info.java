/** Which fact has which id in which tag format: one map, used by reading and by writing. */
@NullMarked
package app.entrada.core.tag.map;

import org.jspecify.annotations.NullMarked;
