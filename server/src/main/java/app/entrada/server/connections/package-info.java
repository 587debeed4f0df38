/** Where destinations are and how we sign in there. */
package app.entrada.server.connections;
