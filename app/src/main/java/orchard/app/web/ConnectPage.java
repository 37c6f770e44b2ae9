package orchard.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.OrchardSettings;
import orchard.app.access.Key;
import orchard.app.demo.ProfileShelf;
import orchard.app.demo.StandInHouse;
import orchard.app.port.Discovery;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.gear.Targets;
import orchard.gear.Wire;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.seat.VisiblePort;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Connect: is it plugged in, which port is it, is anything arriving. */
@Controller
class ConnectPage {

    private final RigKeeper keeper;
    private final PortRoom ports;
    private final Discovery discovery;
    private final OrchardSettings settings;
    private final Key key;
    private final StandInHouse house;

    ConnectPage(
            RigKeeper keeper,
            PortRoom ports,
            Discovery discovery,
            OrchardSettings settings,
            Key key,
            StandInHouse house) {
        this.house = house;
        this.keeper = keeper;
        this.ports = ports;
        this.discovery = discovery;
        this.settings = settings;
        this.key = key;
    }

    /**
     * A device of the rig with its port and the revision it is shown at.
     *
     * @param half what is missing where it has one direction only and needs both, or ""
     * @param next what there is to do with it next
     */
    record Seated(Device device, PortStatus port, long seen, String half, Next next) {
        /** Whether it tells the chord that is held on it. */
        public boolean chord() {
            return ConnectActions.hasChord(device.profile());
        }
    }

    /** What there is to do with a device next. */
    enum Next {
        /** Nothing of it is known. */
        DESCRIBE,
        /** Nothing of it is mapped. */
        MAP,
        NOTHING
    }

    /**
     * Somebody who is in no rig: a port nobody sits at, or all roots of one OSC sender.
     *
     * @param ports one, or those of each root
     * @param asked whether Orchard has to be told which one it is
     * @param candidates the devices it may be: those asked about, those of its wire that are absent, or those that send from where it does
     * @param profile the one on the shelf that fits best, or ""
     */
    record Stranger(
            List<PortStatus> ports,
            String name,
            boolean asked,
            List<Device> candidates,
            List<String> profiles,
            String profile) {

        /** The first of its ports. */
        public PortStatus port() {
            return ports.get(0);
        }
    }

    @GetMapping("/connect")
    String page(@RequestParam(defaultValue = "") String edit, @RequestParam(defaultValue = "") String at, Model model) {
        List<PortStatus> all = ports.ports();
        Rig rig = keeper.rig();
        model.addAttribute(
                "seated",
                rig.devices().stream()
                        .map(device -> new Seated(
                                device,
                                all.stream()
                                        .filter(port -> port.device().equals(device.id()))
                                        .findFirst()
                                        .orElse(null),
                                keeper.revision(device.id()),
                                ports.missingHalf(device).orElse(""),
                                next(device, rig)))
                        .filter(seated -> seated.port() != null)
                        .toList());
        model.addAttribute("strangers", strangers(all, rig));
        model.addAttribute("held", ports.held());
        model.addAttribute("edit", edit);
        model.addAttribute("at", at);
        model.addAttribute("oscProfiles", ProfileShelf.names(Wire.OSC));
        model.addAttribute("oscPort", ports.oscPort());
        model.addAttribute("tcpPort", ports.oscTcpPort());
        model.addAttribute("found", found(rig));
        model.addAttribute("settings", rig.settings());
        model.addAttribute("tempos", tempos(rig));
        model.addAttribute("takeovers", Takeover.values());
        model.addAttribute("settingsSeen", keeper.revision(Settings.ID));
        model.addAttribute("portTroubles", ports.portTroubles().values());
        model.addAttribute("lan", settings.lan());
        model.addAttribute("senders", ports.senders().text());
        model.addAttribute("refused", ports.senders().refused());
        model.addAttribute("sessionPort", ports.sessionPort());
        model.addAttribute("sessionTroubles", ports.sessionTroubles());
        model.addAttribute(
                "foundSessions",
                discovery.found().stream()
                        .filter(found -> found.type().equals(Discovery.SESSION) && !isOwn(found))
                        .filter(found -> rig.settings().sessions().stream()
                                .noneMatch(session -> session.endsWith(" = " + found.address())))
                        .toList());
        model.addAttribute("channels", IntStream.rangeClosed(1, 16).boxed().toList());
        return "connect/page";
    }

    private static Next next(Device device, Rig rig) {
        Profile profile = device.profile();
        if (device.seat().wire() == Wire.KEYS) {
            return Next.NOTHING; // it has nothing of its own
        }
        if (profile.controls().isEmpty() && profile.parameters().isEmpty()) {
            return Next.DESCRIBE;
        }
        boolean isMapped = rig.mappings().stream()
                .anyMatch(mapping -> mapping.trigger().device().equals(device.id())
                        || mapping.targets().stream()
                                .anyMatch(target -> target.device().equals(device.id())));
        return isMapped ? Next.NOTHING : Next.MAP;
    }

    /** Ports nobody sits at; what one OSC sender says belongs together until somebody says otherwise. */
    private List<Stranger> strangers(List<PortStatus> all, Rig rig) {
        Map<String, List<PortStatus>> together = new LinkedHashMap<>();
        all.stream().filter(port -> port.device().isEmpty()).forEach(port -> {
            boolean alone = !port.wire().addressed() || port.sender().isEmpty() || port.unreadable();
            together.computeIfAbsent(alone ? port.key() : port.sender(), k -> new ArrayList<>())
                    .add(port);
        });
        return together.values().stream().map(mine -> stranger(mine, all, rig)).toList();
    }

