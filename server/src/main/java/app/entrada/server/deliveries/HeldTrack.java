package app.entrada.server.deliveries;

/** What an open catalogue holds that sounds like a track. */
record HeldTrack(int track, String answer) {}
