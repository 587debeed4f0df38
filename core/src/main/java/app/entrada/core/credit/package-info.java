/** Who did what on the recordings of a release. */
@NullMarked
package app.entrada.core.credit;

import org.jspecify.annotations.NullMarked;
