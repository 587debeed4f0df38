package app.entrada.server.files;

import java.nio.file.FileSystemException;

/** Thrown when the store cannot be reached or does not do what it is asked. Nothing was changed; it may work in a moment. */
public final class StoreAway extends FileSystemException {
    private static final long serialVersionUID = 1L;

    StoreAway(String what, Throwable why) {
        super(what, null, first(why));
        initCause(why);
    }

    /** What began it: what others made of it on the way says less. */
    private static String first(Throwable why) {
        Throwable first = why;
        while (first.getCause() != null && first.getCause() != first) first = first.getCause();
        return String.valueOf(first.getMessage());
    }
}
