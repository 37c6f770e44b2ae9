package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Filling;
import orchard.action.ForEach;
import orchard.action.GoToSong;
import orchard.action.Hold;
import orchard.action.HoldNotes;
import orchard.action.MoveFocus;
import orchard.action.NextLayer;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PickPlace;
import orchard.action.PinFocus;
import orchard.action.PlayNotes;
import orchard.action.Ramp;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.RunClock;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.SwitchLayer;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.TypeKeys;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.AtDefault;
import orchard.condition.ChangedLast;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.IsOn;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.condition.PageOpen;
import orchard.condition.PresetRecalled;
import orchard.condition.SongIs;
import orchard.condition.Struck;
import orchard.form.MessageForm;
import orchard.gear.Choices;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.PageGroup;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Swatch;
import orchard.gear.Takeover;
import orchard.gear.Traits;
import orchard.gear.Wire;
import orchard.light.Led;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.light.Mark;
import orchard.light.Motion;
import orchard.light.Motor;
import orchard.light.Ring;
import orchard.light.Sweep;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Cases;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Darkness;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.rig.Song;
import orchard.shape.Accumulate;
import orchard.shape.Bypassed;
import orchard.shape.Clamp;
import orchard.shape.Curve;
import orchard.shape.DeadBand;
import orchard.shape.Fold;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.LookUp;
import orchard.shape.Rate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Snap;
import orchard.shape.Stage;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;
import orchard.signal.Encoding;
import orchard.signal.Keystrokes;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.trigger.DeviceComes;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.MessageHeard;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/** A rig in which there is one of everything, and mappings of every kind, wholly given by their seeds. */
public final class WorldRig {

    static final int PADS = 6;
    /** A channel that none of the box's controls uses. */
    static final int SPARE = 7;

    static final int FIRST_PAD = 36;
    static final int KNOB = 21;

    /** So far apart are the controllers of its ring's ways to be drawn. */
    static final int SWEEPS = 17;

    static final int MARK = 119;
    static final int ENDLESS = 22;
    static final int FADER = 7;
    static final int TOUCH_NOTE = 104;
    static final int SLOW_NOTE = 90;
    static final String[] PARAMETERS = {
        "volume", "mute", "cutoff", "blend", "mode", "tempo", "t1.level", "t2.level", "t3.level", "t2.hidden"
    };

    private static final Control.Face FACE = new Control.Face(0, 0, 1, 1);

    private WorldRig() {}

    /** The same with a clock that is made here and led to the synth. */
    static Rig ticking() {
        return empty().apply(Edit.add("clock", new Part.OfRoute(Route.all("clock", Route.CLOCK_MADE_HERE, "synth"))));
    }

    private static final MessageForm HEARD = MessageForm.of("CC " + FADER + " = {v}, ch 1");
    private static final MessageForm SAID = MessageForm.of("CC 80 = {c}, ch 3");
    private static final Keystrokes KEYS = Keystrokes.of("window “Tracks”, ctrl+t, value 0 to 9");

    public static Rig empty() {
        List<Part> parts = new ArrayList<>(foci());
        parts.addAll(List.of(
                new Part.OfDevice(box()),
                new Part.OfDevice(desk()),
                new Part.OfDevice(synth()),
                new Part.OfDevice(screen()),
                new Part.OfPreset(preset()),
                new Part.OfSettings(
                        Settings.STANDARD.with(new Darkness(parameter("t3.level"), parameter("t2.hidden")))),
                new Part.OfSong(new Song("song1", 1, "Dusk", "")),
                new Part.OfSong(new Song("song2", 2, "Dawn", "")),
                layer("storm", "", false, List.of(), null),
                layer("clear", "", false, List.of(), null),
                layer("both", "", false, List.of("storm", "clear"), null),
                layer("day", "time", false, List.of(), null),
                layer("night", "time", false, List.of(), null),
                layer("mute", "", true, List.of(), null),
                layer("two", "", false, List.of(), new Layer.OfPage("box", "pads", 2)),
                layer("spare", "", false, List.of(), null)));
        return Rig.of(parts);
    }

