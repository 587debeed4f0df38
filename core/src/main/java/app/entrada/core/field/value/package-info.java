/** The types of value that facts have: how each is read, stored and shown. */
package app.entrada.core.field.value;
