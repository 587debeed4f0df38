/** A release as a JSON document: for those who keep releases in files, and for other programs. */
@NullMarked
package app.entrada.core.document;

import org.jspecify.annotations.NullMarked;
