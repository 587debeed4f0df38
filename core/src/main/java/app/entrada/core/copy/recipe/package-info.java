/** What a copy shall be like, as data. */
package app.entrada.core.copy.recipe;
