/** The field registry: every fact that can be stored is declared once, here. */
@NullMarked
package app.entrada.core.field;

import org.jspecify.annotations.NullMarked;
