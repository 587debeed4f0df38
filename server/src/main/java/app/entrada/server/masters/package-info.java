/** What is in place, what seems to belong where, and listening to it. */
@NullMarked
package app.entrada.server.masters;

import org.jspecify.annotations.NullMarked;
