package orchard.recognise;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.function.IntFunction;
import orchard.gear.Control;
import orchard.gear.SendMode;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** Streams as hands make them at controls of every kind, each labelled with what it is. Times and distances differ by the seed. */
final class Hands {

    /** A message and its time. */
    record At(long nanos, Message message) {}

    /** What a stream is of. */
    record Label(Control.Kind kind, Encoding encoding, SendMode.Press press, int bits, List<String> dimensions) {}

    /** A stream with its label. */
    record Labelled(String name, Label label, List<At> stream) {}

    private final Random random;
    /** Every hand has its own pace: 0.6 is hasty, 1.6 is careful. */
    private final double pace;

    private final List<At> stream = new ArrayList<>();
    private long nanos;

    Hands(long seed, double slowest) {
        random = new Random(seed);
        pace = 0.6 + random.nextDouble() * (slowest - 0.6);
    }

    private static Label label(Control.Kind kind, String... dimensions) {
        return new Label(kind, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 7, List.of(dimensions));
    }

    /** Every kind of control once, with numbers that are the seed's own. */
    static List<Labelled> all(long seed, double slowest) {
        List<Labelled> all = new ArrayList<>();
        int cc = 1 + (int) (seed * 7 % 24) + 64;
        int ch = 1 + (int) (seed % 16);
        all.add(of("knob", label(Control.Kind.KNOB, "turn"), seed, slowest, h -> h.sweep(v -> cc(ch, cc, v), 127)));
        all.add(of(
                "fader of 14 bit",
                new Label(Control.Kind.FADER, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 14, List.of("position")),
                seed,
                slowest,
                h -> h.sweep(v -> new MidiMessage.PitchBend(ch, v), 16_383)));
        all.add(of(
                "CC pair",
                new Label(Control.Kind.KNOB, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 14, List.of("turn")),
                seed,
                slowest,
                h -> h.sweepAll(v -> List.of(cc(ch, 7, v >> 7), cc(ch, 39, v & 127)), 16_383)));
        all.add(of(
                "NRPN",
                new Label(Control.Kind.KNOB, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 14, List.of("turn")),
                seed,
                slowest,
                h -> h.sweepAll(
                        v -> MidiJoiner.split(new MidiMessage.ParameterNumber(ch, false, 300 + cc, v, 0)), 16_383)));
        for (Encoding encoding : List.of(Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE)) {
            all.add(of(
                    "endless knob, " + encoding,
                    new Label(Control.Kind.ENDLESS_KNOB, encoding, SendMode.Press.PLAYED, 7, List.of("turn")),
                    seed,
                    slowest,
                    h -> h.turn(v -> cc(ch, cc, v), encoding)));
            all.add(of(
                    "endless knob in SysEx, " + encoding,
                    new Label(Control.Kind.ENDLESS_KNOB, encoding, SendMode.Press.PLAYED, 7, List.of("turn")),
                    seed,
                    slowest,
                    h -> h.turn(v -> sysEx(0x7D, 9, cc, v), encoding)));
        }
        all.add(of(
                "momentary button",
                label(Control.Kind.BUTTON, "gate"),
                seed,
                slowest,
                h -> h.press(v -> cc(ch, cc, v), 127, 0, false)));
        all.add(of(
                "toggle button",
                new Label(Control.Kind.BUTTON, Encoding.ABSOLUTE, SendMode.Press.TOGGLE, 7, List.of("gate")),
                seed,
                slowest,
                h -> h.press(v -> cc(ch, cc, v), 127, 0, true)));
        all.add(of(
                "button with two values",
                new Label(Control.Kind.BUTTON, Encoding.ABSOLUTE, SendMode.Press.MOMENTARY, 7, List.of("gate")),
                seed,
                slowest,
                h -> h.press(v -> cc(ch, cc, v), 100, 20, false)));
        all.add(of(
                "stepping button",
                new Label(Control.Kind.BUTTON, Encoding.ABSOLUTE, SendMode.Press.STEPS, 7, List.of("step")),
                seed,
                slowest,
                h -> h.steps(v -> cc(ch, cc, v))));
        all.add(of(
                "button of a note",
                label(Control.Kind.BUTTON, "gate"),
                seed,
                slowest,
                h -> h.press(v -> note(ch, 60, v), 127, 0, false)));
        all.add(of("pad", label(Control.Kind.PAD, "velocity", "gate"), seed, slowest, h -> h.pad(ch, false, false)));
        all.add(of(
                "pad with pressure",
                label(Control.Kind.PAD, "velocity", "gate", "pressure"),
                seed,
                slowest,
                h -> h.pad(ch, true, false)));
        all.add(of(
                "pad with all",
                label(Control.Kind.PAD, "velocity", "gate", "pressure", "x", "y"),
                seed,
                slowest,
                h -> h.pad(ch, true, true)));
        all.add(of(
                "program switch",
                label(Control.Kind.BUTTON, "press"),
                seed,
                slowest,
                h -> h.strike(new MidiMessage.ProgramChange(ch, cc))));
        all.add(of(
                "pedal that trembles",
                label(Control.Kind.PEDAL, "position"),
                seed,
                slowest,
                h -> h.pedal(v -> cc(ch, 11, v))));
        all.add(of(
                "wheel that springs back",
                new Label(Control.Kind.WHEEL, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 14, List.of("bend")),
                seed,
                slowest,
                h -> h.spring(v -> new MidiMessage.PitchBend(ch, v))));
        all.add(of(
                "touched fader",
                new Label(
                        Control.Kind.FADER, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 14, List.of("position", "touch")),
                seed,
                slowest,
                h -> h.touchedFader(ch)));
        all.add(of("XY field", label(Control.Kind.XY, "x", "y"), seed, slowest, h -> h.field(ch, cc)));
        all.add(of(
                "OSC fader",
                new Label(Control.Kind.FADER, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 0, List.of("position")),
                seed,
                slowest,
                h -> h.sweep(v -> OscMessage.of("/desk/fader", v / 127f), 127)));
        all.add(of(
                "OSC key",
                new Label(Control.Kind.BUTTON, Encoding.ABSOLUTE, SendMode.Press.PLAYED, 0, List.of("gate")),
                seed,
                slowest,
                h -> h.press(v -> OscMessage.of("/wand/key", v), 1, 0, false)));
        all.add(of(
                "OSC turn without end",
                new Label(Control.Kind.ENDLESS_KNOB, Encoding.COUNTING, SendMode.Press.PLAYED, 0, List.of("turn")),
                seed,
                slowest,
                Hands::turns));
        return all;
    }

