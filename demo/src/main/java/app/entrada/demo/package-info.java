/** The invented label Ninth Weir Records: its releases, its sound and its covers, all made by code, the same at every making. */
@NullMarked
package app.entrada.demo;

import org.jspecify.annotations.NullMarked;