    /** Layers that are switched, that exclude each other, that come together, with a page, and one that blocks. */
    static final List<String> LAYERS = List.of("storm", "clear", "both", "day", "night", "mute", "two", "spare");

    static final List<String> SWITCHED = List.of("storm", "clear", "day", "night", "mute");

    private static Part layer(String id, String group, boolean blocks, List<String> together, Layer.OfPage page) {
        return new Part.OfLayer(new Layer(
                id,
                "Layer " + id,
                Layer.Sign.DOTS,
                group,
                blocks,
                together,
                page,
                id.equals("spare") ? new Layer.OfChannel("box", SPARE) : null));
    }

    /** Pads on two pages with pressure and place, an absolute knob under a ring, an endless one, a plain fader and one with a motor. */
    static Device box() {
        List<Control> controls = new ArrayList<>();
        List<Light> lights = new ArrayList<>();
        controls.add(new Control(
                "knob",
                "Knob",
                Control.Kind.KNOB,
                List.of(new Dimension("turn", new MessagePattern.Controller(1, KNOB, Encoding.ABSOLUTE))),
                FACE));
        controls.add(new Control(
                "endless",
                "Endless",
                Control.Kind.ENDLESS_KNOB,
                List.of(new Dimension("turn", new MessagePattern.Controller(1, ENDLESS, Encoding.OFFSET_64))),
                FACE));
        controls.add(new Control(
                "fader",
                "Fader",
                Control.Kind.FADER,
                List.of(new Dimension("position", new MessagePattern.Controller(1, FADER, Encoding.ABSOLUTE))),
                FACE));
        controls.add(new Control(
                "motor",
                "Motor",
                Control.Kind.FADER,
                List.of(
                        new Dimension("position", new MessagePattern.Wheel(1)),
                        new Dimension(Dimension.TOUCH, new MessagePattern.NoteGate(16, TOUCH_NOTE))),
                FACE));
        controls.add(new Control(
                "slow",
                "Slow",
                Control.Kind.BUTTON,
                List.of(new Dimension("gate", new MessagePattern.NoteGate(1, SLOW_NOTE))),
                FACE));
        for (int i = 0; i < PADS; i++) {
            for (int page = 1; page <= (i < 2 ? 2 : 1); page++) {
                Control pad = new Control(
                        "pad" + i,
                        "Pad " + i,
                        Control.Kind.PAD,
                        List.of(
                                new Dimension("gate", new MessagePattern.NoteGate(1, FIRST_PAD + i)),
                                new Dimension("pressure", new MessagePattern.KeyPressure(1, FIRST_PAD + i)),
                                new Dimension("x", new MessagePattern.Controller(1, 40 + i, Encoding.ABSOLUTE)),
                                new Dimension("y", new MessagePattern.Controller(1, 50 + i, Encoding.ABSOLUTE))),
                        FACE);
                controls.add(i < 2 ? pad.onPage("pads", page) : pad);
            }
            lights.add(new Light(
                    "led" + i,
                    "LED " + i,
                    "pad" + i,
                    i == 0 ? new Led(1, FIRST_PAD, 0, 5, 2, 3) : new Led(1, FIRST_PAD + i, 0, 5)));
        }
        for (int i = 1; i <= 2; i++) {
            controls.add(new Control(
                    "page" + i,
                    "Page " + i,
                    Control.Kind.BUTTON,
                    List.of(new Dimension("gate", new MessagePattern.NoteGate(2, i))),
                    FACE));
        }
        lights.add(new Light("ring", "Ring", "knob", new Ring(1, KNOB, SWEEPS)));
        lights.add(new Light("mark", "Mark", "knob", new Mark(1, MARK)));
        lights.add(new Light("text", "Text", "knob", new Letters(new byte[] {0x7D, 1, 0x20, 1}, 8)));
        lights.add(new Light("motor", "Motor", "motor", new Motor(1)));
        PageGroup pads =
                new PageGroup("pads", "Pads", PageGroup.Paging.KEYS, List.of("One", "Two"), List.of("page1", "page2"));
        return new Device(
                "box",
                "Box",
                "",
                new Seat(Wire.MIDI, "Box", "Box"),
                new Profile(
                                controls,
                                List.of(),
                                List.of(),
                                lights,
                                List.of(new MidiMessage.SysEx(new byte[] {0x7D, 1, 1, 1})),
                                List.of(),
                                List.of())
                        .with(Traits.PLAIN
                                .withPages(List.of(pads))
                                .withPalette(List.of(
                                        new Swatch(5, "red", "#d0402f"),
                                        new Swatch(6, "dim red", "#4a1710"),
                                        new Swatch(40, "teal", "#2fb3a6"),
                                        new Swatch(80, "blue", "#3f6fc0")))));
    }

