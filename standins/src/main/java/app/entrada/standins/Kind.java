package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.util.List;

/** What is particular to one simulated destination. */
interface Kind {
    /** As in its address: {@code lumenfold}. */
    String id();

    /** As people call it. */
    String name();

    /** Letters in front of its receipts. */
    String letters();

    /** Milliseconds that somebody looks at a delivery, unless ordered otherwise. */
    long reviewMillis();

    /**
     * Reads a delivery and makes up its mind.
     *
     * @param bag what arrived
     * @param before deliveries it took before
     */
    Verdict read(Bagged bag, List<Taken> before) throws IOException;

    /** Answers what only it understands; false when it does not either. */
    default boolean answers(FrontDesk desk, HttpExchange exchange, String path) throws IOException {
        return false;
    }
}
