/** Texts without meaning: digests, names of files, delimited tables, transliteration. */
@NullMarked
package app.entrada.core.text;

import org.jspecify.annotations.NullMarked;
