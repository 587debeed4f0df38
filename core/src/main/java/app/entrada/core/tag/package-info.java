/** What fields mean in each container's tags: reading and writing them. */
@NullMarked
package app.entrada.core.tag;

import org.jspecify.annotations.NullMarked;
