/** From a heap of files to a release: what each file holds and is for, and which tracks they make. */
package app.entrada.core.intake;
