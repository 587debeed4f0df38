/** What a recipe wants in a file, and how the file differs from it. */
package app.entrada.core.copy.plan;
