package orchard.app.web;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.live.SignalLog;
import orchard.app.store.RigKeeper;
import orchard.gear.Arrangement;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.recognise.Examples;
import orchard.rig.EditRefused;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.SysExTemplate;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe: a control found from a few of its messages, heard or pasted out of a manual. */
@Controller
class ExamplesActions {

    private static final int MOST = 16;
    private static final int LOOKED_AT = 2_000;
    private static final HexFormat HEX = HexFormat.ofDelimiter(" ").withUpperCase();

    private final RigKeeper keeper;
    private final DeviceEdits edits;
    private final SignalLog log;

    ExamplesActions(RigKeeper keeper, DeviceEdits edits, SignalLog log) {
        this.keeper = keeper;
        this.edits = edits;
        this.log = log;
    }

    /** The SysEx messages that a device said last and that are of one kind, a line each. */
    @PostMapping("/describe/{id}/examples/heard")
    String heard(@PathVariable String id, Model model) {
        List<MidiMessage.SysEx> said = log
                .between(
                        Math.max(0, log.last() - LOOKED_AT),
                        Long.MAX_VALUE,
                        LOOKED_AT,
                        entry -> entry.direction() == SignalLog.Direction.IN
                                && entry.device().equals(id)
                                && entry.message() instanceof MidiMessage.SysEx)
                .stream()
                .map(entry -> (MidiMessage.SysEx) entry.message())
                .toList();
        if (said.isEmpty()) {
            throw EditRefused.invalid(id, "messages", "No SysEx came from it lately: move the control three times");
        }
        MidiMessage.SysEx last = said.get(said.size() - 1);
        List<MidiMessage.SysEx> alike = said.stream()
                .filter(message -> message.length() == last.length())
                .distinct()
                .toList();
        String text = alike.stream()
                .skip(Math.max(0, alike.size() - 3))
                .map(message -> "F0 " + HEX.formatHex(message.data()) + " F7")
                .collect(Collectors.joining("\n"));
        return look(id, text, model);
    }

    /** What some messages are made of; nothing is kept. */
    @PostMapping("/describe/{id}/examples/look")
    String look(@PathVariable String id, @RequestParam String messages, Model model) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        Examples found = found(id, messages);
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(id));
        model.addAttribute("messages", messages);
        model.addAttribute("found", found);
        return "describe/examples :: found";
    }

    private static Examples found(String id, String messages) {
        try {
            return Examples.of(read(messages));
        } catch (Mistake mistake) {
            throw EditRefused.invalid(id, "messages", mistake.getMessage());
        }
    }

    /** The messages in a text, a line each, however their bytes are written. */
    static List<MidiMessage.SysEx> read(String text) {
        List<MidiMessage.SysEx> messages = new ArrayList<>();
        String[] lines = text.strip().split("\\R");
        for (int line = 0; line < lines.length; line++) {
            String hex = lines[line]
                    .replaceAll("(?i)0x|[,;:\\s$hH]", "")
                    .replaceFirst("(?i)^(sysex)?", "")
                    .replaceFirst("(?i)^F0", "")
                    .replaceFirst("(?i)F7$", "");
            if (hex.isEmpty()) {
                continue;
            }
            if (!isSevenBit(hex)) {
                throw new Mistake(
                        "messages",
                        "line " + (line + 1) + " is no SysEx: expected bytes 00–7F in hex between F0 and F7");
            }
            messages.add(new MidiMessage.SysEx(HexFormat.of().parseHex(hex)));
        }
        if (messages.size() > MOST) {
            throw new Mistake("messages", "at most " + MOST + " messages are looked at");
        }
        return messages;
    }

    /** Whether a text is bytes of 7 bit in hex; it may be of any length. */
    private static boolean isSevenBit(String hex) {
        return hex.length() % 2 == 0
                && IntStream.range(0, hex.length()).allMatch(i -> {
                    int digit = Character.digit(hex.charAt(i), 16);
                    return digit >= 0 && (i % 2 == 1 || digit < 8);
                });
    }

    /** Makes a control, or a parameter that can be set, of every number that was found. */
    @PostMapping("/describe/{id}/examples")
    ResponseEntity<Void> make(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String messages,
            @RequestParam String name,
            @RequestParam(defaultValue = "false") boolean parameter) {
        Examples found = found(id, messages);
        String called = name.isBlank() ? "Knob" : name.strip();
        if (parameter) {
            edits.profile(
                    id,
                    seen,
                    "messages",
                    device -> called + " of " + device.name() + ", from messages",
                    profile -> profile.withParameters(
                            Stream.concat(profile.parameters().stream(), parameters(profile, found, called).stream())
                                    .toList()));
            List<Parameter> now = keeper.rig()
                    .ownDevice(id)
                    .orElseThrow(Replies::gone)
                    .profile()
                    .parameters();
            return Replies.go("/map/find?at="
                    + Replies.query("p/" + id + "/" + now.get(now.size() - 1).id()));
        }
        edits.profile(id, seen, "messages", device -> called + " of " + device.name() + ", from messages", profile -> {
            List<Control> there = profile.controls();
            Set<Object> taken = there.stream()
                    .flatMap(control -> control.dimensions().stream())
                    .flatMap(dimension -> dimension.pattern().keys().stream())
                    .collect(Collectors.toSet());
            Set<String> names = there.stream().map(Control::name).collect(Collectors.toSet());
            List<Control> added = new ArrayList<>();
            for (SysExTemplate template : found.templates()) {
                MessagePattern pattern = new MessagePattern.SysExByte(template.text());
                if (taken.contains(pattern.key())) {
                    throw new Mistake("messages", "a control sends this already");
                }
                added.add(new Control(
                        freeId(there, added),
                        called,
                        Control.Kind.KNOB,
                        List.of(new Dimension("turn", pattern)),
                        new Control.Face(0, 0, 1, 1)));
            }
            List<Control> controls = new ArrayList<>(there);
            controls.addAll(Arrangement.named(names, Arrangement.place(there, added)));
            return profile.withControls(controls);
        });
        return DeviceEdits.back(id, "face");
    }

    private static List<Parameter> parameters(Profile profile, Examples found, String called) {
        List<Parameter> made = new ArrayList<>();
        for (SysExTemplate template : found.templates()) {
            int number = profile.parameters().size() + made.size();
            String id = IntStream.iterate(number, i -> i + 1)
                    .mapToObj(i -> "example" + i)
                    .filter(one -> profile.parameter(one).isEmpty())
                    .findFirst()
                    .orElseThrow();
            made.add(new Parameter(
                    id,
                    "",
                    found.templates().size() == 1 ? called : called + " " + (made.size() + 1),
                    new Range(0, template.most(), ""),
                    new Law.Linear(),
                    0,
                    new Binding.SysEx(template.text()),
                    true));
        }
        return made;
    }

    private static String freeId(List<Control> there, List<Control> added) {
        Set<String> ids =
                Stream.concat(there.stream(), added.stream()).map(Control::id).collect(Collectors.toSet());
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> "example" + i)
                .filter(id -> !ids.contains(id))
                .findFirst()
                .orElseThrow();
    }
}
