/**
 * Titles as people type them and as receivers want them; changes to many of them at once, proposed and never
 * applied by themselves.
 */
package app.entrada.core.title;
