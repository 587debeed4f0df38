/** Walkers of file containers: they know chunks and blocks, never meaning. */
package app.entrada.core.container;