    /** Software that tells all its values when it is asked, and confirms what is set. */
    static Device desk() {
        List<Parameter> parameters = List.of(
                parameter("volume", new Range(-60, 6, "dB"), new Law.DecibelTaper(), 0),
                parameter("mute", new Range(0, 1, ""), new Law.Named(List.of("off", "on")), 0),
                parameter("cutoff", new Range(200, 8000, "Hz"), new Law.Logarithmic(), 8000),
                parameter("blend", new Range(0, 100, ""), new Law.Stepped(101), 0),
                parameter("mode", new Range(0, 3, ""), new Law.Named(List.of("a", "b", "c", "d")), 0),
                parameter("tempo", new Range(20, 300, "BPM"), new Law.Linear(), 120),
                ofTrack("t1", "level", new Range(0, 10, "")),
                ofTrack("t2", "level", new Range(0, 10, "")),
                ofTrack("t3", "level", new Range(0, 10, "")),
                ofTrack("t2", "hidden", new Range(0, 1, "")));
        List<ParameterPage> pages = List.of(
                new ParameterPage("one", "One", Marks.NONE, List.of(new ParameterPage.Entry("cutoff", "Cut"))),
                new ParameterPage("two", "Two", Marks.NONE, List.of(new ParameterPage.Entry("volume", "Vol"))));
        return new Device(
                "desk",
                "Desk",
                "",
                new Seat(Wire.OSC, "/desk", "127.0.0.1:1"),
                new Profile(
                                List.of(),
                                List.of(
                                        new Group("track", "", "Surf", ""),
                                        new Group("t1", "", "One", ""),
                                        new Group("t2", "", "Two", ""),
                                        new Group("t3", "", "Three", "")),
                                parameters,
                                List.of(),
                                List.of(OscMessage.of("/desk/dump")),
                                List.of(OscMessage.of("/desk/subscribe")),
                                List.of())
                        .with(Choices.NONE.withParameterPages(pages)));
    }

    /** A screen that is typed on. */
    private static Device screen() {
        return new Device("screen", "Screen", "", new Seat(Wire.KEYS, "Screen", "Screen"), Profile.BLANK);
    }

    /** A synth that plays notes and says nothing. */
    static Device synth() {
        return new Device(
                "synth",
                "Synth",
                "",
                new Seat(Wire.MIDI, "Synth", "Synth"),
                new Profile(
                        List.of(),
                        List.of(),
                        List.of(new Parameter(
                                "tone",
                                "",
                                "Tone",
                                new Range(0, 127, ""),
                                new Law.Linear(),
                                0,
                                new Binding.Controller(1, 74),
                                true)),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of()));
    }

    private static Preset preset() {
        return new Preset(
                "dusk",
                "desk",
                "Dusk",
                "",
                "two",
                Marks.NONE,
                List.of(new Preset.Setting("cutoff", 440), new Preset.Setting("mode", 2)));
    }

    private static Parameter parameter(String id, Range range, Law law, double standard) {
        return new Parameter(id, "track", id, range, law, standard, new Binding.Osc("/desk/" + id), true);
    }

    private static Parameter ofTrack(String track, String name, Range range) {
        String id = track + "." + name;
        return new Parameter(id, track, name, range, new Law.Linear(), 0, new Binding.Osc("/desk/" + id), true);
    }

