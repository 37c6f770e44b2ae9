package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import orchard.action.SetParameter;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.LayerStack;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Gesture;
import orchard.mapping.Listening;
import orchard.mapping.Mapping;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.LayersTurned;
import orchard.outcome.LoopCut;
import orchard.outcome.Outcome;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.Refused;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import orchard.trigger.TimePasses;

/**
 * An engine with gear around it that behaves as gear does: a box with hands on it, software that answers, a synth that counts its notes, cables that go.
 * Every step is a number, so that a failing run is a list of numbers and can be shortened.
 */
final class World {

    /** What can happen. */
    enum Kind {
        PRESS,
        RELEASE,
        PRESSURE,
        KNOB,
        NUDGE,
        ENDLESS,
        FADER,
        MOTOR,
        CIRCLE,
        SLOW,
        THEIRS,
        SHORT_WHILE,
        LONG_WHILE,
        DATED,
        TYPED,
        LAYER,
        SONG,
        SILENCE,
        FOCUS,
        PICK,
        SPARE,
        ADD,
        REMOVE,
        CHANGE,
        TAG,
        UNDO,
        DELETE_DEVICE,
        DELETE_LAYER,
        TEACH,
        PANIC,
        PANIC_ONE,
        PAGE,
        UNPLUG,
        AWAY,
        CUT,
        DOUBT;

        boolean interrupts() {
            return compareTo(ADD) >= 0;
        }
    }

    /** Pairs of what was held and what came between. */
    final Set<String> covered = new TreeSet<>();

    final List<String> wrong = new ArrayList<>();
    final List<String> log = new ArrayList<>();
    final List<Trace> traces = new ArrayList<>();

    private record Flying(long due, long order, Runnable landing) {}

    private final PriorityQueue<Flying> flying =
            new PriorityQueue<>(Comparator.comparingLong(Flying::due).thenComparingLong(Flying::order));
    private final Compiler compiler = new Compiler();
    private final List<Rig> history = new ArrayList<>();
    private final Map<String, Float> desk = new TreeMap<>();
    private final Map<String, Boolean> sounding = new HashMap<>();
    private final Map<String, Object> shown = new TreeMap<>();
    private int sweep;
    private final boolean[] down = new boolean[WorldRig.PADS];
    private final double[] lastHeard = {Double.NaN, Double.NaN};
    private Engine engine;
    private Rig rig;
    private long nanos = 1_000_000_000L;
    private long order;
    private boolean slow;
    private boolean boxThere = true;
    private boolean deskThere = true;
    private boolean cut;
    private double motor;
    private boolean touched;
    private double circle;

