package orchard.app.port;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceEvent;
import javax.jmdns.ServiceInfo;
import javax.jmdns.ServiceListener;
import orchard.app.Daemon;
import orchard.app.OrchardSettings;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Finds OSC gear and network MIDI sessions by DNS-SD (RFC 6763 over multicast DNS, RFC 6762), and announces Orchard where other machines may
 * reach it. Without a network it finds nothing and disturbs nobody: addresses can always be typed.
 */
@Component
public final class Discovery {

    /** OSC over UDP. */
    public static final String OSC_UDP = "_osc._udp.local.";

    /** OSC over TCP. */
    public static final String OSC_TCP = "_osc._tcp.local.";

    /** Network MIDI sessions; the registered service type. */
    public static final String SESSION = "_apple-midi._udp.local.";

    private static final Logger LOG = LoggerFactory.getLogger(Discovery.class);

    /**
     * Something that was found.
     *
     * @param type service type, as {@link #OSC_UDP}
     */
    public record Found(String name, String type, String host, int port) {
        /** The address as it is typed: {@code host:port}. */
        public String address() {
            return host + ":" + port;
        }
    }

    private final boolean lan;
    private final List<JmDNS> responders = new CopyOnWriteArrayList<>();
    private final Map<String, Found> found = new ConcurrentHashMap<>();
    private volatile boolean closed;

    Discovery(OrchardSettings settings) {
        this.lan = settings.lan();
    }

    @PostConstruct
    void start() {
        Daemon.start("discovery", this::open);
    }

    private void open() {
        for (InetAddress address : addresses()) {
            try {
                JmDNS responder = JmDNS.create(
                        address, "orchard-" + ProcessHandle.current().pid());
                responders.add(responder);
                for (String type : List.of(OSC_UDP, OSC_TCP, SESSION)) {
                    responder.addServiceListener(type, new Listener());
                }
            } catch (IOException e) {
                LOG.info("Nothing can be found by DNS-SD on {}: {}", address.getHostAddress(), e.getMessage());
            }
        }
        if (closed) {
            close();
        }
    }

    /** This machine's own addresses on its networks, without loopback. */
    public static List<InetAddress> addresses() {
        List<InetAddress> addresses = new ArrayList<>();
        try {
            for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                if (network.isUp() && !network.isLoopback() && network.supportsMulticast()) {
                    Collections.list(network.getInetAddresses()).stream()
                            .filter(Inet4Address.class::isInstance)
                            .forEach(addresses::add);
                }
            }
        } catch (SocketException e) {
            LOG.info("The networks of this machine cannot be listed: {}", e.getMessage());
        }
        return addresses;
    }

    /** Tells the network about a service of Orchard's, if other machines may reach it. */
    void announce(String type, int port) {
        if (!lan) {
            return;
        }
        Daemon.start(
                "announce",
                () -> responders.forEach(responder -> {
                    try {
                        responder.registerService(ServiceInfo.create(type, "Orchard", port, ""));
                    } catch (IOException e) {
                        LOG.info("Orchard could not be announced: {}", e.getMessage());
                    }
                }));
    }

    /** What is there now, by name. */
    public List<Found> found() {
        return List.copyOf(new TreeMap<>(found).values());
    }

    private final class Listener implements ServiceListener {
        @Override
        public void serviceAdded(ServiceEvent event) {
            event.getDNS().requestServiceInfo(event.getType(), event.getName());
        }

        @Override
        public void serviceRemoved(ServiceEvent event) {
            found.remove(event.getName() + " " + event.getType());
        }

        @Override
        public void serviceResolved(ServiceEvent event) {
            ServiceInfo info = event.getInfo();
            for (Inet4Address address : info.getInet4Addresses()) {
                found.put(
                        event.getName() + " " + event.getType(),
                        new Found(event.getName(), event.getType(), address.getHostAddress(), info.getPort()));
            }
        }
    }

    @PreDestroy
    void close() {
        closed = true;
        for (JmDNS responder : responders) {
            try {
                responder.close();
            } catch (IOException e) {
                LOG.debug("Discovery did not end well: {}", e.getMessage());
            }
        }
    }
}
