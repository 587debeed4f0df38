/** A release as the interface shows it, and how one view became another. */
package app.entrada.server.views;
