/** Changes to many texts of a release at once, proposed and never applied by themselves. */
package app.entrada.core.wording;
