/** Whether the house is well: what it finds in itself that is not as it has to be, and what shows how it is getting on. */
@NullMarked
package app.entrada.server.house;

import org.jspecify.annotations.NullMarked;
