package app.entrada.server.masters;

/** A file for a track. */
record Placed(String file, long track) {}
