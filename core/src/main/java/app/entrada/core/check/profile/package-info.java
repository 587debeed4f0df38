/** What a destination wants, as data. */
@NullMarked
package app.entrada.core.check.profile;

import org.jspecify.annotations.NullMarked;
