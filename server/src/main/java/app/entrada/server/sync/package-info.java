/** What licensing libraries ask for, over HTTP. */
@NullMarked
package app.entrada.server.sync;

import org.jspecify.annotations.NullMarked;
