package orchard.standin;

import java.io.IOException;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceInfo;

/** A service that is announced by DNS-SD on every network of this machine, as long as it is open. */
final class Announcement implements AutoCloseable {

    private final List<JmDNS> responders = new ArrayList<>();

    /**
     * Announces; takes some seconds.
     *
     * @param type as {@code _osc._udp.local.}
     */
    Announcement(String type, String name, int port) throws IOException {
        for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
            for (InetAddress address : Collections.list(network.getInetAddresses())) {
                if (network.isUp()
                        && network.supportsMulticast()
                        && address instanceof Inet4Address
                        && !address.isLoopbackAddress()) {
                    JmDNS responder = JmDNS.create(address, name);
                    responders.add(responder);
                    responder.registerService(ServiceInfo.create(type, name, port, ""));
                }
            }
        }
    }

    @Override
    public void close() throws IOException {
        for (JmDNS responder : responders) {
            responder.close();
        }
    }
}
