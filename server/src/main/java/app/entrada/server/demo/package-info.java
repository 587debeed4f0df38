/** The invented catalogue, made at the first start of the demo. */
@NullMarked
package app.entrada.server.demo;

import org.jspecify.annotations.NullMarked;
