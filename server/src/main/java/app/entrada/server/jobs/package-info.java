/** Background work, and what people see of it. */
@NullMarked
package app.entrada.server.jobs;

import org.jspecify.annotations.NullMarked;
