/** From a recipe to a plan, to a difference, to a written copy, to its proof. */
package app.entrada.core.embed;
