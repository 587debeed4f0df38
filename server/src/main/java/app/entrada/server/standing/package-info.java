/** How releases stand with their destinations. */
package app.entrada.server.standing;
