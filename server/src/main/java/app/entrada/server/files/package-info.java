/** Bytes as they were received: kept under their checksum, described, cared for. */
package app.entrada.server.files;