    World(int... mappings) {
        rig = WorldRig.ticking();
        for (int i = 0; i < mappings.length; i++) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(WorldRig.mapping("m" + (i + 1), mappings[i]))));
        }
        for (Parameter parameter : WorldRig.desk().profile().parameters()) {
            desk.put(parameter.id(), (float) parameter.standard());
        }
        engine = new Engine(compiler.compile(rig), new Gear(), this::traced);
        for (String device : List.of("box", "desk", "synth", "screen")) {
            engine.handle(new Event.Presence(nanos, device, true));
        }
        pass(1_000);
    }

    void step(Kind kind, int arg) {
        step(arg * Kind.values().length + kind.ordinal());
    }

    /** Does one thing, given by a number. */
    void step(int number) {
        Kind kind = Kind.values()[Math.floorMod(number, Kind.values().length)];
        int arg = Math.abs(number / Kind.values().length);
        log.add(kind + " " + arg);
        if (kind.interrupts()) {
            cover(kind);
        }
        switch (kind) {
            case PRESS -> press(arg % WorldRig.PADS, 1 + arg % 127);
            case RELEASE -> release(arg % WorldRig.PADS);
            case PRESSURE -> {
                if (down[arg % WorldRig.PADS]) {
                    box(new MidiMessage.PolyPressure(1, WorldRig.FIRST_PAD + arg % WorldRig.PADS, arg % 128));
                }
            }
            case KNOB -> turn(0, WorldRig.KNOB, arg % 128);
            case NUDGE -> {
                int from = Double.isNaN(lastHeard[0]) ? 64 : (int) Math.round(lastHeard[0] * 127);
                turn(0, WorldRig.KNOB, Math.max(0, Math.min(127, from + arg % 5 - 2)));
            }
            case ENDLESS -> box(new MidiMessage.ControlChange(1, WorldRig.ENDLESS, 64 + (arg % 9 - 4)));
            case FADER -> turn(1, WorldRig.FADER, arg % 128);
            case MOTOR -> moveMotor(arg % 101 / 100.0);
            case CIRCLE -> circle(arg % WorldRig.PADS);
            case SLOW -> {
                slow = !slow;
                box(
                        slow
                                ? new MidiMessage.NoteOn(1, WorldRig.SLOW_NOTE, 127)
                                : new MidiMessage.NoteOff(1, WorldRig.SLOW_NOTE, 0));
            }
            case THEIRS -> theirs(arg);
            case SHORT_WHILE -> pass(1 + arg % 40);
            case LONG_WHILE -> pass(100 + arg % 900);
            case DATED ->
                engine.handle(new Event.Dated(
                        nanos,
                        nanos + arg % 300 * 1_000_000L,
                        "box",
                        arg % 2 == 0
                                ? new MidiMessage.ControlChange(1, WorldRig.FADER, arg % 128)
                                : new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + arg % WorldRig.PADS, 0)));
            case TYPED ->
                engine.handle(new Event.Typed(
                        nanos,
                        "synth",
                        arg % 3 == 0
                                ? new MidiMessage.NoteOff(1, 60 + arg % 4, 64)
                                : new MidiMessage.NoteOn(1, 60 + arg % 4, 80),
                        "typed"));
            case LAYER ->
                engine.handle(new Event.Layered(
                        nanos, WorldRig.SWITCHED.get(arg % WorldRig.SWITCHED.size()), arg / 7 % 2 == 0));
            case SPARE ->
                box(new MidiMessage.ControlChange(arg % 3 == 0 ? 1 : WorldRig.SPARE, WorldRig.FADER, arg % 128));
            case PICK -> engine.handle(new Event.Picked(nanos, "held", "t" + (1 + arg % 3), arg / 3 % 3 > 0));
            case FOCUS ->
                engine.handle(new Event.Focused(
                        nanos,
                        WorldRig.FOCI.get(arg % WorldRig.FOCI.size()),
                        arg % 5 == 0 ? "" : "t" + (1 + arg / 5 % 3),
                        arg % 3 - 1,
                        arg % 2 == 0));
            case SONG -> engine.handle(new Event.SongReached(nanos, "song" + (1 + arg % 2)));
            case SILENCE ->
                engine.handle(new Event.Silenced(
                        nanos,
                        arg % 3 == 0 ? "" : arg % 3 == 1 ? "m" + (1 + arg / 3 % 4) : "storm",
                        arg % 7 == 0,
                        arg % 2 == 0));
            case ADD -> edit(rig.apply(Edit.add("add", new Part.OfMapping(WorldRig.mapping(rig.freeId("m"), arg)))));
            case REMOVE -> some(arg).ifPresent(m -> edit(rig.apply(Edit.remove("remove", new Part.OfMapping(m)))));
            case CHANGE -> some(arg).ifPresent(m -> change(m, WorldRig.mapping(m.id(), arg)));
            case TAG -> some(arg).ifPresent(m -> change(m, m.with(new Marks(arg % 2 == 0, List.of("tag")))));
            case UNDO -> {
                if (!history.isEmpty()) {
                    Rig before = history.remove(history.size() - 1);
                    edit(before);
                    history.remove(history.size() - 1);
                }
            }
            case DELETE_DEVICE ->
                deleteOrBringBack(List.of("box", "desk", "synth").get(arg % 3));
            case DELETE_LAYER -> {
                int which = arg % (WorldRig.LAYERS.size() + WorldRig.FOCI.size());
                String id = which < WorldRig.LAYERS.size()
                        ? WorldRig.LAYERS.get(which)
                        : WorldRig.FOCI.get(which - WorldRig.LAYERS.size());
                Part there = rig.part(id).orElse(null);
                Part original = WorldRig.ticking().part(id).orElseThrow();
                edit(rig.apply(there == null ? Edit.add("back", original) : Edit.remove("delete", there)));
            }
            case TEACH -> teach(arg);
            case PANIC -> engine.handle(new Event.Panic(nanos));
            case PANIC_ONE -> engine.handle(new Event.Panic(nanos, arg % 2 == 0 ? "synth" : "desk"));
            case PAGE -> {
                int page = 1 + arg % 2;
                box(new MidiMessage.NoteOn(2, page, 127));
                box(new MidiMessage.NoteOff(2, page, 0));
            }
            case UNPLUG -> plugBox(!boxThere);
            case AWAY -> {
                deskThere = !deskThere;
                engine.handle(new Event.Presence(nanos, "desk", deskThere));
            }
            case CUT -> {
                cut = !cut;
                if (!cut) {
                    engine.handle(new Event.Doubted(nanos, "desk", "it was cut"));
                }
            }
            case DOUBT -> {
                lastHeard[0] = Double.NaN;
                lastHeard[1] = Double.NaN;
                engine.handle(new Event.Doubted(nanos, List.of("box", "synth").get(arg % 2), "in a test"));
            }
        }
    }

    private void cover(Kind kind) {
        for (Mapping mapping : engine.held()) {
            covered.add("gesture " + mapping.when().gesture().kind() + " × " + kind);
            mapping.actions().onPress().forEach(a -> covered.add(a.getClass().getSimpleName() + " × " + kind));
            mapping.actions().onRelease().forEach(a -> covered.add(a.getClass().getSimpleName() + " × " + kind));
            mapping.shape().stages().forEach(s -> covered.add(s.getClass().getSimpleName() + " × " + kind));
        }
    }

    private Optional<Mapping> some(int arg) {
        return rig.mappings().isEmpty()
                ? Optional.empty()
                : Optional.of(rig.mappings().get(arg % rig.mappings().size()));
    }

    private void change(Mapping before, Mapping after) {
        edit(rig.apply(Edit.change("change", new Part.OfMapping(before), new Part.OfMapping(after))));
    }

    private void edit(Rig next) {
        Rig before = rig;
        history.add(before);
        rig = next;
        engine.handle(new Event.Replanned(nanos, compiler.compile(next)));
        List<String> seated = next.gear().stream()
                .map(Device::id)
                .filter(id -> before.device(id).isEmpty())
                .toList();
        if (!seated.isEmpty()) {
            engine.handle(new Event.Seated(nanos, seated));
        }
        for (String id : seated) {
            boolean there = id.equals("box") ? boxThere : !id.equals("desk") || deskThere;
            engine.handle(new Event.Presence(nanos, id, there));
        }
        if (before.device("box").isPresent() && next.device("box").isEmpty()) {
            lastHeard[0] = Double.NaN;
            lastHeard[1] = Double.NaN;
        }
    }

    private void deleteOrBringBack(String id) {
        Device device = rig.ownDevice(id).orElse(null);
        Part original = WorldRig.ticking().part(id).orElseThrow();
        edit(
                device == null
                        ? rig.apply(Edit.add("back", original))
                        : rig.apply(Edit.remove("delete", new Part.OfDevice(device))));
    }

    /** A pad says something else from now on, or again what it said. */
    private void teach(int arg) {
        Device box = rig.ownDevice("box").orElse(null);
        if (box == null) {
            return;
        }
        String id = "pad" + (2 + arg % 3);
        Control pad = box.profile().control(id).orElseThrow();
        int note = WorldRig.FIRST_PAD + Integer.parseInt(id.substring(3)) + (arg % 2 == 0 ? 40 : 0);
        List<Dimension> taught = pad.dimensions().stream()
                .map(d -> d.name().equals("gate") ? d.with(new MessagePattern.NoteGate(1, note)) : d)
                .toList();
        Profile profile = box.profile()
                .withControls(box.profile().controls().stream()
                        .map(c -> c.id().equals(id) ? c.sending(taught) : c)
                        .toList());
        Device after = new Device(box.id(), box.name(), box.role(), box.seat(), profile);
        edit(rig.apply(Edit.change("teach", new Part.OfDevice(box), new Part.OfDevice(after))));
    }

    private void press(int pad, int velocity) {
        if (!down[pad] && boxThere) {
            down[pad] = true;
            box(new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, velocity));
        }
    }

    private void release(int pad) {
        if (down[pad]) {
            down[pad] = false;
            box(new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
            if (isTaught(pad)) {
                box(new MidiMessage.PolyPressure(1, WorldRig.FIRST_PAD + pad, 0)); // nothing else would tell
            }
        }
    }

    private boolean isTaught(int pad) {
        Device box = rig.ownDevice("box").orElse(WorldRig.box());
        return !box.profile()
                .control("pad" + pad)
                .equals(WorldRig.box().profile().control("pad" + pad));
    }

    private void turn(int hand, int controller, int value) {
        box(new MidiMessage.ControlChange(1, controller, value));
        if (boxThere) {
            lastHeard[hand] = value / 127.0;
            if (controller == WorldRig.KNOB) {
                shown.put("ring", sweep * 1000 + value);
            }
        }
    }

    private void moveMotor(double to) {
        touched = true;
        box(new MidiMessage.NoteOn(16, WorldRig.TOUCH_NOTE, 127));
        motor = to;
        box(new MidiMessage.PitchBend(1, (int) Math.round(to * 16383)));
        touched = false;
        box(new MidiMessage.NoteOff(16, WorldRig.TOUCH_NOTE, 0));
    }

    private void circle(int pad) {
        circle += 0.7;
        box(new MidiMessage.ControlChange(1, 40 + pad, (int) Math.round(64 + 50 * Math.sin(circle))));
        box(new MidiMessage.ControlChange(1, 50 + pad, (int) Math.round(64 + 50 * Math.cos(circle))));
    }

    private void theirs(int arg) {
        String id = WorldRig.PARAMETERS[arg % WorldRig.PARAMETERS.length];
        Parameter parameter = WorldRig.desk().profile().parameter(id).orElseThrow();
        setDesk(id, (float) parameter.real(parameter.position(parameter.real(arg % 97 / 96.0))));
    }

    private void setDesk(String id, float value) {
        Parameter parameter = WorldRig.desk().profile().parameter(id).orElseThrow();
        desk.put(id, (float) parameter.range().clamp(value));
        tell(id);
    }

    private void tell(String id) {
        if (!cut && deskThere) {
            float value = desk.get(id);
            fly(2, () -> arrive("desk", OscMessage.of("/desk/" + id, value, "")));
        }
    }

    private void plugBox(boolean there) {
        boxThere = there;
        Arrays.fill(down, false);
        slow = false;
        lastHeard[0] = Double.NaN;
        lastHeard[1] = Double.NaN;
        if (there) {
            shown.clear();
        }
        engine.handle(new Event.Presence(nanos, "box", there));
    }

    private void box(MidiMessage message) {
        if (boxThere) {
            arrive("box", message);
        }
    }

    private void arrive(String device, Message message) {
        engine.handle(new Event.Arrived(nanos, device, message));
    }

    private void fly(int millis, Runnable landing) {
        flying.add(new Flying(nanos + millis * 1_000_000L, order++, landing));
    }

    void pass(long millis) {
        long until = nanos + millis * 1_000_000;
        while (true) {
            long lands = flying.isEmpty() ? Long.MAX_VALUE : flying.peek().due();
            long next = Math.min(lands, engine.nextDue());
            if (next > until) {
                break;
            }
            nanos = Math.max(nanos, next);
            engine.advance(nanos);
            if (lands <= nanos) {
                flying.poll().landing().run();
            }
        }
        nanos = until;
        engine.advance(nanos);
    }

    /** What goes out reaches gear. */
    private final class Gear implements Outlet {
        @Override
        public void send(String device, Message message) {
            if (message instanceof OscMessage osc) {
                fly(1, () -> toDesk(osc));
            } else if (message instanceof Typing typing) {
                boolean whole = typing.times() < 3;
                fly(
                        5,
                        () -> engine.handle(new Event.Arrived(
                                nanos,
                                "screen",
                                new TypingEnded(typing.sequence(), whole, whole ? "typed it" : "stopped"))));
            } else if (device.equals("synth")) {
                toSynth((MidiMessage) message);
            } else {
                toBox((MidiMessage) message);
            }
        }
    }

    private void toDesk(OscMessage message) {
        if (cut || !deskThere) {
            return;
        }
        String id = message.address().substring("/desk/".length());
        if (id.equals("dump")) {
            desk.keySet().forEach(this::tell);
        } else if (desk.containsKey(id)) {
            setDesk(id, (float) message.number(0));
        }
    }

    private void toSynth(MidiMessage message) {
        if (message instanceof MidiMessage.NoteOn on && on.velocity() > 0) {
            if (Boolean.TRUE.equals(sounding.put(on.channel() + "/" + on.note(), true))) {
                wrong.add("note " + on.note() + " was begun twice");
            }
        } else if (message instanceof MidiMessage.NoteOff off) {
            boolean typed = !log.isEmpty()
                    && log.get(log.size() - 1).startsWith("TYPED"); // a hand may type an end that nothing began
            if (!Boolean.TRUE.equals(sounding.put(off.channel() + "/" + off.note(), false)) && !typed) {
                wrong.add("note " + off.note() + " was ended twice");
            }
        }
    }

    private void toBox(MidiMessage message) {
        if (!boxThere) {
            return;
        }
        if (message instanceof MidiMessage.ControlChange cc && cc.number() == WorldRig.MARK) {
            shown.put("mark", cc.value());
        } else if (message instanceof MidiMessage.ControlChange cc
                && cc.number() >= WorldRig.KNOB
                && (cc.number() - WorldRig.KNOB) % WorldRig.SWEEPS == 0
                && cc.number() < WorldRig.KNOB + 4 * WorldRig.SWEEPS) {
            sweep = (cc.number() - WorldRig.KNOB) / WorldRig.SWEEPS;
            shown.put("ring", sweep * 1000 + cc.value());
        } else if (message instanceof MidiMessage.NoteOn on) {
            shown.put("led" + on.note(), on.velocity() == 0 ? 0 : on.channel() * 1000 + on.velocity());
        } else if (message instanceof MidiMessage.SysEx sysEx && sysEx.length() > 6) {
            shown.put("text", sysEx.words());
        } else if (message instanceof MidiMessage.PitchBend bend && !touched) {
            double from = motor;
            double to = bend.bend() / 16383.0;
            motor = to;
            for (int i = 1; i <= 4; i++) {
                double at = from + (to - from) * i / 4;
                fly(10 * i, () -> {
                    if (motor == to) {
                        box(new MidiMessage.PitchBend(1, (int) Math.round(at * 16383)));
                    }
                });
            }
        }
    }

    private final Map<String, Double> positions = new HashMap<>();

    private List<String> stack = List.of();

    /** Of the mappings that are about what was pressed, those acted that live in the topmost layer that has any. */
    private void layered(Trace trace) {
        ControlMoved moved = trace.first(ControlMoved.class);
        if (moved == null || !moved.byHand() || trace.first(LoopCut.class) != null) {
            stack = trace.all(LayersTurned.class).stream()
                    .reduce((a, b) -> b)
                    .map(LayersTurned::stack)
                    .orElse(stack);
            return;
        }
        int at = trace.outcomes().indexOf(moved);
        trace.outcomes().subList(0, at).stream() // a channel that stands for a layer turns it before the move is heard
                .filter(LayersTurned.class::isInstance)
                .forEach(turned -> stack = ((LayersTurned) turned).stack());
        Rig of = trace.rig();
        List<Mapping> about = of.mappings().stream()
                .filter(mapping -> mapping.when().triggers().contains(moved.control()))
                .filter(mapping -> mapping.when().gesture().kind() != Gesture.Kind.CIRCLE)
                .toList();
        List<Mapping> listening = new Listening(new LayerStack(stack), of).of(about);
        for (Mapping mapping : about) {
            boolean isHidden = !listening.contains(mapping);
            boolean actedNow = trace.all(Considered.class).stream()
                    .filter(step -> step.mapping().equals(mapping.id()))
                    .anyMatch(step -> step.verdict() == Considered.Verdict.ACTED);
            boolean begins = moved.position() > 0
                    && !pressedBefore.contains(moved.control())
                    && mapping.when().also().isEmpty(); // what else came of the press may set it off as well
            if (isHidden && actedNow && begins) {
                wrong.add(mapping.id() + " acted under " + stack);
            }
        }
        if (moved.position() > 0) {
            pressedBefore.add(moved.control());
        } else {
            pressedBefore.remove(moved.control());
        }
        stack = trace.all(LayersTurned.class).stream()
                .reduce((a, b) -> b)
                .map(LayersTurned::stack)
                .orElse(stack);
    }

    private final Set<Ref.ToControl> pressedBefore = new HashSet<>();

    private void traced(Trace trace) {
        traces.add(trace);
        layered(trace);
        double hand = trace.event() instanceof Event.Arrived ? handMove(trace) : Double.NaN;
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof ParameterSet set) {
                positions.put(set.parameter().toString(), set.position());
            } else if (outcome instanceof ParameterTold told) {
                positions.remove(told.parameter().toString());
            } else if (outcome instanceof Considered considered && !Double.isNaN(hand)) {
                jump(considered, hand, trace);
            }
            if (outcome instanceof Refused refused && refused.why().contains("failed")) {
                wrong.add(refused.why());
            }
        }
        ControlMoved moved = trace.first(ControlMoved.class);
        if (!Double.isNaN(hand)) {
            lastHeard[moved.control().control().equals("knob") ? 0 : 1] = moved.position(); // dated ones, too
        }
    }

    /** How far the knob or fader went since it was last heard; 0 if that is not known. */
    private double handMove(Trace trace) {
        ControlMoved moved = trace.first(ControlMoved.class);
        if (moved == null || !Set.of("knob", "fader").contains(moved.control().control())) {
            return Double.NaN;
        }
        double last = lastHeard[moved.control().control().equals("knob") ? 0 : 1];
        return Double.isNaN(last) ? 0 : Math.abs(moved.position() - last);
    }

    /** A parameter that has to be picked up never goes further than the hand. */
    private void jump(Considered considered, double hand, Trace trace) {
        Mapping mapping = trace.rig().mapping(considered.mapping()).orElse(null);
        boolean isPlain = mapping != null
                && mapping.takeover() == Takeover.PICK_UP
                && mapping.cases().others().isEmpty()
                && mapping.shape().stages().isEmpty()
                && mapping.when().gesture().kind() == Gesture.Kind.MOVE
                && mapping.actions().onPress().size() == 1
                && mapping.actions().onPress().get(0) instanceof SetParameter
                && considered.values().size() == 2; // what is done once tells the control's position alone
        if (!isPlain || considered.verdict() != Considered.Verdict.ACTED || mapping.putsControl(trace.rig())) {
            return;
        }
        String target = mapping.targets().get(0).toString();
        Double was = positions.get(target);
        double now = considered.values().get(considered.values().size() - 1);
        if (was != null && Math.abs(now - was) > hand + Takeovers.MET + 0.02) {
            wrong.add("jumped from " + was + " to " + now + " with a hand that moved " + hand);
        }
    }

    /** Lets everything go and everybody come back, waits, and says what is wrong then. */
    List<String> end() {
        for (String id : List.of("box", "desk", "synth")) {
            if (rig.ownDevice(id).isEmpty()) {
                deleteOrBringBack(id);
            }
        }
        if (!boxThere) {
            plugBox(true);
        }
        if (!deskThere) {
            step(Kind.AWAY, 0);
        }
        if (cut) {
            step(Kind.CUT, 0);
        }
        for (int pad = 0; pad < WorldRig.PADS; pad++) {
            release(pad);
        }
        if (slow) {
            step(Kind.SLOW, 0);
        }
        pass(8_000);
        for (Mapping mapping : rig.mappings()) { // what time sets off would be on its way while one looks
            boolean isTimed = mapping.when().also().stream().anyMatch(TimePasses.class::isInstance);
            if (isTimed) {
                edit(rig.apply(Edit.remove("untimed", new Part.OfMapping(mapping))));
            }
        }
        settle();
        checkHeld();
        if (engine.holdsLayers() && engine.held().isEmpty()) {
            boolean forNext = WorldRig.SWITCHED.stream().noneMatch(engine::holdsForNext);
            if (forNext) {
                wrong.add("layers " + engine.layers() + " are held by nobody");
            }
        }
        checkDesk();
        checkLights();
        engine.letGo();
        sounding.forEach((note, on) -> {
            if (on) {
                wrong.add("note " + note + " hangs");
            }
        });
        return wrong;
    }

    /** Waits until nothing changes any more that is shown: presses that come one after another may take long, and a value gives way to its name after a moment. */
    private void settle() {
        Map<String, Object> before;
        int times = 0;
        do {
            before = new TreeMap<>(shown);
            pass(2_000);
        } while (!before.equals(shown) && ++times < 30);
    }

    private void checkHeld() {
        for (Mapping mapping : engine.held()) {
            Control control = rig.ownDevice("box")
                    .orElseThrow()
                    .profile()
                    .control(mapping.trigger().control())
                    .orElseThrow();
            if (control.kind().pressed()) {
                wrong.add(mapping.id() + " holds " + control.id() + ", which is up");
            }
        }
    }

    private void checkDesk() {
        for (String focus : WorldRig.FOCI) {
            engine.addressesOf(focus).forEach(wrong::add);
        }
        desk.forEach((id, value) -> {
            Parameter parameter = WorldRig.desk().profile().parameter(id).orElseThrow();
            double known = engine.position(WorldRig.parameter(id));
            if (Math.abs(known - parameter.position(value)) > 1e-3) {
                wrong.add(id + " is believed to be at " + known + ", but is at " + parameter.position(value));
            }
        });
    }

    /** What is shown does not change when everything is told anew. */
    private void checkLights() {
        Map<String, Object> before = new TreeMap<>(shown);
        double motorBefore = motor;
        List<String> layers = engine.layers();
        shown.clear();
        engine.handle(new Event.Doubted(nanos, "box", "to be told everything"));
        pass(500);
        if (!engine.layers().equals(layers)) {
            return; // the box spoke on its own channel when it was asked, and the layer of the other one went
        }
        shown.forEach((light, value) -> {
            if (!value.equals(before.getOrDefault(light, light.startsWith("led") ? (Object) 0 : value))) {
                wrong.add(light + " shows " + before.get(light) + " instead of " + value);
            }
        });
        if (Math.abs(motor - motorBefore) > 0.011) {
            wrong.add("the motor stands at " + motorBefore + " instead of " + motor);
        }
    }
}
