package orchard.app.web;

import java.util.List;
import java.util.Locale;
import orchard.app.OrchardSettings;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.MachineTable;
import orchard.gear.Wire;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** How music software on this machine and Orchard reach each other: what there is, what to do, and what came through by it. */
@Controller
class ReachPage {

    private final PortRoom ports;
    private final MachineTable machine;
    private final OrchardSettings settings;

    ReachPage(PortRoom ports, MachineTable machine, OrchardSettings settings) {
        this.ports = ports;
        this.machine = machine;
        this.settings = settings;
    }

    /** The system Orchard runs on, as far as it makes a difference here. */
    enum System {
        LINUX,
        MACOS,
        WINDOWS,
        OTHER;

        static System of(String name) {
            String small = name.toLowerCase(Locale.ROOT);
            return small.startsWith("linux")
                    ? LINUX
                    : small.startsWith("mac") ? MACOS : small.startsWith("windows") ? WINDOWS : OTHER;
        }
    }

    @GetMapping("/connect/reach")
    String page(Model model) {
        model.addAttribute("system", System.of(java.lang.System.getProperty("os.name")));
        model.addAttribute("oscPort", ports.oscPort());
        model.addAttribute("tcpPort", ports.oscTcpPort());
        model.addAttribute("sessionPort", ports.sessionPort());
        model.addAttribute("lan", settings.lan());
        return heard(model, "connect/reach");
    }

    /** What came through just now. */
    @GetMapping("/connect/reach/heard")
    String heard(Model model) {
        return heard(model, "connect/reach :: heard");
    }

    private String heard(Model model, String template) {
        List<PortStatus> all = ports.ports();
        model.addAttribute("sessions", on(Wire.SESSION, all));
        model.addAttribute(
                "senders",
                on(Wire.OSC, all).stream()
                        .filter(port -> port.in() > 0 && !port.unreadable())
                        .toList());
        model.addAttribute("midi", on(Wire.MIDI, all));
        model.addAttribute("keys", ports.machineKeys());
        return template;
    }

    private static List<PortStatus> on(Wire wire, List<PortStatus> all) {
        return all.stream()
                .filter(port -> port.wire() == wire && port.present())
                .toList();
    }

    /** Allows Orchard to type into other programs of this machine, or forbids it at once. */
    @PostMapping("/connect/keys")
    ResponseEntity<Void> keys(@RequestParam(defaultValue = "false") boolean allow) {
        ports.allowKeys(allow); // at once, whether or not it can be remembered
        machine.typesKeys(allow);
        return Replies.go("/connect/reach");
    }
}