    private interface Gesture {
        void make(Hands hands);
    }

    private static Labelled of(String name, Label label, long seed, double slowest, Gesture gesture) {
        Hands hands = new Hands(seed * 31 + name.hashCode(), slowest);
        gesture.make(hands);
        return new Labelled(name, label, List.copyOf(hands.stream));
    }

    private static Message cc(int channel, int number, int value) {
        return new MidiMessage.ControlChange(channel, number, value);
    }

    private static Message sysEx(int... bytes) {
        byte[] data = new byte[bytes.length];
        for (int i = 0; i < bytes.length; i++) {
            data[i] = (byte) bytes[i];
        }
        return new MidiMessage.SysEx(data);
    }

    private static Message note(int channel, int note, int velocity) {
        return velocity == 0
                ? new MidiMessage.NoteOff(channel, note, 0)
                : new MidiMessage.NoteOn(channel, note, velocity);
    }

    private void say(Message message) {
        stream.add(new At(nanos, message));
    }

    private void rest(double millis) {
        nanos += (long) (millis * pace * (0.7 + 0.6 * random.nextDouble()) * 1e6);
    }

    /** Up to the top and down to the bottom, from somewhere. */
    private void sweep(IntFunction<Message> message, int highest) {
        sweepAll(value -> List.of(message.apply(value)), highest);
    }

    private void sweepAll(IntFunction<List<? extends Message>> messages, int highest) {
        int step = Math.max(1, highest / (30 + random.nextInt(40)));
        int at = random.nextInt(highest / 2);
        int way = 1;
        for (int turns = 0; turns < 2; ) {
            at += way * (step + random.nextInt(step));
            if (at >= highest || at <= 0) {
                at = at >= highest ? highest : 0;
                way = -way;
                turns++;
            }
            messages.apply(at).forEach(this::say);
            rest(14);
        }
    }

    /** Some steps on, faster and slower, and some back. */
    private void turn(IntFunction<Message> message, Encoding encoding) {
        for (int way : new int[] {1, -1}) {
            int count = 6 + random.nextInt(14);
            for (int i = 0; i < count; i++) {
                int fast = 1 + (int) (Math.sin(Math.PI * i / count) * random.nextInt(5));
                say(message.apply(encoding.number(way * fast)));
                rest(30);
            }
            rest(250);
        }
    }

