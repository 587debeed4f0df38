/** A catalogue as large as a label's after many winters, invented row by row, with faults that are planted and counted. */
@NullMarked
package app.entrada.demo.large;

import org.jspecify.annotations.NullMarked;
