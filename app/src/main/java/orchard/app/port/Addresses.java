package orchard.app.port;

import java.net.InetSocketAddress;

/** Network addresses as people type them. */
public final class Addresses {

    private Addresses() {}

    /** The address in {@code host:port}, or null if there is none. */
    public static InetSocketAddress parse(String text) {
        int colon = text.lastIndexOf(':');
        if (colon < 1 || !text.substring(colon + 1).matches("\\d{1,5}")) {
            return null;
        }
        int port = Integer.parseInt(text.substring(colon + 1));
        return port < 1 || port > 65_535 ? null : new InetSocketAddress(text.substring(0, colon), port);
    }

    /** Who sends from an address like {@code host:port} or {@code tcp:host:port}: a host, and on this machine the program, which only its port tells. */
    static String sender(String address) {
        String plain = address.startsWith("tcp:") ? address.substring("tcp:".length()) : address;
        boolean isHere =
                plain.startsWith("127.") || plain.startsWith("localhost:") || plain.startsWith("0:0:0:0:0:0:0:1:");
        return isHere || plain.lastIndexOf(':') < 1 ? plain : plain.substring(0, plain.lastIndexOf(':'));
    }
}