    /** Two tracks wide, with hidden ones passed over; a single one that goes with the desk's mode; and some that are picked. */
    private static List<Part> foci() {
        List<String> tracks = List.of("t1", "t2", "t3");
        return List.of(
                new Part.OfFocus(
                        new Focus("bank", "Bank", "track", "desk", tracks, 2, Focus.Ends.WRAP, null, null, "hidden")),
                new Part.OfFocus(new Focus(
                        "deck",
                        "Deck",
                        "track",
                        "desk",
                        tracks,
                        1,
                        Focus.Ends.STOP,
                        new Focus.Selection("mode", true, true),
                        null,
                        "")),
                new Part.OfFocus(new Focus(
                        "next",
                        "Next",
                        "track",
                        "desk",
                        tracks,
                        1,
                        Focus.Ends.STOP,
                        null,
                        new Focus.Link("deck", 1),
                        "")),
                new Part.OfFocus(new Focus(
                        "held", "Held", "track", "desk", tracks, 1, Focus.Ends.STOP, null, null, "hidden", true)));
    }

    static final List<String> FOCI = List.of("bank", "deck", "next", "held");

    static Ref.ToControl control(String id, String dimension) {
        return new Ref.ToControl("box", id, dimension);
    }

    static Ref.ToParameter parameter(String id) {
        return new Ref.ToParameter(id.equals("tone") ? "synth" : "desk", id);
    }

    /** A mapping of any kind there is. */
    public static Mapping mapping(String id, int seed) {
        Random random = new Random(seed * 7919L + 13);
        Gesture gesture = random.nextInt(3) > 0 ? Gesture.MOVE : gesture(random);
        Ref.ToControl trigger = trigger(gesture, random);
        boolean isRow = random.nextInt(14) == 0;
        boolean isLookUp = !isRow && random.nextInt(14) == 0;
        List<Action> actions = isRow
                ? List.of(new SetOfPage("desk"))
                : isLookUp
                        ? List.of(new SetParameter(parameter("mode"), Shape.WHOLE))
                        : IntStream.rangeClosed(0, random.nextInt(3))
                                .mapToObj(i -> action(random, false))
                                .toList();
        List<Action> release = isRow || isLookUp || random.nextInt(3) > 0
                ? List.of()
                : IntStream.rangeClosed(0, random.nextInt(2))
                        .mapToObj(i -> action(random, true))
                        .toList();
        String parameter = actions.stream()
                .map(Action::parameter)
                .filter(p -> p != null && p.device().equals("desk"))
                .map(Ref.ToParameter::parameter)
                .findFirst()
                .orElse("blend");
        Shape shape = isRow
                ? Shape.WHOLE
                : isLookUp ? new Shape(List.of(new LookUp(List.of("a", "b")))) : shape(random, parameter);
        List<Show.Answer> answers = new ArrayList<>();
        if (random.nextInt(3) == 0) {
            String light = new String[] {"ring", "text", "motor", "led0", "led2", "mark"}[random.nextInt(6)];
            Show.Rule usual = light.startsWith("led") ? Show.Rule.ON_OFF : Show.Rule.VALUE;
            List<Rung> rungs = IntStream.range(0, random.nextInt(4))
                    .mapToObj(i -> new Rung(asked(random), rule(random), look(random, light)))
                    .toList();
            boolean plain = random.nextInt(3) == 0;
            answers.add(new Show.Answer(
                    new Ref.ToLight("box", light),
                    plain ? usual : rule(random),
                    plain ? Look.USUAL : look(random, light),
                    plain ? List.of() : rungs,
                    random.nextInt(2)));
        }
        Takeover takeover = Takeover.values()[random.nextInt(Takeover.values().length)];
        List<String> layers = random.nextInt(2) == 0
                ? List.of()
                : LAYERS.stream().filter(layer -> random.nextInt(4) == 0).toList();
        return new Mapping(
                id,
                new When(
                        List.of(trigger),
                        gesture,
                        isRow || isLookUp || random.nextInt(4) > 0 ? List.of() : List.of(also(random))),
                layers,
                isRow || isLookUp || random.nextInt(3) > 0 ? new Always() : condition(random, 0),
                shape,
                new Actions(actions, release),
                new Show(answers),
                takeover,
                Marks.NONE,
                isRow || isLookUp || random.nextInt(3) > 0 ? Cases.NONE : cases(random));
    }

