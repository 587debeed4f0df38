/** The label copy: the paper with all facts of a release. */
package app.entrada.core.labelcopy;
