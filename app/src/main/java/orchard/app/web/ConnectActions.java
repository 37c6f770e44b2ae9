package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.app.demo.ProfileShelf;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Reception;
import orchard.gear.Roots;
import orchard.gear.Seat;
import orchard.gear.Targets;
import orchard.gear.Wire;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What can be done with devices and ports on Connect. */
@Controller
class ConnectActions {

    /** Id of the parameter that tells the chord that is held. */
    private static final String CHORD = "chord";

    private static final String OSC = "osc:";

    private final RigKeeper keeper;
    private final PortRoom ports;

    ConnectActions(RigKeeper keeper, PortRoom ports) {
        this.keeper = keeper;
        this.ports = ports;
    }

    /** A person says which device is behind a port, or that OSC addresses are one device's too. */
    @PostMapping("/connect/decide")
    ResponseEntity<Void> decide(@RequestParam List<String> port, @RequestParam String device) {
        Device chosen = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        if (port.get(0).startsWith(OSC)) {
            Roots more = roots(port);
            keeper.commit(rig -> {
                Device before = rig.ownDevice(device).orElseThrow(Replies::gone);
                Seat seat = before.seat();
                Device after = before.at(seat.at(Roots.of(seat.in()).and(more).text(), seat.out()));
                return Edit.change(
                        "Know " + before.name() + " by " + more.text() + " too",
                        new Part.OfDevice(before),
                        new Part.OfDevice(after));
            });
        } else if (!ports.decide(chosen, port.get(0))) {
            throw EditRefused.invalid(device, "port", "That port is gone. Plug it in again and choose once more.");
        }
        return back(device);
    }

    private static Roots roots(List<String> keys) {
        return Roots.of(keys.stream().map(key -> key.substring(OSC.length())).collect(Collectors.joining(" ")));
    }

    /** Adds the device behind a port that was never seen before, or behind several roots of one sender. */
    @PostMapping("/connect/add")
    ResponseEntity<Void> add(
            @RequestParam(defaultValue = "") List<String> port,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String role,
            @RequestParam(defaultValue = "") String profile) {
        if (port.isEmpty()) {
            throw EditRefused.invalid("", "port", "Tick at least one of its addresses");
        }
        List<PortStatus> strangers = ports.ports().stream()
                .filter(p -> port.contains(p.key()) && p.device().isEmpty())
                .toList();
        if (strangers.size() < port.size()) {
            throw EditRefused.invalid("", "name", "That port is gone, or somebody added it already.");
        }
        Profile known = profile(profile);
        PortStatus stranger = strangers.get(0);
        boolean isUnknown = stranger.wire() != Wire.KEYS
                && known.controls().isEmpty()
                && known.parameters().isEmpty();
        boolean answers = !known.parameters().isEmpty() || !known.lights().isEmpty();
        String added = addDevice(
                name,
                role,
                stranger.wire().addressed()
                        ? new Seat(Wire.OSC, roots(port).text(), answers ? stranger.address() : "")
                        : new Seat(stranger.wire(), stranger.name(), stranger.name()),
                known);
        return isUnknown ? DeviceEdits.back(added, "touch") : back(added);
    }

    private static Profile profile(String name) {
        if (!name.isEmpty() && !ProfileShelf.all().containsKey(name)) {
            throw EditRefused.invalid("", "profile", "There is no profile “" + name + "” on the shelf");
        }
        return ProfileShelf.all().getOrDefault(name, Profile.BLANK);
    }

    /** Adds OSC gear by its address, found or typed, before it has sent anything. */
    @PostMapping("/connect/add-osc")
    ResponseEntity<Void> addOsc(
            @RequestParam String name,
            @RequestParam String in,
            @RequestParam String out,
            @RequestParam(defaultValue = "") String profile) {
        Seat seat = new Seat(Wire.OSC, Roots.of(in).text(), Targets.of(out).text());
        return back(addDevice(name, "", seat, profile(profile)));
    }

    private String addDevice(String name, String role, Seat seat, Profile profile) {
        Edit made = keeper.commit(rig -> {
            Device device = new Device(id(rig, name), name.strip(), role.strip(), seat, profile);
            return Edit.add("Add " + name.strip() + " as a device", new Part.OfDevice(device));
        });
        return made.changes().get(0).id();
    }

    private static String id(Rig rig, String name) {
        String letters = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
        String base = letters.isEmpty() ? "device" : letters.substring(0, Math.min(letters.length(), 20));
        return rig.part(base).isEmpty() ? base : rig.freeId(base);
    }

    /** Tells devices all again, and asks them for their values: one, or all that are there. */
    @PostMapping("/again")
    ResponseEntity<Void> again(@RequestParam(defaultValue = "") String device) {
        if (ports.again(device) == 0) {
            throw new Mistake("device", "Nothing that could be told is there");
        }
        return ResponseEntity.noContent().build();
    }

    /** Changes a device's name, role, addresses, what is taken from it, and what its wire carries. */
    @PostMapping("/connect/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam String role,
            @RequestParam Optional<String> in,
            @RequestParam Optional<String> out,
            @RequestParam(defaultValue = "false") boolean receive,
            @RequestParam(defaultValue = "") List<Integer> channel,
            @RequestParam Optional<Integer> baud,
            @RequestParam(defaultValue = "false") boolean alone,
            @RequestParam(defaultValue = "false") boolean asksChord,
            @RequestParam(defaultValue = "false") boolean chord) {
        keeper.commit(id, seen, rig -> {
            Device before = rig.ownDevice(id).orElseThrow(Replies::gone);
            Seat was = before.seat();
            Seat seat = was.at(
                            was.wire().addressed()
                                    ? in.map(typed -> Roots.of(typed).text()).orElse(was.in())
                                    : was.in(),
                            out.map(typed -> was.wire().addressed()
                                            ? Targets.of(typed).text()
                                            : typed.strip())
                                    .orElse(was.out()))
                    .receiving(new Reception(receive, channel.size() == 16 ? List.of() : channel));
            Profile profile = before.profile();
            Profile paced = baud.map(bits -> profile.with(profile.traits().withBaud(bits)))
                    .orElse(profile);
            Profile left = paced.with(paced.choices().leftAlone(alone));
            Profile wired = asksChord ? withChord(left, chord) : left;
            Device after = new Device(id, name.strip(), role.strip(), seat, wired);
            return Edit.change("Change " + before.name(), new Part.OfDevice(before), new Part.OfDevice(after));
        });
        return back(id);
    }

    /** The profile with a parameter that tells the chord that is held, or without. */
    private static Profile withChord(Profile profile, boolean wanted) {
        if (wanted == hasChord(profile)) {
            return profile;
        }
        List<Parameter> all = new ArrayList<>(profile.parameters());
        if (wanted) {
            all.add(new Parameter(
                    CHORD, "", "Chord", new Range(0, 128, ""), new Law.Linear(), 0, new Binding.Held(), false));
        } else {
            all.removeIf(parameter -> parameter.binding() instanceof Binding.Held);
        }
        return profile.withParameters(all);
    }

    /** Whether a device tells the chord that is held on it. */
    static boolean hasChord(Profile profile) {
        return profile.parameters().stream().anyMatch(parameter -> parameter.binding() instanceof Binding.Held);
    }

    /** Takes a device out of the rig. */
    @PostMapping("/connect/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Device device = rig.ownDevice(id).orElseThrow(Replies::gone);
            return Edit.remove("Delete " + device.name(), new Part.OfDevice(device));
        });
        return Replies.deleted("/connect", made);
    }

    private static ResponseEntity<Void> back(String device) {
        return Replies.go("/connect?at=" + device);
    }
}
