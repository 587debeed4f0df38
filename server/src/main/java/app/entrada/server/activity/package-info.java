/** Who changed what, when, with before and after. */
@NullMarked
package app.entrada.server.activity;

import org.jspecify.annotations.NullMarked;
