/** Runs the rules; risks that somebody takes. */
package app.entrada.server.checks;
