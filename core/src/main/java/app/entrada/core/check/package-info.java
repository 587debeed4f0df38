/** What a check sees and says: rules, findings, fixes. */
@NullMarked
package app.entrada.core.check;

import org.jspecify.annotations.NullMarked;