    /** What a light asks: anything, and about the note of its control. */
    private static Condition asked(Random random) {
        return switch (random.nextInt(8)) {
            case 0 -> random.nextBoolean() ? new NoteSounds() : new IsOn();
            case 1 ->
                new NoteInScale(parameter("mode"), random.nextBoolean() ? Ref.ToParameter.NONE : parameter("mode"));
            default -> condition(random, 1);
        };
    }

    private static Show.Rule rule(Random random) {
        return Show.Rule.values()[random.nextInt(Show.Rule.values().length)];
    }

    /** One lamp moves by itself; what Orchard has to let blink would look another way whenever it is looked at. */
    private static Look look(Random random, String light) {
        Motion motion = light.equals("led0") ? Motion.values()[random.nextInt(3)] : Motion.STILL;
        Ref.ToParameter of = random.nextInt(3) > 0
                ? null
                : random.nextBoolean() ? parameter("cutoff") : new Ref.ToParameter("bank", "2:level");
        String[] colours = {"", "red", "teal", "#304050", "own"};
        return new Look(
                of,
                colours[random.nextInt(colours.length)],
                40 + random.nextInt(3) * 30,
                motion,
                random.nextInt(4) == 0 ? "Words" : "",
                random.nextBoolean() ? null : Sweep.values()[random.nextInt(4)]);
    }

    private static Trigger also(Random random) {
        return switch (random.nextInt(8)) {
            case 6 -> new MessageHeard(random.nextBoolean() ? List.of() : List.of("box"), HEARD);
            case 0 -> new ValueMoves(parameter("mode"), ValueMoves.Way.CHANGES, 0);
            case 1 -> new ValueMoves(parameter("blend"), ValueMoves.Way.values()[random.nextInt(5)], 40);
            case 2 -> new LayerTurns(LAYERS.get(random.nextInt(LAYERS.size())), random.nextBoolean());
            case 3 -> new FocusMoves(FOCI.get(random.nextInt(FOCI.size())));
            case 4 -> new SongTurns("song" + (1 + random.nextInt(2)), random.nextBoolean());
            case 5 -> new DeviceComes(random.nextBoolean() ? "synth" : "box", random.nextBoolean());
            default -> new TimePasses(0.4);
        };
    }

    private static Cases cases(Random random) {
        return new Cases(
                random.nextBoolean(),
                IntStream.rangeClosed(0, random.nextInt(2))
                        .mapToObj(i -> new Branch(
                                random.nextInt(3) == 0 ? new Always() : condition(random, 0),
                                shape(random, "blend"),
                                new Actions(
                                        List.of(action(random, false)),
                                        random.nextBoolean() ? List.of() : List.of(action(random, true)))))
                        .toList());
    }

    private static Condition condition(Random random, int deep) {
        return switch (random.nextInt(deep < 2 ? 12 : 9)) {
            case 0 -> new LayerOn(LAYERS.get(random.nextInt(LAYERS.size())));
            case 1 -> new Compared(parameter("mode"), Compared.Is.AT, random.nextInt(4), 0);
            case 2 -> new Compared(parameter("blend"), Compared.Is.BETWEEN, 20, 70);
            case 3 ->
                switch (random.nextInt(3)) {
                    case 0 -> new Known(parameter("cutoff"));
                    case 1 -> new AtDefault(parameter("mode"));
                    default -> new ChangedLast(parameter(random.nextBoolean() ? "blend" : "cutoff"));
                };
            case 4 -> new Struck(Compared.Is.values()[random.nextInt(4)], 64, 100);
            case 5 -> random.nextBoolean() ? new PageOpen("box", "pads", "2") : new PageOpen("desk", "", "two");
            case 6 -> new PresetRecalled("desk", "dusk");
            case 8 -> new FocusAt(FOCI.get(random.nextInt(FOCI.size())), "t" + (1 + random.nextInt(3)));
            case 7 -> random.nextBoolean() ? new DevicePresent("synth") : new SongIs("song1");
            case 9 -> new Not(condition(random, deep + 1));
            case 10 -> new All(List.of(condition(random, deep + 1), condition(random, deep + 1)));
            default -> new Any(List.of(condition(random, deep + 1), condition(random, deep + 1)));
        };
    }

