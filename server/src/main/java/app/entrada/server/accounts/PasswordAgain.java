package app.entrada.server.accounts;

import org.jspecify.annotations.Nullable;

/** The password of who is signed in, given again before something that matters. */
record PasswordAgain(@Nullable String password) {}
