/** Bytes as they were received: kept under their checksum, described, cared for. */
@NullMarked
package app.entrada.server.files;

import org.jspecify.annotations.NullMarked;
