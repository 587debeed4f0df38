/** From received files to a release: the intake, drafts, placements, listening, inspection. */
package app.entrada.server.gather;
