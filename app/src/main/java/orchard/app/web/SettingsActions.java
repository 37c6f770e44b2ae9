package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import orchard.app.port.Addresses;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What holds for the whole rig, as Connect has it: listening ports, octaves, takeover, network MIDI sessions. */
@Controller
class SettingsActions {

    /** Before the id of a device whose MIDI clock is chosen. */
    static final String CLOCK_OF = "clock:";

    private static final String CLOCK = "clock";

    private final RigKeeper keeper;

    SettingsActions(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /** Where OSC is heard besides the first port, how octaves are counted, and what controls do that stand elsewhere. */
    @PostMapping("/connect/settings")
    ResponseEntity<Void> settings(
            @RequestParam long seen,
            @RequestParam String udp,
            @RequestParam String tcp,
            @RequestParam int octave,
            @RequestParam(defaultValue = "JUMP") Takeover takeover,
            @RequestParam(defaultValue = "THEIRS") Settings.Reconcile reconcile,
            @RequestParam(defaultValue = "") String tempo) {
        keeper.commit(Settings.ID, seen, rig -> {
            Settings before = rig.settings();
            Optional<Edit.Change> clock = clock(tempo, rig);
            Settings after = new Settings(
                    octave,
                    portNumbers("udp", udp),
                    portNumbers("tcp", tcp),
                    before.sessions(),
                    takeover,
                    reconcile,
                    clock.map(change -> new Ref.ToParameter(change.id(), CLOCK)).orElseGet(() -> tempo(tempo, rig)),
                    before.darkness());
            List<Edit.Change> changes = new ArrayList<>(clock.stream().toList());
            changes.add(new Edit.Change(rig.part(Settings.ID).orElse(null), new Part.OfSettings(after)));
            return new Edit("Change what holds for the whole rig", changes);
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
            Settings after = before.withSessions(change.apply(before.sessions()));
            return rig.part(Settings.ID)
                    .map(old -> Edit.change(label, old, new Part.OfSettings(after)))
                    .orElseGet(() -> Edit.add(label, new Part.OfSettings(after)));
        });
    }

    /** A device whose clock is chosen gets a parameter that its ticks tell. */
    private static Optional<Edit.Change> clock(String key, Rig rig) {
        if (!key.startsWith(CLOCK_OF)) {
            return Optional.empty();
        }
        Device device = rig.ownDevice(key.substring(CLOCK_OF.length()))
                .filter(of -> of.profile().parameter(CLOCK).isEmpty())
                .orElseThrow(() -> EditRefused.invalid(Settings.ID, "tempo", "Choose a tempo, or none"));
        List<Parameter> all = new ArrayList<>(device.profile().parameters());
        all.add(new Parameter(
                CLOCK, "", "Clock", new Range(20, 300, "BPM"), new Law.Linear(), 120, new Binding.Clock(), false));
        return Optional.of(new Edit.Change(
                new Part.OfDevice(device),
                new Part.OfDevice(device.with(device.profile().withParameters(all)))));
    }

    private static Ref.ToParameter tempo(String key, Rig rig) {
        if (key.isEmpty()) {
            return null;
        }
        return Ref.ToParameter.of(key)
                .filter(tempo -> rig.parameter(tempo).isPresent())
                .orElseThrow(() -> EditRefused.invalid(Settings.ID, "tempo", "Choose a tempo, or none"));
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
}
