package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.app.live.Names;
import orchard.app.live.SignalLog;
import orchard.app.live.Ticker;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.engine.Event;
import orchard.engine.Step;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Light;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.mapping.Sentence;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe: what controls a device has and what each one sends. */
@Controller
class DescribePage {

    private static final int COLUMNS = 10;

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Ticker ticker;
    private final SignalLog log;

    DescribePage(RigKeeper keeper, Names names, Values values, Ticker ticker, SignalLog log) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.ticker = ticker;
        this.log = log;
    }

    /** One number of the selected control. */
    record Sends(String name, String message, String key, String live) {}

    /** A mapping in a list. */
    record Leads(String id, String sentence) {}

    @GetMapping("/describe")
    String page(
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String control,
            Model model) {
        Rig rig = keeper.rig();
        List<Device> devices = rig.devices();
        Optional<Device> chosen = devices.stream()
                .filter(d -> d.id().equals(device))
                .findFirst()
                .or(() -> devices.stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .findFirst())
                .or(() -> devices.stream().findFirst());
        model.addAttribute("devices", devices);
        model.addAttribute("device", chosen.orElse(null));
        chosen.ifPresent(d -> {
            model.addAttribute("face", FaceView.of(d, rig, names, values));
            model.addAttribute("unknown", unknown(d));
            model.addAttribute("seen", keeper.revision(d.id()));
            Optional<Control> selected = d.profile()
                    .control(control)
                    .or(() -> d.profile().controls().stream().findFirst());
            model.addAttribute("selected", selected.map(Control::id).orElse(""));
            selected.ifPresent(c -> select(d, c, rig, model));
        });
        return "describe/page";
    }

    private void select(Device device, Control control, Rig rig, Model model) {
        model.addAttribute("control", control);
        model.addAttribute(
                "sends",
                control.dimensions().stream()
                        .map(d -> {
                            String key = Values.key(new Ref.ToControl(device.id(), control.id(), d.name()));
                            Values.OfControl value = values.controls().get(key);
                            return new Sends(d.name(), d.pattern().words(), key, value == null ? "–" : value.message());
                        })
                        .toList());
        model.addAttribute(
                "lights",
                device.profile().lightsOn(control.id()).stream()
                        .map(Light::lamp)
                        .map(lamp -> lamp.words())
                        .toList());
        model.addAttribute(
                "leads",
                rig.mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                .anyMatch(t -> t.device().equals(device.id())
                                        && t.control().equals(control.id())))
                        .map(m -> new Leads(m.id(), Sentence.of(m, names).text()))
                        .toList());
    }

    /** What came from a device and no control of it sends; newest first. */
    private List<Ticker.Row> unknown(Device device) {
        return ticker.rows().stream()
                .filter(row -> row.kind() == Ticker.Kind.UNHEARD)
                .filter(row -> log.trace(row.trace())
                        .filter(trace -> trace.first(Step.NobodyListens.class) != null
                                && trace.event() instanceof Event.Arrived arrived
                                && arrived.device().equals(device.id())
                                && described(device, arrived.message()).isPresent())
                        .isPresent())
                .limit(12)
                .toList();
    }

    /** Adds the control that sent a message which was heard. */
    @PostMapping("/describe/{id}/add")
    ResponseEntity<Void> add(@PathVariable String id, @RequestParam long trace) {
        Message message = log.trace(trace)
                .filter(t -> t.event() instanceof Event.Arrived arrived
                        && arrived.device().equals(id))
                .map(t -> ((Event.Arrived) t.event()).message())
                .orElseThrow(() -> EditRefused.invalid(id, "", "That was too long ago. Move the control again."));
        List<String> added = new ArrayList<>();
        keeper.commit(rig -> {
            Device before = rig.ownDevice(id).orElseThrow(Replies::gone);
            Control control = described(before, message)
                    .orElseThrow(() -> EditRefused.invalid(id, "", "A control of this device sends that already."));
            added.add(control.id());
            List<Control> controls = new ArrayList<>(before.profile().controls());
            controls.add(control);
            return Edit.change(
                    "Add " + control.name() + " to " + before.name(),
                    new Part.OfDevice(before),
                    new Part.OfDevice(with(before, controls)));
        });
        return Replies.go("/describe?device=" + Replies.query(id) + "&control=" + Replies.query(added.get(0)));
    }

    /** The control that would send a message, placed after those that are there; nothing if one sends it already. */
    private static Optional<Control> described(Device device, Message message) {
        Control.Kind kind;
        List<Dimension> dimensions;
        if (message instanceof MidiMessage.ControlChange cc) {
            kind = Control.Kind.KNOB;
            dimensions = List.of(
                    new Dimension("turn", new MessagePattern.Controller(cc.channel(), cc.number(), Encoding.ABSOLUTE)));
        } else if (message instanceof MidiMessage.NoteOn on) {
            kind = Control.Kind.PAD;
            dimensions = List.of(
                    new Dimension("velocity", new MessagePattern.NoteVelocity(on.channel(), on.note())),
                    new Dimension("gate", new MessagePattern.NoteGate(on.channel(), on.note())),
                    new Dimension("pressure", new MessagePattern.KeyPressure(on.channel(), on.note())));
        } else if (message instanceof MidiMessage.PitchBend bend) {
            kind = Control.Kind.FADER;
            dimensions = List.of(new Dimension("position", new MessagePattern.Wheel(bend.channel())));
        } else if (message instanceof MidiMessage.ProgramChange program) {
            kind = Control.Kind.BUTTON;
            dimensions =
                    List.of(new Dimension("press", new MessagePattern.Program(program.channel(), program.program())));
        } else if (message instanceof MidiMessage.ChannelPressure pressure) {
            kind = Control.Kind.FADER;
            dimensions = List.of(new Dimension("pressure", new MessagePattern.Aftertouch(pressure.channel())));
        } else if (message instanceof TouchMessage touch) {
            boolean button = touch.element().startsWith("button");
            kind = button ? Control.Kind.BUTTON : Control.Kind.FADER;
            dimensions =
                    List.of(new Dimension(button ? "gate" : "position", new MessagePattern.Touch(touch.element())));
        } else if (message instanceof OscMessage osc && Double.isFinite(osc.number(0))) {
            kind = Control.Kind.FADER;
            dimensions = List.of(
                    new Dimension("position", new MessagePattern.OscNumber(osc.address(), 0, 0, 1, Encoding.ABSOLUTE)));
        } else {
            return Optional.empty();
        }
        Object key = dimensions.get(0).pattern().key();
        List<Control> controls = device.profile().controls();
        if (controls.stream()
                .flatMap(c -> c.dimensions().stream())
                .anyMatch(d -> d.pattern().key().equals(key))) {
            return Optional.empty();
        }
        int place = controls.size();
        int number = 1
                + controls.stream()
                        .filter(c -> c.id().matches("c\\d{1,6}"))
                        .mapToInt(c -> Integer.parseInt(c.id().substring(1)))
                        .max()
                        .orElse(0);
        String subject = message instanceof TouchMessage touch ? name(touch) : message.subject();
        String name = subject.length() > Rig.LONGEST_NAME ? subject.substring(0, Rig.LONGEST_NAME) : subject;
        return Optional.of(new Control(
                "c" + number,
                name,
                kind,
                dimensions,
                new Control.Face(1 + place % COLUMNS * 11.0, 1 + place / COLUMNS * 15.0, 10, 14)));
    }

    /** {@code button1} of a game controller is Button 1. */
    private static String name(TouchMessage touch) {
        String spaced = touch.element().replaceFirst("(\\d+)$", " $1");
        return spaced.substring(0, 1).toUpperCase(Locale.ROOT) + spaced.substring(1);
    }

    /** Gives a control another name. */
    @PostMapping("/describe/{id}/{control}/name")
    ResponseEntity<Void> name(
            @PathVariable String id, @PathVariable String control, @RequestParam long seen, @RequestParam String name) {
        keeper.commit(id, seen, rig -> {
            Device before = rig.ownDevice(id).orElseThrow(Replies::gone);
            Control old = before.profile().control(control).orElseThrow(Replies::gone);
            List<Control> controls = before.profile().controls().stream()
                    .map(c -> c.id().equals(control)
                            ? new Control(c.id(), name.strip(), c.kind(), c.dimensions(), c.face())
                            : c)
                    .toList();
            return Edit.change(
                    "Call " + old.name() + " of " + before.name() + " “" + name.strip() + "”",
                    new Part.OfDevice(before),
                    new Part.OfDevice(with(before, controls)));
        });
        return Replies.go("/describe?device=" + Replies.query(id) + "&control=" + Replies.query(control));
    }

    private static Device with(Device device, List<Control> controls) {
        Profile p = device.profile();
        return new Device(
                device.id(),
                device.name(),
                device.role(),
                device.seat(),
                new Profile(controls, p.groups(), p.parameters(), p.lights(), p.greeting(), p.keepAlive(), p.panic()));
    }
}
