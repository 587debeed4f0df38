package app.entrada.server.connections;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import org.jspecify.annotations.Nullable;

/**
 * Whether an address that somebody entered may be spoken with. A token goes there, and files: encrypted, unless it stays on
 * this machine, and never to places that only machines know, such as the one where hosts ask for their own credentials.
 */
public final class OutsideAddress {
    private static final int HIGHEST_PORT = 65_535;

    private OutsideAddress() {}

    /** Why it may not, in a sentence that begins small; null when it may. A name that nobody knows today is let pass. */
    public static @Nullable String objectionTo(URI address) {
        String scheme = address.getScheme() == null ? "" : address.getScheme();
        if (address.getHost() == null || !scheme.equals("https") && !scheme.equals("http"))
            return "“%s” is no web address; wanted: https://…".formatted(address);
        if (address.getUserInfo() != null) return "name and password do not belong into an address; enter the token";
        if (address.getQuery() != null || address.getFragment() != null)
            return "an address ends before “?” and “#”; what is asked is added to it";
        if (address.getPort() == 0 || address.getPort() > HIGHEST_PORT) return "there is no such port";
        boolean here = true;
        try {
            for (InetAddress each : InetAddress.getAllByName(address.getHost())) {
                if (each.isLinkLocalAddress() || each.isMulticastAddress() || each.isAnyLocalAddress())
                    return "“%s” leads to an address that is no destination (%s)"
                            .formatted(address.getHost(), each.getHostAddress());
                here &= each.isLoopbackAddress();
            }
        } catch (UnknownHostException notToday) {
            here = false;
        }
        if (!here && !scheme.equals("https")) return "a token goes over https only; http is for this machine alone";
        return null;
    }

    /** Scheme, host and port: who is spoken with. */
    static String whom(URI address) {
        int port = address.getPort() >= 0 ? address.getPort() : "https".equals(address.getScheme()) ? 443 : 80;
        return "%s://%s:%d".formatted(address.getScheme(), address.getHost().toLowerCase(java.util.Locale.ROOT), port);
    }
}
