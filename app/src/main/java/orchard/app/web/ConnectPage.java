package orchard.app.web;

import java.util.Locale;
import java.util.Optional;
import orchard.app.demo.ProfileShelf;
import orchard.app.port.Addresses;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
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

    private final RigKeeper keeper;
    private final PortRoom ports;

    ConnectPage(RigKeeper keeper, PortRoom ports) {
        this.keeper = keeper;
        this.ports = ports;
    }

    /** A device of the rig with its port and the revision it is shown at. */
    record Seated(Device device, PortStatus port, long seen) {}

    @GetMapping("/connect")
    String page(@RequestParam(defaultValue = "") String edit, Model model) {
        var all = ports.ports();
        model.addAttribute(
                "seated",
                keeper.rig().devices().stream()
                        .map(device -> new Seated(
                                device,
                                all.stream()
                                        .filter(port -> port.device().equals(device.id()))
                                        .findFirst()
                                        .orElse(null),
                                keeper.revision(device.id())))
                        .filter(seated -> seated.port() != null)
                        .toList());
        model.addAttribute(
                "strangers",
                all.stream().filter(port -> port.device().isEmpty()).toList());
        model.addAttribute("edit", edit);
        model.addAttribute("profiles", ProfileShelf.all().keySet());
        model.addAttribute("oscPort", ports.oscPort());
        return "connect/page";
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
        Seat seat = stranger.wire() == Seat.Wire.MIDI
                ? new Seat(Seat.Wire.MIDI, in, in)
                : new Seat(Seat.Wire.OSC, in, known.parameters().isEmpty() ? "" : ports.strangerAddress(in));
        keeper.commit(rig -> {
            Device device = new Device(id(rig, name), name.strip(), role.strip(), seat, known);
            return Edit.add("Add " + name.strip() + " as a device", new Part.OfDevice(device));
        });
        return Replies.go("/connect");
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
            @RequestParam Optional<String> out) {
        keeper.commit(id, seen, rig -> {
            Device before = rig.ownDevice(id).orElseThrow(Replies::gone);
            Seat seat = before.seat()
                    .at(
                            before.seat().in(),
                            out.map(String::strip).orElse(before.seat().out()));
            if (seat.wire() == Seat.Wire.OSC && !Addresses.isTarget(seat.out())) {
                throw EditRefused.invalid(
                        id,
                        "out",
                        "Expected host and port, like 127.0.0.1:9020 or tcp:127.0.0.1:9020, or sender, or nothing");
            }
            Device after = new Device(id, name.strip(), role.strip(), seat, before.profile());
            return Edit.change("Change " + before.name(), new Part.OfDevice(before), new Part.OfDevice(after));
        });
        return Replies.go("/connect");
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
