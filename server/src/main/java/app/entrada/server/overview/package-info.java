/** How every release stands: computed once, kept, and computed anew when something that it looked at became different. */
@NullMarked
package app.entrada.server.overview;

import org.jspecify.annotations.NullMarked;
