/** The whole analysis of a received sound file in one pass. */
package app.entrada.core.analysis;
