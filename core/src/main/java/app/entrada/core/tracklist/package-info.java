/** Track lists as people paste them: lines of text, tables, cue sheets, tables of contents of discs. */
package app.entrada.core.tracklist;
