/** What to do next, over all releases. */
package app.entrada.server.desk;
