/** From a plan to a written copy and its proof. */
package app.entrada.core.copy.write;
