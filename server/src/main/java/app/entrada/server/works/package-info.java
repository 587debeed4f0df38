/** Works of a release, their shares and who licenses them, over HTTP. */
@NullMarked
package app.entrada.server.works;

import org.jspecify.annotations.NullMarked;
