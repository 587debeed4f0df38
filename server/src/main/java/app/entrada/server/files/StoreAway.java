package app.entrada.server.files;

import java.nio.file.FileSystemException;

/** Thrown when the store cannot be reached or does not do what it is asked. Nothing was changed; it may work in a moment. */
public final class StoreAway extends FileSystemException {
    private static final long serialVersionUID = 1L;

    StoreAway(String what, Throwable why) {
        super(what, null, String.valueOf(why.getMessage()));
        initCause(why);
    }
}
