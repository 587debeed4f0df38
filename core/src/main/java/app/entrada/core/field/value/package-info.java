/** The types of value that facts have: how each is read, stored and shown. */
@NullMarked
package app.entrada.core.field.value;

import org.jspecify.annotations.NullMarked;
