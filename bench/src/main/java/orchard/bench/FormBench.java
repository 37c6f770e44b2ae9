package orchard.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;
import orchard.action.Action;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.condition.Always;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.Event;
import orchard.form.MessageForm;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Marks;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.trigger.MessageHeard;
import orchard.trigger.Trigger;
import org.HdrHistogram.Histogram;

/**
 * What a message costs in the engine that is one of a thousand forms, with a number in it that is said on; beside a plain button among a thousand that sends a message,
 * in turns. Controllers, and SysEx of eight bytes.
 */
final class FormBench {

    private static final int MANY = 1_000;
    private static final int CONTROLLERS = 100;
    private static final int ROUNDS = 200;
    private static final int WARM_UP = 300;

    private FormBench() {}

    public static void main(String[] arguments) throws IOException {
        Side plain = new Side(
                rig(FormBench::button, true), number -> controller(number, 127), number -> controller(number, 0));
        Side forms = new Side(rig(FormBench::form, false), number -> controller(number, 90), null);
        Side sysEx = new Side(rig(FormBench::sysExForm, false), FormBench::sysEx, null);
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            for (Side side : List.of(plain, forms, sysEx)) {
                side.play(round >= WARM_UP);
            }
        }
        System.out.printf(
                "one of %d in the engine: a button %.2f us, a controller with a number %.2f us (%.2f), a SysEx with one %.2f us (%.2f)%n",
                MANY,
                plain.median(),
                forms.median(),
                forms.median() / plain.median(),
                sysEx.median(),
                sysEx.median() / plain.median());
        Results.keep(
                "forms", Map.of("controller", forms.figures(), "sysex", sysEx.figures(), "reference", plain.figures()));
    }

    private static Message controller(int number, int value) {
        return new MidiMessage.ControlChange(1 + number / CONTROLLERS, number % CONTROLLERS, value);
    }

    private static Message sysEx(int number) {
        return new MidiMessage.SysEx(
                new byte[] {0x7D, 1, 2, 3, (byte) (number / CONTROLLERS), (byte) (number % CONTROLLERS), 4, 90});
    }

    private static Rig rig(IntFunction<Mapping> mapping, boolean hasControls) {
        List<Control> controls = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < MANY; i++) {
            controls.add(new Control(
                    "c" + i,
                    "Button " + i,
                    Control.Kind.BUTTON,
                    List.of(new Dimension(
                            "gate",
                            new MessagePattern.Controller(1 + i / CONTROLLERS, i % CONTROLLERS, Encoding.ABSOLUTE))),
                    new Control.Face(0, 0, 1, 1)));
            parts.add(new Part.OfMapping(mapping.apply(i)));
        }
        parts.add(new Part.OfDevice(device("hand", hasControls ? controls : List.of())));
        parts.add(new Part.OfDevice(device("synth", List.of())));
        return Rig.of(parts);
    }

    private static Device device(String id, List<Control> controls) {
        return new Device(
                id,
                id,
                "",
                new Seat(Wire.MIDI, id, id),
                new Profile(controls, List.of(), List.of(), List.of(), List.of(), List.of(), List.of()));
    }

    private static Mapping button(int number) {
        return mapping(
                number,
                new When(List.of(new Ref.ToControl("hand", "c" + number, "gate"))),
                new Send("synth", new MidiMessage.ControlChange(1, 20, 64)));
    }

    private static Mapping form(int number) {
        Trigger heard = new MessageHeard(
                List.of("hand"),
                MessageForm.of("CC " + number % CONTROLLERS + " = {v}, ch " + (1 + number / CONTROLLERS)));
        return mapping(
                number,
                new When(List.of(), Gesture.MOVE, List.of(heard)),
                new SayMessage("synth", MessageForm.of("CC 20 = {v}, ch 1"), List.of()));
    }

    private static Mapping sysExForm(int number) {
        Trigger heard = new MessageHeard(
                List.of("hand"),
                MessageForm.of(
                        "SysEx 7D 01 02 03 %02X %02X 04 {v}".formatted(number / CONTROLLERS, number % CONTROLLERS)));
        return mapping(
                number,
                new When(List.of(), Gesture.MOVE, List.of(heard)),
                new SayMessage("synth", MessageForm.of("CC 20 = {v}, ch 1"), List.of()));
    }

    private static Mapping mapping(int number, When when, Action then) {
        return new Mapping(
                "m" + number,
                when,
                List.of(),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(then)),
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    /** A rig, and what is said in it. */
    private static final class Side {
        private final AtomicInteger sent = new AtomicInteger();
        private final Histogram took = new Histogram(3);
        private final Engine engine;
        private final IntFunction<Message> says;
        private final IntFunction<Message> thenSays;
        private long nanos = 1_000_000_000L;

        Side(Rig rig, IntFunction<Message> says, IntFunction<Message> thenSays) {
            engine = new Engine(new Compiler().compile(rig), (device, message) -> sent.incrementAndGet(), null);
            engine.handle(new Event.Presence(nanos, "hand", true));
            engine.handle(new Event.Presence(nanos, "synth", true));
            this.says = says;
            this.thenSays = thenSays;
        }

        void play(boolean counts) {
            int before = sent.get();
            for (int i = 0; i < MANY; i++) {
                int number = i * 7 % MANY;
                nanos += 1_000_000;
                Event event = new Event.Arrived(nanos, "hand", says.apply(number));
                long begun = System.nanoTime();
                engine.handle(event);
                if (counts) {
                    took.recordValue(System.nanoTime() - begun);
                }
                if (thenSays != null) {
                    engine.handle(new Event.Arrived(nanos, "hand", thenSays.apply(number)));
                }
            }
            if (sent.get() - before != MANY) {
                throw new IllegalStateException("sent " + (sent.get() - before) + " of " + MANY);
            }
        }

        double median() {
            return took.getValueAtPercentile(50) / 1e3;
        }

        Map<String, Double> figures() {
            return Map.of("p50 us", median(), "p99 us", took.getValueAtPercentile(99) / 1e3);
        }
    }
}
