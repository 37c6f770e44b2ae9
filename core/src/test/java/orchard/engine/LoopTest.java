package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import orchard.action.SetParameter;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.LoopCut;
import orchard.outcome.LoopFreed;
import orchard.outcome.Unconfirmed;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Curve;
import orchard.shape.Invert;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Loops that go out through one device and come back through another are cut, told once with both names, and freed; two hands are no loop. */
class LoopTest {

    private final List<Trace> traces = new ArrayList<>();
    private final List<Event.Arrived> answers = new ArrayList<>();
    private final Compiler compiler = new Compiler();
    private Engine engine;
    private Rig rig;
    private long nanos = 1_000_000_000L;
    /** Which controller each device answers with what it is sent on CC 20; 0 for none. */
    private final Map<String, Integer> answersOn;

    LoopTest() {
        answersOn = new HashMap<>(Map.of("a", 20, "b", 20));
    }

    /** A device that is set by CC 20, and has a knob on CC 20 and one on CC 21. */
    private static Device device(String id) {
        Control.Face face = new Control.Face(0, 0, 1, 1);
        List<Control> controls = List.of(20, 21).stream()
                .map(number -> new Control(
                        "k" + number,
                        "Knob " + number,
                        Control.Kind.KNOB,
                        List.of(new Dimension("turn", new MessagePattern.Controller(1, number, Encoding.ABSOLUTE))),
                        face))
                .toList();
        Parameter level = new Parameter(
                "level", "", "Level", new Range(0, 127, ""), new Law.Linear(), 0, new Binding.Controller(1, 20), true);
        return new Device(
                id,
                "Box " + id,
                "",
                new Seat(Wire.MIDI, id, id),
                new Profile(controls, List.of(), List.of(level), List.of(), List.of(), List.of(), List.of()));
    }

    private static Mapping mapping(String id, String from, String control, String to, Shape shape) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl(from, control, "turn"))),
                new Always(),
                shape,
                new Actions(List.of(new SetParameter(new Ref.ToParameter(to, "level")))),
                new Show(List.of()));
    }

    private static final Shape INVERTED = new Shape(List.of(new Invert()));

    private void start(Mapping... mappings) {
        rig = Rig.of(List.of(new Part.OfDevice(device("a")), new Part.OfDevice(device("b"))));
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        engine = new Engine(compiler.compile(rig), this::send, traces::add);
        engine.handle(new Event.Presence(nanos, "a", true));
        engine.handle(new Event.Presence(nanos, "b", true));
        answers.clear();
    }

    private void send(String device, Message message) {
        if (message instanceof MidiMessage.ControlChange cc && answersOn.get(device) > 0) {
            answers.add(
                    new Event.Arrived(0, device, new MidiMessage.ControlChange(1, answersOn.get(device), cc.value())));
        }
    }

    /** Lets everybody answer for a while; how many answers there were. */
    private int rounds(int most) {
        int rounds = 0;
        while (!answers.isEmpty() && rounds < most) {
            Event.Arrived next = answers.remove(0);
            nanos += 2_000_000;
            engine.handle(new Event.Arrived(nanos, next.device(), next.message()));
            rounds++;
        }
        return rounds;
    }

    private void turn(String device, int number, int value) {
        nanos += 5_000_000;
        engine.handle(new Event.Arrived(nanos, device, new MidiMessage.ControlChange(1, number, value)));
    }

    private List<LoopCut> cuts() {
        return traces.stream()
                .flatMap(trace -> trace.all(LoopCut.class).stream())
                .toList();
    }

    @Test
    void twoDevicesThatSetEachOtherAreCutAndBothAreNamed() {
        start(mapping("m1", "a", "k20", "b", INVERTED), mapping("m2", "b", "k20", "a", Shape.WHOLE));
        turn("a", 20, 100);
        assertThat(rounds(1_000)).isLessThan(40);
        assertThat(cuts()).hasSize(1);
        assertThat(List.of(cuts().get(0).from(), cuts().get(0).to())).containsExactlyInAnyOrder("a", "b");
        turn("a", 20, 90);
        assertThat(rounds(1_000)).as("it stays cut").isLessThan(4);
        assertThat(cuts()).hasSize(1);
        assertThat(Explain.lines(
                        traces.stream()
                                .filter(trace -> trace.first(LoopCut.class) != null)
                                .findFirst()
                                .orElseThrow(),
                        rig))
                .anySatisfy(line -> assertThat(line.text())
                        .contains("Box a")
                        .contains("Box b")
                        .contains("without end"));
    }

    @Test
    void itIsFreedByHandAndByAnEdit() {
        Mapping one = mapping("m1", "a", "k20", "b", INVERTED);
        start(one, mapping("m2", "b", "k20", "a", Shape.WHOLE));
        turn("a", 20, 100);
        rounds(1_000);
        String muted = cuts().get(0).mapping();
        engine.handle(new Event.Freed(nanos, muted));
        turn("a", 20, 10);
        rounds(1_000);
        assertThat(cuts()).as("it went round again").hasSize(2);
        Part.OfMapping before = (Part.OfMapping) rig.part(muted).orElseThrow();
        rig = rig.apply(Edit.change(
                "tag", before, new Part.OfMapping(before.mapping().with(new Marks(true, List.of())))));
        engine.handle(new Event.Replanned(nanos, compiler.compile(rig)));
        assertThat(traces.get(traces.size() - 1).first(LoopFreed.class).mapping())
                .isEqualTo(muted);
    }

    @Test
    void aDeviceThatAnswersOnAnotherControllerIsNotSentToForEver() {
        answersOn.put("a", 21);
        answersOn.put("b", 0);
        start(mapping("m1", "a", "k21", "a", Shape.WHOLE));
        turn("a", 21, 100);
        assertThat(rounds(1_000)).isLessThan(10);
        assertThat(traces.stream().anyMatch(trace -> trace.first(Unconfirmed.class) != null))
                .as("and that is said")
                .isTrue();
    }

    @Test
    void valuesThatChangeOnTheirWayAreALoopToo() {
        answersOn.put("a", 21);
        answersOn.put("b", 21);
        Shape steep = new Shape(List.of(new Curve(
                Curve.Form.POINTS,
                1,
                List.of(
                        new Curve.Point(0, 0.5),
                        new Curve.Point(0.4, 1),
                        new Curve.Point(0.6, 0.1),
                        new Curve.Point(1, 0)))));
        start(mapping("m1", "a", "k21", "b", steep), mapping("m2", "b", "k21", "a", INVERTED));
        turn("a", 21, 37);
        assertThat(rounds(5_000)).isLessThan(600);
    }

    @Test
    void twoHandsOnTwoKnobsAreNoLoop() {
        answersOn.put("a", 0);
        answersOn.put("b", 0);
        start(mapping("m1", "a", "k21", "b", Shape.WHOLE), mapping("m2", "b", "k21", "a", Shape.WHOLE));
        Random random = new Random(4);
        int a = 0;
        int b = 60;
        for (int i = 0; i < 20_000; i++) {
            if (random.nextBoolean()) {
                a = Math.floorMod(a + 1, 128);
                turn("a", 21, a);
            } else {
                b = Math.floorMod(b + 3, 128);
                turn("b", 21, b);
            }
        }
        assertThat(cuts()).isEmpty();
    }
}
