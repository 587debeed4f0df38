/** Texts without meaning: digests, names of files, delimited tables, transliteration. */
package app.entrada.core.text;
