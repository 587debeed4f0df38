/** All rules, a table for each family. */
package app.entrada.core.check.rules;
