/**
 * Titles as people type them and as receivers want them; changes to many of them at once, proposed and never
 * applied by themselves.
 */
@NullMarked
package app.entrada.core.title;

import org.jspecify.annotations.NullMarked;
