package app.entrada.server.handover;

import app.entrada.core.delivery.HandoverWay;
import java.io.IOException;
import java.nio.file.Path;

/** Puts an archive where a destination fetches it: whole and under its final name, or not at all. May be done twice. */
public interface Drop {
    /** Which way this is. */
    HandoverWay way();

    /**
     * Puts it there.
     *
     * @param name under which it is found in the end; while it is on its way it has another
     * @throws IOException when it could not be put there today; whose message says why, in a sentence
     * @throws Refused when trying again changes nothing before somebody has looked
     */
    void put(Path archive, String name, Target target) throws IOException;

    /**
     * Where it goes.
     *
     * @param address a folder of this machine, or {@code sftp://name@host:port/folder}
     * @param secret password or private key; empty where none is wanted
     * @param hostKey what the server's key was when a manager confirmed it, as {@code SHA256:…}; empty where there is none
     */
    record Target(String address, String secret, String hostKey) {}

    /** Somebody has to look before it is tried again. */
    final class Refused extends IOException {
        private static final long serialVersionUID = 1L;

        public Refused(String says) {
            super(says);
        }

        public Refused(String says, Throwable cause) {
            super(says, cause);
        }
    }
}
