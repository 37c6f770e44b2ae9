package orchard.standin;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;

/** A box that nobody has seen before: what it has, what it sends and what lights it is drawn by lot. Pulled when it is closed. */
public final class RandomBox implements AutoCloseable {

    /** What can be on it. */
    public enum Kind {
        PAD,
        BUTTON,
        ENDLESS,
        KNOB
    }

    /**
     * Something on it.
     *
     * @param number of its note, for a pad, or of its controller
     * @param light the number of what lights it: a note or, from 1,000 on, a controller; −1 for none
     */
    public record Part(Kind kind, int number, int light) {}

    private static final List<String> COLOURS = List.of("red", "green", "blue");
    private static final int CONTROLLER = 1_000;

    private final Random random;
    private final List<Part> parts = new ArrayList<>();
    private final int channel;
    private final Encoding encoding;
    private final boolean lightsItself;
    private final int shift;
    private final Map<Integer, Integer> now = new HashMap<>();
    private final VirtualMidi midi;

    public RandomBox(String name, long seed) {
        random = new Random(seed);
        channel = 1 + random.nextInt(16);
        encoding = List.of(Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE)
                .get(random.nextInt(3));
        lightsItself = random.nextInt(3) == 0;
        shift = random.nextInt(3);
        List<Integer> notes = numbers(128);
        List<Integer> controllers = numbers(119);
        List<Integer> byNote = numbers(128);
        List<Integer> byController = numbers(119);
        boolean isMixed = random.nextBoolean();
        List<Kind> kinds = new ArrayList<>();
        for (int i = 0; i < 3 + random.nextInt(3); i++) {
            kinds.add(Kind.PAD);
        }
        for (int i = 0; i < 2 + random.nextInt(2); i++) {
            kinds.add(Kind.ENDLESS);
        }
        kinds.add(Kind.BUTTON);
        kinds.add(Kind.KNOB);
        Collections.shuffle(kinds, random);
        for (Kind kind : kinds) {
            int number = kind == Kind.PAD ? notes.remove(0) : controllers.remove(0);
            int foreign = isMixed ? CONTROLLER + byController.remove(0) : byNote.remove(0);
            parts.add(new Part(kind, number, kind != Kind.PAD ? -1 : lightsItself ? number : foreign));
        }
        MidiDecoder decoder = new MidiDecoder(this::hear);
        midi = new VirtualMidi(name, new VirtualMidi.Kind(name + " cable", true, true, 0), decoder::feed);
    }

    private synchronized void hear(Message message) {
        if (message instanceof MidiMessage.NoteOn on && on.channel() == channel) {
            now.put(on.note(), on.velocity());
        } else if (message instanceof MidiMessage.NoteOff off && off.channel() == channel) {
            now.put(off.note(), 0);
        } else if (message instanceof MidiMessage.ControlChange change && change.channel() == channel) {
            now.put(CONTROLLER + change.number(), change.value());
        }
    }

    /** What is on it, in its order. */
    public List<Part> parts() {
        return List.copyOf(parts);
    }

    public int channel() {
        return channel;
    }

    /** How its endless knobs count. */
    public Encoding encoding() {
        return encoding;
    }

    /** The colour a part shows, or "" while it is dark. */
    public synchronized String colour(Part part) {
        return colour(now.getOrDefault(part.light(), 0));
    }

    /** The colour of a value, or "" for 0. */
    public String colour(int value) {
        return value == 0 ? "" : COLOURS.get((value + shift) % COLOURS.size());
    }

    /** A hand moves it as hands do: it hits softly and hard, turns there and back, presses and lets go. */
    public void touch(Part part) throws InterruptedException {
        switch (part.kind()) {
            case PAD -> {
                for (int strength : new int[] {34, 97}) {
                    say(new MidiMessage.NoteOn(channel, part.number(), strength));
                    Thread.sleep(40);
                    say(new MidiMessage.NoteOff(channel, part.number(), 64));
                    Thread.sleep(60);
                }
            }
            case BUTTON -> {
                change(part, 127);
                Thread.sleep(70);
                change(part, 0);
                Thread.sleep(150);
            }
            case ENDLESS -> {
                for (int steps : new int[] {1, 2, 3, 5, 4, 2, -1, -3, -2, -1}) {
                    change(part, encoding.number(steps));
                    Thread.sleep(12);
                }
            }
            case KNOB -> {
                for (int i = 0; i <= 24; i++) {
                    change(part, Math.min(127, i * 127 / 24));
                    Thread.sleep(12);
                }
            }
        }
        Thread.sleep(120);
    }

    private void change(Part part, int value) {
        say(new MidiMessage.ControlChange(channel, part.number(), value));
    }

    private void say(MidiMessage message) {
        midi.send(message.bytes());
    }

    @Override
    public void close() {
        midi.close();
    }

    private List<Integer> numbers(int count) {
        List<Integer> numbers =
                new ArrayList<>(IntStream.range(0, count).boxed().toList());
        Collections.shuffle(numbers, random);
        return numbers;
    }
}
