/** From a heap of files to a release: what each file is for, and which tracks they make. */
package app.entrada.core.gather;