    private Stranger stranger(List<PortStatus> mine, List<PortStatus> all, Rig rig) {
        PortStatus port = mine.get(0);
        boolean asked = !port.candidates().isEmpty();
        List<Device> candidates = rig.devices().stream()
                .filter(device -> asked ? port.candidates().contains(device.id()) : mayBe(device, port, all))
                .toList();
        String best = mine.stream()
                .map(one -> ProfileShelf.best(one.wire(), one.name(), ports.heard(one.key())))
                .filter(profile -> !profile.isEmpty())
                .findFirst()
                .orElse("");
        return new Stranger(mine, freeName(port.name(), rig), asked, candidates, ProfileShelf.names(port.wire()), best);
    }

    private boolean mayBe(Device device, PortStatus port, List<PortStatus> all) {
        if (device.seat().wire() != port.wire()) {
            return false;
        }
        return port.wire().addressed()
                ? all.stream()
                        .anyMatch(other -> other.device().equals(device.id())
                                && !port.sender().isEmpty()
                                && other.sender().equals(port.sender()))
                : !ports.present().contains(device.id());
    }

    /** A name made of what a port is called that no device has yet. */
    private static String freeName(String port, Rig rig) {
        String plain = VisiblePort.plain(port)
                .replaceFirst("@.*", "")
                .replace("/", " ")
                .strip();
        String name = plain.isEmpty() ? "Device" : plain.substring(0, 1).toUpperCase(Locale.ROOT) + plain.substring(1);
        String free = name;
        for (int i = 2; isTaken(free, rig); i++) {
            free = name + " " + i;
        }
        return free;
    }

    private static boolean isTaken(String name, Rig rig) {
        return rig.gear().stream().anyMatch(device -> device.name().equalsIgnoreCase(name));
    }

    /**
     * Something that listens for OSC and is in no rig.
     *
     * @param root what it is known by, as a guess
     * @param profile the one on the shelf that fits best, or ""
     */
    record Listener(String name, String address, boolean tcp, String root, String profile) {}

    /** What was found by DNS-SD, and stand-ins that are switched on here, as far as no device of the rig sends there yet. */
    private List<Listener> found(Rig rig) {
        List<Listener> all = new ArrayList<>();
        discovery.found().stream()
                .filter(found -> !found.type().equals(Discovery.SESSION) && !isOwn(found))
                .forEach(found -> all.add(
                        listener(found.name(), found.address(), found.type().equals(Discovery.OSC_TCP))));
        house.addresses().forEach((name, address) -> {
            String port = address.substring(address.indexOf(':'));
            if (all.stream()
                    .noneMatch(one -> one.name().equals(name) && one.address().endsWith(port))) {
                all.add(listener(name, address, false));
            }
        });
        all.removeIf(one -> rig.devices().stream()
                .anyMatch(device -> Targets.read(device.seat().out())
                        .map(targets -> targets.has(one.address()))
                        .orElse(false)));
        return all;
    }

    private static Listener listener(String name, String address, boolean tcp) {
        String word = name.substring(name.lastIndexOf(' ') + 1).toLowerCase(Locale.ROOT);
        return new Listener(name, address, tcp, "/" + word, ProfileShelf.best(Wire.OSC, name, Set.of()));
    }

    /** Orchard hears its own announcement too. */
    private boolean isOwn(Discovery.Found found) {
        return Discovery.addresses().stream()
                        .anyMatch(own -> own.getHostAddress().equals(found.host()))
                && List.of(ports.oscPort(), ports.oscTcpPort(), ports.sessionPort())
                        .contains(found.port());
    }

    /** The addresses tablets and OSC gear need, with QR codes: only when asked for, never by default. A code is of use only where others are let in. */
    @GetMapping("/connect/addresses")
    String addresses(HttpServletRequest request, Model model) {
        List<String> hosts = settings.lan()
                ? Discovery.addresses().stream()
                        .map(InetAddress::getHostAddress)
                        .toList()
                : List.of("127.0.0.1");
        model.addAttribute("lan", settings.lan());
        model.addAttribute("command", settings.demo() ? "./orchard demo --lan" : "./orchard start --lan");
        model.addAttribute(
                "addresses",
                hosts.stream()
                        .flatMap(host -> Stream.of(
                                address(
                                        "Pages, for tablets and laptops",
                                        request.getScheme() + "://" + host + ":" + request.getLocalPort() + "/enter/"
                                                + key.text()),
                                address("OSC over UDP", "osc.udp://" + host + ":" + ports.oscPort()),
                                address("OSC over TCP", "osc.tcp://" + host + ":" + ports.oscTcpPort())))
                        .toList());
        return "connect/addresses";
    }

    /** An address as it is shown. */
    record Address(String what, String text, QrCode code) {}

    private static Address address(String what, String text) {
        return new Address(what, text, new QrCode(text));
    }

    /** The parameters that can tell how fast beats go, by their keys. */
    private Map<String, String> tempos(Rig rig) {
        Map<String, String> tempos = new LinkedHashMap<>();
        tempos.put("", "no tempo");
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                if (parameter.range().unit().equals("BPM")) {
                    Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
                    tempos.put(ref.key(), rig.title(device, parameter) + " of " + device.name());
                }
            }
        }
        rig.gear().stream()
                .filter(device -> device.seat().wire().midi())
                .filter(device -> device.profile().parameters().stream()
                        .noneMatch(parameter -> parameter.binding() instanceof Binding.Clock))
                .forEach(device -> tempos.put(
                        SettingsActions.CLOCK_OF + device.id(), "the MIDI clock that " + device.name() + " sends"));
        Ref.ToParameter now = rig.settings().tempo();
        if (now != null) {
            tempos.putIfAbsent(now.key(), rig.words(now));
        }
        return tempos;
    }
}
