/** Who did what on the recordings of a release. */
package app.entrada.core.credit;
