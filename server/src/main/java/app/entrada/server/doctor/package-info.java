/** Looks an installation over, asked for at the command line: says what is not as it has to be, and leaves everything as it is. */
@org.jspecify.annotations.NullMarked
package app.entrada.server.doctor;
