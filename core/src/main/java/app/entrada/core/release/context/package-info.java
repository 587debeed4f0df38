/**
 * A release with all that is known around it: measured files, the rest of the catalogue, people, documents, copies,
 * answers.
 */
package app.entrada.core.release.context;
