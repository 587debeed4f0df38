/** Works for authors’ societies: records of fixed width, and the acknowledgement that comes back. */
package app.entrada.core.delivery.kind.works;
