/** What licensing libraries ask for, over HTTP. */
package app.entrada.server.sync;