    private static Gesture gesture(Random random) {
        return switch (random.nextInt(3)) {
            case 0 -> new Gesture(Gesture.Kind.HOLD, 0.3);
            case 1 -> new Gesture(Gesture.Kind.DOUBLE, 0.4);
            default -> Gesture.CIRCLE;
        };
    }

    private static Ref.ToControl trigger(Gesture gesture, Random random) {
        String pad = "pad" + random.nextInt(PADS) + (random.nextInt(5) == 0 ? "@2" : "");
        if (pad.endsWith("@2") && !pad.startsWith("pad0") && !pad.startsWith("pad1")) {
            pad = pad.substring(0, 4);
        }
        if (gesture.kind() != Gesture.Kind.MOVE) {
            return control(pad, "gate");
        }
        return switch (random.nextInt(8)) {
            case 0 -> control("knob", "turn");
            case 1 -> control("endless", "turn");
            case 2 -> control("fader", "position");
            case 3 -> control("motor", "position");
            case 4 -> control(pad, "pressure");
            default -> control(pad, "gate");
        };
    }

    private static Action action(Random random, boolean onRelease) {
        String id = PARAMETERS[random.nextInt(PARAMETERS.length)];
        Ref.ToParameter parameter = random.nextInt(8) == 0 ? parameter("tone") : parameter(id);
        if (random.nextInt(4) == 0) {
            String focus = FOCI.get(random.nextInt(FOCI.size()));
            int offset = focus.equals("held") ? 0 : focus.equals("bank") ? random.nextInt(3) : 1;
            parameter = new Ref.ToParameter(focus, offset + ":level");
        }
        if (random.nextInt(9) == 0) {
            String focus = FOCI.get(random.nextInt(FOCI.size()));
            if (focus.equals("held") && random.nextInt(3) > 0) {
                PickPlace.Way[] ways = PickPlace.Way.values();
                return new PickPlace(focus, "t" + (1 + random.nextInt(3)), ways[random.nextInt(ways.length)]);
            }
            return random.nextInt(4) == 0
                    ? new PinFocus(focus, PinFocus.Way.TURN)
                    : new MoveFocus(
                            focus, random.nextInt(3) == 0 ? "t2" : "", 1 - 2 * random.nextInt(2), random.nextBoolean());
        }
        if (random.nextInt(5) == 0) {
            SwitchLayer.Way[] ways = SwitchLayer.Way.values();
            SwitchLayer.Way way = onRelease ? SwitchLayer.Way.TURN : ways[random.nextInt(ways.length)];
            return random.nextInt(5) == 0
                    ? new NextLayer("time", random.nextBoolean() ? 1 : -1)
                    : new SwitchLayer(SWITCHED.get(random.nextInt(SWITCHED.size())), way);
        }
        int kind = random.nextInt(onRelease ? 10 : 17);
        return switch (kind) {
            case 0 -> new SetTo(parameter, new Value.Fixed(1 + random.nextInt(3)));
            case 1 -> new SetTo(parameter("blend"), new Value.Same(parameter("mode")));
            case 2 -> new Nudge(parameter, 1, random.nextBoolean());
            case 3 -> new Toggle(parameter("mute"), 0, 1);
            case 4 -> new Reset(parameter);
            case 5 ->
                random.nextInt(3) == 0
                        ? new ForEach(
                                "bank",
                                1 + random.nextInt(2),
                                condition(random, 1),
                                new SetTo(ForEach.its("bank", "level"), new Value.Fixed(1 + random.nextInt(3))))
                        : new Wait(
                                0.05 + random.nextInt(5) / 10.0,
                                Wait.Again.values()[random.nextInt(Wait.Again.values().length)]);
            case 6 ->
                onRelease || random.nextBoolean()
                        ? new Send("synth", new MidiMessage.NoteOn(1 + random.nextInt(2), 60 + random.nextInt(3), 90))
                        : new PlayNotes("synth", 1 + random.nextInt(2), 59 + random.nextInt(3));
            case 7 -> new Recall("desk", random.nextBoolean() ? "dusk" : "", 1, "");
            case 8 -> new OpenPage("desk", "", 1, "");
            case 9 ->
                random.nextInt(4) == 0
                        ? random.nextBoolean() ? new StopAll() : new RunClock(RunClock.Way.values()[random.nextInt(4)])
                        : random.nextInt(4) == 0
                                ? new HoldNotes("synth", random.nextBoolean() ? List.of() : List.of(2))
                                : random.nextBoolean()
                                        ? random.nextBoolean()
                                                ? new SayMessage(
                                                        "synth",
                                                        SAID,
                                                        List.of(new Filling("c", parameter("blend"), "x")))
                                                : new TypeKeys(
                                                        "screen", KEYS, 1 + random.nextInt(3), 2, random.nextBoolean())
                                        : new Tap(parameter("tempo"));
            case 15 ->
                random.nextInt(4) == 0
                        ? new Ramp(
                                parameter,
                                new Value.Fixed(2),
                                0,
                                0.25 + random.nextInt(4),
                                new Curve(Curve.Form.S, 2, List.of()))
                        : new Ramp(parameter, new Value.Fixed(2), 0.1 + random.nextInt(8) / 10.0);
            case 16 -> new GoToSong(random.nextBoolean() ? "" : "song2", random.nextBoolean() ? 1 : -1);
            case 10 -> new Hold(parameter, new Value.Fixed(2));
            case 11 -> new ResetMoved();
            case 12 -> new Choose(parameter("mode"), List.of(1.0, 2.0), 0.0);
            default -> new SetParameter(parameter, Shape.WHOLE);
        };
    }

