/** Titles changed many at once, and words with which fields are completed. */
package app.entrada.server.titles;
