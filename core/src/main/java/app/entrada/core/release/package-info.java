/** A release and what it is made of, as immutable values; changes to it. */
package app.entrada.core.release;
