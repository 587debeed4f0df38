/** What leaves: store messages and the packages they travel in. */
package app.entrada.core.message;