    private static Shape shape(Random random, String parameter) {
        Range range = desk().profile().parameter(parameter).orElseThrow().range();
        double low = range.low() + (range.high() - range.low()) * 0.1;
        double high = range.low() + (range.high() - range.low()) * 0.8;
        List<Stage> stages = new ArrayList<>();
        if (random.nextInt(6) == 0) {
            stages.add(new Accumulate(2, 1, random.nextBoolean(), control("slow", "gate"), 0.2));
        }
        for (int i = random.nextInt(3); i > 0; i--) {
            stages.add(
                    switch (random.nextInt(9)) {
                        case 0 -> new Invert();
                        case 1 -> new Curve(Curve.Form.GAMMA, 2, List.of());
                        case 2 -> new DeadBand(0.5, 0.2);
                        case 3 -> new Switch(0.3, 0.6);
                        case 4 -> new Smooth(0.1);
                        case 5 -> new Rate(0.5);
                        case 6 -> new Formula("1.0 / (1.0 - x)");
                        case 7 -> new Zone(0.1, 0.7, 0.1, 0.7, false);
                        default -> new Bypassed(new Invert());
                    });
        }
        switch (random.nextInt(9)) {
            case 0 -> stages.add(new Scale(0.1, 0.9, low, high, false));
            case 1 -> stages.add(new LookUp(List.of("a", "b")));
            case 2 -> stages.add(new Wrap(low, high));
            case 3 -> stages.add(new Fold(low, high));
            case 4, 5 -> stages.add(new Clamp(low, high));
            default -> {
                // the whole way
            }
        }
        if (random.nextInt(5) == 0) {
            stages.add(new Snap((range.high() - range.low()) / 10, 0.2));
        }
        return new Shape(stages);
    }
}
