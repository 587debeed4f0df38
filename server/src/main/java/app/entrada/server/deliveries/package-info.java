/** What is sent: composed, sealed, handed over, followed to its answer. */
package app.entrada.server.deliveries;
