package app.entrada.server.masters;

/** A fact to take from tags. */
record TakenOffer(long target, String field, String value) {}
