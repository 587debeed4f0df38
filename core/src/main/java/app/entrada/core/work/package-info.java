/** Who wrote what, which shares they have, and who may license it. */
package app.entrada.core.work;
