/** What to do next, over all releases. */
package app.entrada.core.desk;
