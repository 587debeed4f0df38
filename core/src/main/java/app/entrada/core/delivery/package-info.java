/** How a delivery goes from sealed to answered. */
package app.entrada.core.delivery;
