/** All that is in a file beside its sound. */
package app.entrada.core.inspect;
