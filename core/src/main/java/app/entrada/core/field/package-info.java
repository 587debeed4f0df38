/** The field registry: every fact that can be stored is declared once, here. */
package app.entrada.core.field;
