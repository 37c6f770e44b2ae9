package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.app.store.RigKeeper;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.signal.NoteName;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.util.HtmlUtils;

/** What can be done to one control on Describe: its names, its kind, and what it sends. */
@Controller
class ControlActions {

    private static final int MOST_NUMBERS = 8;

    private final RigKeeper keeper;
    private final DeviceEdits edits;

    ControlActions(RigKeeper keeper, DeviceEdits edits) {
        this.keeper = keeper;
        this.edits = edits;
    }

    @PostMapping("/describe/{id}/{control}/name")
    ResponseEntity<Void> name(
            @PathVariable String id,
            @PathVariable String control,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String label,
            @RequestParam(required = false) Control.Kind kind) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        int room = room(device, control);
        if (label.strip().length() > room) {
            throw EditRefused.invalid(
                    id,
                    "label",
                    "The display has room for %d letters, and this has %d"
                            .formatted(room, label.strip().length()));
        }
        edits.control(id, seen, control, "name", old -> "Call " + old.name() + " “" + name.strip() + "”", old -> {
            Control named = old.named(name.strip(), label.strip());
            return kind == null ? named : named.as(kind);
        });
        return DeviceEdits.back(id, "", control);
    }

    /** How many letters the display of a control has; as many as a name may have if there is none. */
    static int room(Device device, String control) {
        return device.profile().lightsOn(control).stream()
                .mapToInt(light -> light.kind().letters())
                .filter(letters -> letters > 0)
                .min()
                .orElse(Rig.LONGEST_NAME);
    }

    private NoteName notes() {
        return keeper.rig().settings().noteNames();
    }

    @PostMapping("/describe/{id}/{control}/sends/{dimension}")
    ResponseEntity<Void> sends(
            @PathVariable String id,
            @PathVariable String control,
            @PathVariable String dimension,
            @RequestParam long seen,
            @RequestParam Map<String, String> fields) {
        SendsForm form = new SendsForm(fields.getOrDefault("what", ""), fields);
        edits.control(id, seen, control, "number", old -> "Change what " + old.name() + " sends", old -> {
            Dimension before = old.dimension(dimension).orElseThrow(Replies::gone);
            MessagePattern pattern =
                    before.pattern() instanceof MessagePattern.Touch ? before.pattern() : form.pattern(id, notes());
            Dimension after = before.with(pattern).with(form.output(id));
            return old.sending(old.dimensions().stream()
                    .map(d -> d.name().equals(dimension) ? after : d)
                    .toList());
        });
        return DeviceEdits.back(id, "", control);
    }

    /** Adds one more number to what a control sends: pressure, X and Y of a pad, the touch of a slider. */
    @PostMapping("/describe/{id}/{control}/add")
    ResponseEntity<Void> add(
            @PathVariable String id, @PathVariable String control, @RequestParam long seen, @RequestParam String name) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        edits.control(id, seen, control, "name", old -> "Let " + old.name() + " send " + name, old -> {
            if (!name.matches("[a-z]{1,12}")) {
                throw EditRefused.invalid(id, "name", "A word of small letters, like pressure");
            } else if (old.dimension(name).isPresent()) {
                throw EditRefused.invalid(id, "name", old.name() + " has a " + name + " already");
            } else if (old.dimensions().size() >= MOST_NUMBERS) {
                throw EditRefused.invalid(id, "name", "A control sends " + MOST_NUMBERS + " numbers at most");
            }
            List<Dimension> dimensions = new ArrayList<>(old.dimensions());
            dimensions.add(new Dimension(name, free(device, old, name)));
            return old.sending(dimensions);
        });
        return DeviceEdits.back(id, "", control);
    }

    /** A message for it that nothing else of the device sends. */
    private static MessagePattern free(Device device, Control control, String name) {
        MessageId first = control.dimensions().get(0).pattern().ids().get(0);
        if (name.equals("pressure") && first.space() == MessageId.Space.NOTE) {
            return new MessagePattern.KeyPressure(first.channel(), first.number());
        } else if (first.channel() == 0) {
            return control.dimensions().get(0).pattern();
        }
        var taken = device.profile().controls().stream()
                .flatMap(other -> other.dimensions().stream())
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .collect(Collectors.toSet());
        boolean note = name.equals(Dimension.TOUCH) || name.equals("gate");
        List<MessageId> free =
                Clashes.free(taken, note ? MessageId.Space.NOTE : MessageId.Space.CONTROLLER, first.channel(), 1);
        if (free.isEmpty()) {
            free = Clashes.free(taken, note ? MessageId.Space.NOTE : MessageId.Space.CONTROLLER, 0, 1);
        }
        if (free.isEmpty()) {
            throw EditRefused.invalid(device.id(), "name", "No number is free on any channel");
        }
        MessageId slot = free.get(0);
        return note
                ? new MessagePattern.NoteGate(slot.channel(), slot.number())
                : new MessagePattern.Controller(slot.channel(), slot.number(), Encoding.ABSOLUTE);
    }

    @PostMapping("/describe/{id}/{control}/less/{dimension}")
    ResponseEntity<Void> less(
            @PathVariable String id,
            @PathVariable String control,
            @PathVariable String dimension,
            @RequestParam long seen) {
        edits.control(id, seen, control, "", old -> "Let " + old.name() + " send no " + dimension, old -> {
            if (old.dimensions().size() == 1) {
                throw EditRefused.invalid(id, "", "A control sends something. Delete it instead, or switch it off.");
            }
            return old.sending(old.dimensions().stream()
                    .filter(d -> !d.name().equals(dimension))
                    .toList());
        });
        return DeviceEdits.back(id, "", control);
    }

    /** What is said beside a message while it is typed: what it means, and who sends it already. Changes nothing. */
    @GetMapping(path = "/describe/{id}/{control}/hint/{dimension}", produces = MediaType.TEXT_HTML_VALUE)
    @ResponseBody
    String hint(
            @PathVariable String id,
            @PathVariable String control,
            @PathVariable String dimension,
            @RequestParam Map<String, String> fields) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        Control old = device.profile().control(control).orElseThrow(Replies::gone);
        String words;
        boolean wrong = false;
        try {
            SendsForm form = new SendsForm(fields.getOrDefault("what", ""), fields);
            MessagePattern pattern = form.pattern(id, notes());
            form.output(id);
            MessageId slot = pattern.ids().get(0);
            String others = device.profile().controls().stream()
                    .filter(other -> !other.id().equals(control)
                            && other.meets(old)
                            && device.profile().traits().active(other))
                    .filter(other -> other.messageIds().stream().anyMatch(pattern.ids()::contains))
                    .map(Control::name)
                    .collect(Collectors.joining(" and "));
            wrong = !others.isEmpty();
            words = notes().spelled(pattern.words())
                    + (others.isEmpty() ? ": free" : ": " + others + " sends that too");
        } catch (EditRefused | Mistake e) {
            words = e.getMessage();
            wrong = true;
        }
        return "<span class=\"" + (wrong ? "wrong" : "faint") + "\">" + (wrong ? "▲ " : "")
                + HtmlUtils.htmlEscape(words) + "</span>";
    }

    private static void there(String device, Profile profile, String control) {
        if (profile.control(control).isEmpty()) {
            throw EditRefused.invalid(
                    device, "control", "There is no control “" + control + "” on this device; load the page again");
        }
    }

    /** Gives controls other numbers, free of clashes. */
    @PostMapping("/describe/{id}/renumber")
    ResponseEntity<Void> renumber(
            @PathVariable String id, @RequestParam List<String> control, @RequestParam(defaultValue = "") String to) {
        edits.profile(
                id,
                device -> "Renumber "
                        + (control.size() == 1
                                ? device.profile()
                                        .control(control.get(0))
                                        .map(Control::name)
                                        .orElse("?")
                                : control.size() + " controls")
                        + " of " + device.name(),
                profile -> {
                    control.forEach(one -> there(id, profile, one));
                    return profile.withControls(Clashes.renumbered(profile, control));
                });
        return to.equals("check") ? Replies.go("/check") : DeviceEdits.back(id, "", control.get(0));
    }
}
