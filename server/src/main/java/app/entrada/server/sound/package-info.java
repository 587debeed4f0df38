/** What stored files sound like: measuring them, knowing them again, whose masters they are. */
package app.entrada.server.sound;
