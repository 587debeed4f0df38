/** Names of people and groups: folded for comparison, found as people type them, and those that stand for nobody. */
@NullMarked
package app.entrada.core.names;

import org.jspecify.annotations.NullMarked;
