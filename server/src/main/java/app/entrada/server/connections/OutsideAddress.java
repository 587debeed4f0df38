package app.entrada.server.connections;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Whether an address that somebody entered may be spoken with. A token goes there, and files: encrypted, unless it stays on
 * this machine, and never to places that only machines know, such as the one where hosts ask for their own credentials.
 */
public final class OutsideAddress {
    private static final int HIGHEST_PORT = 65_535;

    private OutsideAddress() {}

    /**
     * Why it may not, in a sentence that begins small; null when it may. A name that nobody knows today is let pass.
     *
     * @param ownNetwork whether a manager said that this destination is on this machine or in the label's own network
     */
    public static @Nullable String objectionTo(URI address, boolean ownNetwork) {
        String scheme = address.getScheme() == null ? "" : address.getScheme();
        if (address.getHost() == null || !scheme.equals("https") && !scheme.equals("http"))
            return "“%s” is not a valid web address; expected: https://…".formatted(address);
        if (address.getUserInfo() != null) return "an address must not contain a name or password; enter the token";
        if (address.getQuery() != null || address.getFragment() != null)
            return "an address must not contain “?” or “#”";
        if (address.getPort() == 0 || address.getPort() > HIGHEST_PORT) return "invalid port";
        String nowhere = objectionToHost(address.getHost(), ownNetwork);
        if (nowhere != null) return nowhere;
        if (!scheme.equals("https") && !onlyHere(address.getHost()))
            return "tokens are sent over https only; http is allowed on this machine only";
        return null;
    }

    /**
     * Why a server may not be spoken with by SFTP, in a sentence that begins small; null when it may.
     *
     * @param ownNetwork as for an interface
     */
    public static @Nullable String objectionToServer(URI address, boolean ownNetwork) {
        if (address.getHost() == null || !"sftp".equals(address.getScheme()))
            return "“%s” is not a valid SFTP address; expected: sftp://name@host/folder".formatted(address);
        if (address.getUserInfo() == null || address.getUserInfo().contains(":"))
            return "the address must contain the user name but not the password: sftp://name@host/folder";
        if (address.getQuery() != null || address.getFragment() != null)
            return "an address must not contain “?” or “#”";
        if (address.getPort() == 0 || address.getPort() > HIGHEST_PORT) return "invalid port";
        return objectionToHost(address.getHost(), ownNetwork);
    }

    private static @Nullable String objectionToHost(String host, boolean ownNetwork) {
        for (InetAddress each : addresses(host)) {
            if (each.isLinkLocalAddress() || each.isMulticastAddress() || each.isAnyLocalAddress())
                return "“%s” resolves to an address that cannot be a destination (%s)"
                        .formatted(host, each.getHostAddress());
            if (!ownNetwork && isInside(each))
                return "“%s” is in your own network (%s); tick “In our own network” if that is intended"
                        .formatted(host, each.getHostAddress());
        }
        return null;
    }

    /** This machine, private addresses of RFC 1918 and RFC 4193, and those that carriers share out by RFC 6598. */
    private static boolean isInside(InetAddress address) {
        byte[] bytes = address.getAddress();
        boolean isUniqueLocal = bytes.length == 16 && (bytes[0] & 0xfe) == 0xfc;
        boolean isShared = bytes.length == 4 && bytes[0] == 100 && (bytes[1] & 0xc0) == 64;
        return address.isLoopbackAddress() || address.isSiteLocalAddress() || isUniqueLocal || isShared;
    }

    private static boolean onlyHere(String host) {
        List<InetAddress> all = addresses(host);
        return !all.isEmpty() && all.stream().allMatch(InetAddress::isLoopbackAddress);
    }

    private static List<InetAddress> addresses(String host) {
        try {
            return List.of(InetAddress.getAllByName(host));
        } catch (UnknownHostException notToday) {
            return List.of();
        }
    }

    private static int usualPort(URI address) {
        return switch (Objects.toString(address.getScheme(), "")) {
            case "https" -> 443;
            case "sftp" -> 22;
            default -> 80;
        };
    }

    /** Scheme, host and port: who is spoken with. */
    static String whom(URI address) {
        int port = address.getPort() >= 0 ? address.getPort() : usualPort(address);
        return "%s://%s:%d".formatted(address.getScheme(), address.getHost().toLowerCase(java.util.Locale.ROOT), port);
    }
}
