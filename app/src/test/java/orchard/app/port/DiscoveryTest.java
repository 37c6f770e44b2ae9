package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceInfo;
import orchard.app.OrchardSettings;
import orchard.standin.Wherry;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

/** Gear that announces itself, on a real network where there is one; multicast does not go over loopback. */
class DiscoveryTest {

    private static Discovery discovery(boolean lan) {
        Discovery discovery = new Discovery(new OrchardSettings(Path.of("unused"), 0, 0, 0, 0, lan, false));
        discovery.start();
        return discovery;
    }

    private static JmDNS neighbour() throws Exception {
        Assumptions.assumeFalse(Discovery.addresses().isEmpty(), "this machine has no network");
        InetAddress address = Discovery.addresses().get(0);
        return JmDNS.create(address, "neighbour");
    }

    @Test
    void whatOthersAnnounceIsFoundAndForgottenWhenItLeaves() throws Exception {
        try (JmDNS neighbour = neighbour()) {
            Discovery discovery = discovery(false);
            ServiceInfo lantern = ServiceInfo.create(Discovery.OSC_UDP, "Lantern", 9_123, "");
            neighbour.registerService(lantern);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(15))
                    .until(() -> discovery.found().stream()
                            .anyMatch(found -> found.name().equals("Lantern") && found.port() == 9_123));
            neighbour.unregisterService(lantern);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(15))
                    .until(() -> discovery.found().isEmpty());
            discovery.close();
        }
    }

    @Test
    void theMusicSoftwareIsFoundWhereItMayBeReached() {
        Assumptions.assumeFalse(Discovery.addresses().isEmpty(), "this machine has no network");
        Discovery discovery = discovery(false);
        try (Wherry wherry = new Wherry(0, true)) {
            Awaitility.await()
                    .atMost(Duration.ofSeconds(15))
                    .until(() -> discovery.found().stream()
                            .anyMatch(found -> found.name().equals("Wherry") && found.port() == wherry.port()));
        }
        discovery.close();
    }

    @Test
    void orchardAnnouncesItselfOnlyWhereItMayBeReached() throws Exception {
        try (JmDNS neighbour = neighbour()) {
            Discovery quiet = discovery(false);
            quiet.announce(Discovery.OSC_UDP, 9_124);
            Discovery open = discovery(true);
            Awaitility.await().atMost(Duration.ofSeconds(15)).until(() -> {
                open.announce(Discovery.OSC_UDP, 9_125);
                return Arrays.stream(neighbour.list(Discovery.OSC_UDP, 1_000))
                        .anyMatch(info -> info.getPort() == 9_125);
            });
            assertThat(neighbour.list(Discovery.OSC_UDP)).noneMatch(info -> info.getPort() == 9_124);
            quiet.close();
            open.close();
        }
    }
}
