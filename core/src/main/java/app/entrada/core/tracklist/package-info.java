/** Track lists as people paste them: lines of text, tables, cue sheets, tables of contents of discs. */
@NullMarked
package app.entrada.core.tracklist;

import org.jspecify.annotations.NullMarked;
