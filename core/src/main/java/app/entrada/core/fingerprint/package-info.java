/** Knowing sound again: prints of whole files, an index that finds them, comparison along time, placement on tracks. */
package app.entrada.core.fingerprint;
