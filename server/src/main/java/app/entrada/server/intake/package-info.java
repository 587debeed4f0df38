/** Files and folders as they come in, and the releases that are made of them. */
package app.entrada.server.intake;
