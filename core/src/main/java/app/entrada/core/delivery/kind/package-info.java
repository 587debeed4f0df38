/** What each kind of receiver is sent. */
package app.entrada.core.delivery.kind;