    private void press(IntFunction<Message> message, int on, int off, boolean toggle) {
        for (int i = 0; i < 4; i++) {
            say(message.apply(on));
            rest(toggle ? 620 : 90);
            say(message.apply(off));
            rest(toggle ? 620 : 420);
        }
    }

    private void steps(IntFunction<Message> message) {
        int[] values = {0, 32, 64, 96, 127};
        for (int i = 0; i < 11; i++) {
            say(message.apply(values[i % values.length]));
            rest(400);
        }
    }

    private void strike(Message message) {
        for (int i = 0; i < 2; i++) {
            say(message);
            rest(500);
        }
    }

    private void pad(int channel, boolean pressure, boolean field) {
        int resting = random.nextBoolean() ? -1 : 64;
        for (int hit = 0; hit < 3; hit++) {
            if (field) {
                say(cc(channel, 102, 20 + random.nextInt(90)));
                say(cc(channel, 70, 20 + random.nextInt(90)));
            }
            say(note(channel, 40, 30 + hit * 25 + random.nextInt(20)));
            rest(30);
            for (int i = 0; i < 5 && (pressure || field); i++) {
                if (pressure) {
                    say(new MidiMessage.PolyPressure(channel, 40, 20 + random.nextInt(100)));
                }
                if (field) {
                    rest(6);
                    say(cc(channel, 102, 20 + random.nextInt(90)));
                    say(cc(channel, 70, 20 + random.nextInt(90)));
                }
                rest(15);
            }
            say(note(channel, 40, 0));
            if (field && resting >= 0) {
                say(cc(channel, 102, resting));
                say(cc(channel, 70, resting));
            }
            rest(350);
        }
    }

    private void pedal(IntFunction<Message> message) {
        int resting = 40 + random.nextInt(50);
        for (int value = 0; value <= resting; value += 2 + random.nextInt(4)) {
            say(message.apply(value));
            rest(18);
        }
        for (int i = 0; i < 10; i++) {
            rest(130);
            say(message.apply(resting + (i % 4 == 1 ? 1 : i % 4 == 3 ? -1 : 0)));
        }
    }

    private void spring(IntFunction<Message> message) {
        for (int way : new int[] {1, -1}) {
            for (int i = 1; i <= 15; i++) {
                say(message.apply(8192 + way * i * 520));
                rest(12);
            }
            for (int i = 14; i >= 0; i -= 3) {
                say(message.apply(8192 + way * i * 520));
                rest(4);
            }
            say(message.apply(8192));
            rest(500);
        }
    }

    private void touchedFader(int channel) {
        for (int way = 0; way < 2; way++) {
            say(note(16, 104, 127));
            for (int i = 0; i <= 20; i++) {
                say(new MidiMessage.PitchBend(channel, (way == 0 ? i : 20 - i) * 16_383 / 20));
                rest(12);
            }
            say(note(16, 104, 0));
            rest(300);
        }
    }

    private void field(int channel, int number) {
        for (int i = 0; i <= 40; i++) {
            say(cc(channel, number, (int) (64 + 63 * Math.sin(i / 6.0))));
            say(cc(channel, number + 1, (int) (64 + 63 * Math.cos(i / 6.0))));
            rest(15);
        }
    }

    private void turns() {
        double at = 0;
        for (int i = 0; i < 60; i++) {
            at += i < 40 ? 0.07 : -0.05;
            say(OscMessage.of("/wand/turn", (float) at));
            rest(12);
        }
    }

    /** Several streams at once, with a clock and active sensing in between. */
    static List<At> together(List<Labelled> streams) {
        List<At> all = new ArrayList<>();
        streams.forEach(labelled -> all.addAll(labelled.stream()));
        long last = all.stream().mapToLong(At::nanos).max().orElse(0);
        for (long at = 0; at < last; at += 20_800_000) {
            all.add(new At(at, new MidiMessage.SystemMessage(0xF8, 0, 0)));
        }
        for (long at = 0; at < last; at += 270_000_000) {
            all.add(new At(at, new MidiMessage.SystemMessage(0xFE, 0, 0)));
        }
        all.sort(Comparator.comparingLong(At::nanos));
        return all;
    }
}
