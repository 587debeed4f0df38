/** Titles as people type them and as receivers want them. */
package app.entrada.core.text;
