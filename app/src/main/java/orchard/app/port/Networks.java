package orchard.app.port;

import java.net.InetAddress;
import java.net.InterfaceAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.net.UnknownHostException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * The networks on which messages to everybody go out: all that this machine is in, or with nobody let in from a network, this machine alone. They are looked
 * at again while something goes to everybody, because cables come and go, but never by whoever sends.
 */
final class Networks {

    /** Everybody (RFC 919). */
    private static final String EVERYBODY = "255.255.255.255";

    private static final Pattern GROUP = Pattern.compile("(22[4-9]|23\\d)(\\.\\d{1,3}){3}");

    private final boolean lan;
    private volatile List<NetworkInterface> up = List.of();
    private volatile List<InetAddress> broadcasts = List.of();

    Networks(boolean lan) {
        this.lan = lan;
        look();
    }

    /** Whether messages to it go to everybody who listens there: broadcast to all, or multicast (RFC 1112). */
    static boolean isEverybody(String host) {
        return host.equals(EVERYBODY) || isGroup(host);
    }

    static boolean isGroup(String host) {
        return GROUP.matcher(host).matches();
    }

    /** Looks which there are now. */
    void look() {
        List<NetworkInterface> found = new ArrayList<>();
        List<InetAddress> addresses = new ArrayList<>();
        try {
            for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                if (network.isUp() && network.isLoopback() != lan) {
                    found.add(network);
                    network.getInterfaceAddresses().stream()
                            .map(InterfaceAddress::getBroadcast)
                            .filter(Objects::nonNull)
                            .forEach(addresses::add);
                }
            }
            if (!lan) {
                addresses = List.of(InetAddress.getByAddress(new byte[] {127, -1, -1, -1}));
            }
        } catch (SocketException | UnknownHostException e) {
            // none can be found just now
        }
        up = List.copyOf(found);
        broadcasts = List.copyOf(addresses);
    }

    /** Those that are up. */
    List<NetworkInterface> up() {
        return up;
    }

    /** The addresses at which everybody in each of them listens. */
    List<InetAddress> broadcasts() {
        return broadcasts;
    }

    /** Whether an address is one of this machine. */
    static boolean isOwn(InetAddress address) {
        try {
            return address.isLoopbackAddress() || NetworkInterface.getByInetAddress(address) != null;
        } catch (SocketException e) {
            return false;
        }
    }
}
