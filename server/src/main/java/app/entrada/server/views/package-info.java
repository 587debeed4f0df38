/** A release as the interface shows it, and how one view became another. */
@NullMarked
package app.entrada.server.views;

import org.jspecify.annotations.NullMarked;
