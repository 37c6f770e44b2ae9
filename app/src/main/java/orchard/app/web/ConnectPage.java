package orchard.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.OrchardSettings;
import orchard.app.access.Key;
import orchard.app.demo.ProfileShelf;
import orchard.app.port.Addresses;
import orchard.app.port.Discovery;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Reception;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Wire;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Connect: is it plugged in, which port is it, is anything arriving. */
@Controller
class ConnectPage {

    private static final String TARGET_EXPECTED =
            "Expected host and port, like 127.0.0.1:9020 or tcp:127.0.0.1:9020; or sender, to answer whoever sent; or nothing";

    private final RigKeeper keeper;
    private final PortRoom ports;
    private final Discovery discovery;
    private final OrchardSettings settings;
    private final Key key;

    ConnectPage(RigKeeper keeper, PortRoom ports, Discovery discovery, OrchardSettings settings, Key key) {
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
     */
    record Seated(Device device, PortStatus port, long seen, String half) {}

    /** A port nobody sits at, with the devices it may be: those asked about, or those of its wire that are absent. */
    record Stranger(PortStatus port, boolean asked, List<Device> candidates) {}

    @GetMapping("/connect")
    String page(@RequestParam(defaultValue = "") String edit, Model model) {
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
                                ports.missingHalf(device).orElse("")))
                        .filter(seated -> seated.port() != null)
                        .toList());
        model.addAttribute(
                "strangers",
                all.stream()
                        .filter(port -> port.device().isEmpty())
                        .map(port -> stranger(port, rig))
                        .toList());
        model.addAttribute("edit", edit);
        model.addAttribute("profiles", ProfileShelf.all().keySet());
        model.addAttribute("oscPort", ports.oscPort());
        model.addAttribute("tcpPort", ports.oscTcpPort());
        model.addAttribute("found", found(rig));
        model.addAttribute("settings", rig.settings());
        model.addAttribute("takeovers", Takeover.values());
        model.addAttribute("settingsSeen", keeper.revision(Settings.ID));
        model.addAttribute("portTroubles", ports.portTroubles().values());
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

    private Stranger stranger(PortStatus port, Rig rig) {
        boolean asked = !port.candidates().isEmpty();
        List<Device> candidates = rig.devices().stream()
                .filter(device -> asked
                        ? port.candidates().contains(device.id())
                        : device.seat().wire() == port.wire()
                                && !port.wire().addressed()
                                && !ports.present().contains(device.id()))
                .toList();
        return new Stranger(port, asked, candidates);
    }

    /** What was found by DNS-SD and no device of the rig sends to yet. */
    private List<Discovery.Found> found(Rig rig) {
        return discovery.found().stream()
                .filter(found -> !found.type().equals(Discovery.SESSION) && !isOwn(found))
                .filter(found -> rig.devices().stream()
                        .noneMatch(device -> device.seat().out().endsWith(found.address())))
                .toList();
    }

    /** Orchard hears its own announcement too. */
    private boolean isOwn(Discovery.Found found) {
        return Discovery.addresses().stream()
                        .anyMatch(own -> own.getHostAddress().equals(found.host()))
                && List.of(ports.oscPort(), ports.oscTcpPort(), ports.sessionPort())
                        .contains(found.port());
    }

    /** The addresses tablets and OSC gear need, with QR codes: only when asked for, never by default. */
    @GetMapping("/connect/addresses")
    String addresses(HttpServletRequest request, Model model) {
        List<String> hosts = settings.lan()
                ? Discovery.addresses().stream()
                        .map(InetAddress::getHostAddress)
                        .toList()
                : List.of("127.0.0.1");
        model.addAttribute("lan", settings.lan());
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

    /** A person says which device is behind a port. */
    @PostMapping("/connect/decide")
    ResponseEntity<Void> decide(@RequestParam String port, @RequestParam String device) {
        Device chosen = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        if (!ports.decide(chosen, port)) {
            throw EditRefused.invalid(device, "port", "That port is gone. Plug it in again and choose once more.");
        }
        return Replies.go("/connect");
    }

    /** Adds the device behind a port that was never seen before. */
    @PostMapping("/connect/add")
    ResponseEntity<Void> add(
            @RequestParam String port,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String role,
            @RequestParam(defaultValue = "") String profile) {
        PortStatus stranger = ports.ports().stream()
                .filter(p -> p.key().equals(port) && p.device().isEmpty())
                .findFirst()
                .orElseThrow(() -> EditRefused.invalid("", "name", "That port is gone, or somebody added it already."));
        Profile known = ProfileShelf.all().getOrDefault(profile, Profile.BLANK);
        String in = port.substring(port.indexOf(':') + 1);
        Seat seat = stranger.wire().addressed()
                ? new Seat(Wire.OSC, in, known.parameters().isEmpty() ? "" : ports.strangerAddress(in))
                : new Seat(stranger.wire(), in, in);
        addDevice(name, role, seat, known);
        return Replies.go("/connect");
    }

    /** Adds OSC gear by its address, found or typed, before it has sent anything. */
    @PostMapping("/connect/add-osc")
    ResponseEntity<Void> addOsc(
            @RequestParam String name,
            @RequestParam String in,
            @RequestParam String out,
            @RequestParam(defaultValue = "") String profile) {
        if (!Addresses.isTarget(out.strip())) {
            throw EditRefused.invalid("", "out", TARGET_EXPECTED);
        }
        addDevice(
                name,
                "",
                new Seat(Wire.OSC, in.strip(), out.strip()),
                ProfileShelf.all().getOrDefault(profile, Profile.BLANK));
        return Replies.go("/connect");
    }

    private void addDevice(String name, String role, Seat seat, Profile profile) {
        keeper.commit(rig -> {
            Device device = new Device(id(rig, name), name.strip(), role.strip(), seat, profile);
            return Edit.add("Add " + name.strip() + " as a device", new Part.OfDevice(device));
        });
    }

    private static String id(Rig rig, String name) {
        String letters = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
        String base = letters.isEmpty() ? "device" : letters.substring(0, Math.min(letters.length(), 20));
        return rig.part(base).isEmpty() ? base : rig.freeId(base);
    }

    @PostMapping("/connect/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam String role,
            @RequestParam Optional<String> in,
            @RequestParam Optional<String> out,
            @RequestParam(defaultValue = "false") boolean receive,
            @RequestParam(defaultValue = "") List<Integer> channel) {
        keeper.commit(id, seen, rig -> {
            Device before = rig.ownDevice(id).orElseThrow(Replies::gone);
            Seat seat = before.seat()
                    .at(
                            in.map(String::strip).orElse(before.seat().in()),
                            out.map(String::strip).orElse(before.seat().out()))
                    .receiving(new Reception(receive, channel.size() == 16 ? List.of() : channel));
            if (seat.wire().addressed() && !Addresses.isTarget(seat.out())) {
                throw EditRefused.invalid(id, "out", TARGET_EXPECTED);
            }
            Device after = new Device(id, name.strip(), role.strip(), seat, before.profile());
            return Edit.change("Change " + before.name(), new Part.OfDevice(before), new Part.OfDevice(after));
        });
        return Replies.go("/connect");
    }

    /** Where OSC is heard besides the first port, how octaves are counted, and what controls do that stand elsewhere. */
    @PostMapping("/connect/settings")
    ResponseEntity<Void> settings(
            @RequestParam long seen,
            @RequestParam String udp,
            @RequestParam String tcp,
            @RequestParam int octave,
            @RequestParam(defaultValue = "JUMP") Takeover takeover,
            @RequestParam(defaultValue = "THEIRS") Settings.Reconcile reconcile) {
        keeper.commit(Settings.ID, seen, rig -> {
            Settings before = rig.settings();
            Settings after = new Settings(
                    octave, portNumbers("udp", udp), portNumbers("tcp", tcp), before.sessions(), takeover, reconcile);
            Part old = rig.part(Settings.ID).orElse(null);
            return old == null
                    ? Edit.add("Change what holds for the whole rig", new Part.OfSettings(after))
                    : Edit.change("Change what holds for the whole rig", old, new Part.OfSettings(after));
        });
        return Replies.go("/connect");
    }

    /** Invites a network MIDI session, now and whenever Orchard runs. */
    @PostMapping("/connect/sessions")
    ResponseEntity<Void> invite(@RequestParam String name, @RequestParam String address) {
        if (Addresses.parse(address.strip()) == null) {
            throw EditRefused.invalid(
                    Settings.ID,
                    "address",
                    "Expected host and control port, like 10.0.0.7:5004; found “" + address.strip() + "”");
        }
        String session = name.strip().replace("=", "-") + " = " + address.strip();
        changeSessions("Invite " + name.strip(), sessions -> {
            List<String> more = new ArrayList<>(sessions);
            more.removeIf(other -> other.startsWith(name.strip() + " = "));
            more.add(session);
            return more;
        });
        return Replies.go("/connect");
    }

    /** Invites it no longer. */
    @PostMapping("/connect/sessions/leave")
    ResponseEntity<Void> leave(@RequestParam String session) {
        changeSessions(
                "Leave " + session.replaceAll(" = .*", ""),
                sessions -> sessions.stream()
                        .filter(other -> !other.equals(session))
                        .toList());
        return Replies.go("/connect");
    }

    private void changeSessions(String label, UnaryOperator<List<String>> change) {
        keeper.commit(rig -> {
            Settings before = rig.settings();
            Settings after = new Settings(
                    before.octaveOfNote60(),
                    before.udpPorts(),
                    before.tcpPorts(),
                    change.apply(before.sessions()),
                    before.takeover(),
                    before.reconcile());
            return rig.part(Settings.ID)
                    .map(old -> Edit.change(label, old, new Part.OfSettings(after)))
                    .orElseGet(() -> Edit.add(label, new Part.OfSettings(after)));
        });
    }

    private static List<Integer> portNumbers(String field, String text) {
        return Stream.of(text.strip().split("[\\s,;]+"))
                .filter(word -> !word.isEmpty())
                .map(word -> {
                    if (!word.matches("\\d{1,5}")) {
                        throw EditRefused.invalid(
                                Settings.ID,
                                field,
                                "Expected port numbers with blanks between them, like 9011 9012; found “" + word + "”");
                    }
                    return Integer.parseInt(word);
                })
                .toList();
    }

    @PostMapping("/connect/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        keeper.commit(id, seen, rig -> {
            Device device = rig.ownDevice(id).orElseThrow(Replies::gone);
            return Edit.remove("Delete " + device.name(), new Part.OfDevice(device));
        });
        return Replies.go("/connect");
    }
}
