package orchard.app.port;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.NetworkInterface;
import java.net.UnknownHostException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.gear.Targets;
import orchard.signal.OscBundle;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;

/**
 * Those to whom Orchard sends UDP packets because a seat says so: one place, or everybody on a network. Names are looked up on threads of their own, and again
 * now and then: no message waits for that.
 */
final class UdpTargets {

    /** A name is looked up again after so long. */
    private static final long AGAIN_NANOS = TimeUnit.SECONDS.toNanos(10);

    private final OscUdp udp;
    private final Networks networks;
    private final Map<Targets.Target, OscTarget> all = new ConcurrentHashMap<>();

    UdpTargets(OscUdp udp, Networks networks) {
        this.udp = udp;
        this.networks = networks;
    }

    /** Whoever listens there; the same one for the same place. */
    OscTarget to(Targets.Target target) {
        return all.computeIfAbsent(target, t -> Networks.isEverybody(t.host()) ? new Everybody(t) : new One(t));
    }

    /** Forgets those to which nothing is sent any more. */
    void keepOnly(Set<Targets.Target> targets) {
        all.keySet().retainAll(targets);
    }

    /** Whether something goes to everybody, and so comes back to Orchard. */
    boolean hasEverybody() {
        for (OscTarget target : all.values()) {
            if (target instanceof Everybody) {
                return true;
            }
        }
        return false;
    }

    /** Looks again at names and networks; called about once a second, and not by whoever sends. */
    void look() {
        if (hasEverybody()) {
            networks.look();
        }
        all.values().forEach(target -> {
            if (target instanceof One one) {
                one.look();
            }
        });
    }

    /** As it travels: by itself, or in a bundle that says when it is due. */
    private static byte[] packet(OscMessage message, int ahead) {
        return OscCodec.encode(
                ahead == 0 ? message : new OscBundle(OscTime.of(Instant.now().plusMillis(ahead)), List.of(message)));
    }

    /** One place. */
    private final class One implements OscTarget {
        private final Targets.Target target;
        private final boolean isNumber;
        private volatile InetSocketAddress to;
        private volatile boolean looking;
        private volatile long looked;

        One(Targets.Target target) {
            this.target = target;
            this.isNumber = target.host().matches("[\\d.]+|.*:.*");
            look();
        }

        @Override
        public boolean send(OscMessage message, Traffic traffic) {
            InetSocketAddress now = to;
            if (now == null) {
                traffic.dropped("“" + target.host() + "” is the name of nobody who can be found");
                return false;
            }
            return udp.send(packet(message, target.ahead()), now, traffic);
        }

        @Override
        public String address() {
            InetSocketAddress now = to;
            return now == null ? target.address() : now.getAddress().getHostAddress() + ":" + now.getPort();
        }

        void look() {
            boolean isFresh = looked != 0 && System.nanoTime() - looked < AGAIN_NANOS;
            if (isNumber && looked == 0) {
                find();
            } else if (!isNumber && !isFresh && !looking) {
                looking = true;
                Daemon.start("osc name " + target.host(), this::find);
            }
        }

        private void find() {
            try {
                to = new InetSocketAddress(InetAddress.getByName(target.host()), target.port());
            } catch (UnknownHostException e) {
                // whoever was found before may still be there
            } finally {
                looked = System.nanoTime();
                looking = false;
            }
        }
    }

    /** Everybody who listens on a port, in every network. */
    private final class Everybody implements OscTarget {
        private final Targets.Target target;

        Everybody(Targets.Target target) {
            this.target = target;
        }

        @Override
        public boolean send(OscMessage message, Traffic traffic) {
            byte[] packet = packet(message, target.ahead());
            boolean sent = Networks.isGroup(target.host()) ? toGroup(packet, traffic) : toAll(packet, traffic);
            if (!sent) {
                traffic.dropped("there is no network on which " + address() + " could be reached");
            }
            return sent;
        }

        private boolean toAll(byte[] packet, Traffic traffic) {
            boolean sent = false;
            for (InetAddress broadcast : networks.broadcasts()) {
                sent |= udp.send(packet, new InetSocketAddress(broadcast, target.port()), traffic);
            }
            return sent;
        }

        private boolean toGroup(byte[] packet, Traffic traffic) {
            boolean sent = false;
            for (NetworkInterface network : networks.up()) {
                try {
                    udp.goOutOn(network);
                    sent |= udp.send(packet, new InetSocketAddress(target.host(), target.port()), traffic);
                } catch (IOException e) {
                    traffic.dropped("could not be sent on " + network.getDisplayName() + ": " + e.getMessage());
                }
            }
            return sent;
        }

        @Override
        public String address() {
            return target.address();
        }
    }
}
