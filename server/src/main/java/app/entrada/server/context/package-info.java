/** All that the rules look at, for many releases at once, in a fixed number of statements. */
package app.entrada.server.context;
