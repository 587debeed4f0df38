/** Identifiers of the trade: value types that cannot be invalid, and the blocks new ones are allocated from. */
@NullMarked
package app.entrada.core.code;

import org.jspecify.annotations.NullMarked;
