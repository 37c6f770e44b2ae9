package orchard.mapping;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import orchard.mistake.Mistake;
import orchard.signal.MidiMessage;

/**
 * MIDI messages of one device that are passed on to another: those that no mapping took. Several routes from one device split its keys or stack them.
 *
 * @param from id of the device that says them
 * @param to id of the device that is told
 * @param kinds what is passed; the order says nothing
 * @param channels those on which it is said, 1–16; none for any
 * @param lowest the lowest note that is passed, 0–127
 * @param highest the highest
 * @param channel on which it is passed on, 1–16; 0 for that on which it came
 * @param transpose by how many semitones notes are moved
 * @param mapped whether what a mapping took is passed on as well
 */
public record Route(
        String id,
        String from,
        String to,
        Set<Kind> kinds,
        List<Integer> channels,
        int lowest,
        int highest,
        int channel,
        int transpose,
        boolean mapped) {

    /** So far notes can be moved. */
    public static final int FARTHEST = 60;

    private static final int HIGHEST = 127;

    /** What messages are, as far as routes tell them apart. */
    public enum Kind {
        NOTES("notes"),
        CONTROLLERS("controllers"),
        BEND("pitch bend"),
        PRESSURE("pressure"),
        PROGRAMS("programs"),
        SYSEX("SysEx"),
        CLOCK("clock, start and stop");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }

        /** What a message is; empty for what no route passes, such as active sensing. */
        public static Optional<Kind> of(MidiMessage message) {
            if (message instanceof MidiMessage.NoteOn || message instanceof MidiMessage.NoteOff) {
                return Optional.of(NOTES);
            } else if (message instanceof MidiMessage.PitchBend) {
                return Optional.of(BEND);
            } else if (message instanceof MidiMessage.ChannelPressure || message instanceof MidiMessage.PolyPressure) {
                return Optional.of(PRESSURE);
            } else if (message instanceof MidiMessage.ProgramChange) {
                return Optional.of(PROGRAMS);
            } else if (message instanceof MidiMessage.SysEx) {
                return Optional.of(SYSEX);
            } else if (message instanceof MidiMessage.SystemMessage system) {
                return system.status() == MidiMessage.SystemMessage.ACTIVE_SENSING
                        ? Optional.empty()
                        : Optional.of(CLOCK);
            }
            return Optional.of(CONTROLLERS);
        }
    }

    public Route {
        kinds = kinds == null ? Set.of() : Set.copyOf(kinds);
        channels = channels == null ? List.of() : List.copyOf(new TreeSet<>(channels));
        if (from == null || to == null || from.isEmpty() || to.isEmpty()) {
            throw new Mistake("to", "a route goes from one device to another; choose both");
        }
        if (from.equals(to)) {
            throw new Mistake("to", "a route back to the same device would go round without end; choose another");
        }
        if (channels.stream().anyMatch(one -> one < 1 || one > 16) || channel < 0 || channel > 16) {
            throw new Mistake("channel", "channels are 1–16");
        }
        if (lowest < 0 || highest > HIGHEST || lowest > highest) {
            throw new Mistake("lowest", "notes are passed from one to a higher one, 0–127");
        }
        if (Math.abs(transpose) > FARTHEST) {
            throw new Mistake("transpose", "notes are moved by " + FARTHEST + " semitones at most");
        }
    }

    /** Everything of one device to another. */
    public static Route all(String id, String from, String to) {
        return new Route(id, from, to, Set.of(Kind.values()), List.of(), 0, HIGHEST, 0, 0, false);
    }

    /** Whether it passes a message, notes aside that end: these go the way they began. */
    public boolean passes(MidiMessage message) {
        Optional<Kind> kind = Kind.of(message);
        boolean isMeant = kind.isPresent()
                && kinds.contains(kind.get())
                && (message.channel() == 0 || channels.isEmpty() || channels.contains(message.channel()));
        return isMeant && (!(message instanceof MidiMessage.NoteOn on) || has(on.note()));
    }

    private boolean has(int note) {
        int moved = note + transpose;
        return note >= lowest && note <= highest && moved >= 0 && moved <= HIGHEST;
    }

    /** The channel on which a message of a channel is passed on. */
    public int channelOf(int came) {
        return channel == 0 ? came : channel;
    }
}
