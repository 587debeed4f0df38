/** The label copy: the paper with all facts of a release. */
@NullMarked
package app.entrada.core.labelcopy;

import org.jspecify.annotations.NullMarked;
