/** Ways in which an archive reaches a destination without its interface. */
@org.jspecify.annotations.NullMarked
package app.entrada.server.handover;
