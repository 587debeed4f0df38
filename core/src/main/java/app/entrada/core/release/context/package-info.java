/**
 * A release with all that is known around it: measured files, the rest of the catalogue, people, documents, copies,
 * answers.
 */
@NullMarked
package app.entrada.core.release.context;

import org.jspecify.annotations.NullMarked;
