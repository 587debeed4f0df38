package app.entrada.server.platform;

/** Somebody who keeps secrets that are sealed with the installation's key. */
public interface Sealed {
    /** Seals all of them with the newest key, within the transaction that there is; how many. */
    int reseal();
}
