/** What is in place, what seems to belong where, and listening to it. */
package app.entrada.server.masters;
