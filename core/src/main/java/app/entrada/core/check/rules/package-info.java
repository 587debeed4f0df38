/** All rules, a table for each family. */
@NullMarked
package app.entrada.core.check.rules;

import org.jspecify.annotations.NullMarked;
