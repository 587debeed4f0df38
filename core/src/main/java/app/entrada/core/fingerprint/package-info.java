/** Knowing sound again: prints of whole files, an index that finds them, comparison along time, placement on tracks. */
@NullMarked
package app.entrada.core.fingerprint;

import org.jspecify.annotations.NullMarked;
