/** The core on the command line. */
package app.entrada.cli;
