package orchard.mapping;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Feel;
import orchard.mistake.Mistake;
import orchard.signal.MidiMessage;

/**
 * MIDI messages of one device that are passed on to another: those that no mapping took. Several routes from one device split its keys or stack them.
 *
 * @param from id of the device that says them
 * @param to id of the device that is told
 * @param passes which
 * @param changes what is done on the way
 * @param mapped whether what a mapping took is passed on as well
 */
public record Route(String id, String from, String to, Passes passes, Changes changes, boolean mapped) {

    private static final int HIGHEST = 127;

    /** In the place of a device that says them: the clock that is made here. No device has such an id. */
    public static final String CLOCK_MADE_HERE = "the clock made here";

    /** What messages are, as far as routes tell them apart. */
    public enum Kind {
        NOTES("notes"),
        CONTROLLERS("controllers"),
        BEND("pitch bend"),
        PRESSURE("pressure"),
        PROGRAMS("programs"),
        SYSEX("SysEx"),
        CLOCK("clock");

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

    /**
     * Which messages are passed on.
     *
     * @param kinds at least one; kept in their own order
     * @param channels those on which they are said, 1–16; none for any
     * @param lowest the lowest note, 0–127
     * @param highest the highest note
     */
    public record Passes(List<Kind> kinds, List<Integer> channels, int lowest, int highest) {

        /** Everything. */
        public static final Passes ALL = new Passes(List.of(Kind.values()), List.of(), 0, HIGHEST);

        public Passes {
            Set<Kind> own = EnumSet.noneOf(Kind.class);
            own.addAll(kinds == null ? List.of() : kinds);
            kinds = List.copyOf(own);
            channels = channels == null ? List.of() : List.copyOf(new TreeSet<>(channels));
            if (kinds.isEmpty()) {
                throw new Mistake("kind", "a route passes something on; choose what");
            }
            if (channels.stream().anyMatch(one -> one < 1 || one > 16)) {
                throw new Mistake("channel", "channels are 1–16");
            }
            if (lowest < 0 || highest > HIGHEST || lowest > highest) {
                throw new Mistake("lowest", "notes are passed on from one to a higher one, 0–127");
            }
        }

        boolean has(MidiMessage message) {
            Optional<Kind> kind = Kind.of(message);
            return kind.isPresent()
                    && kinds.contains(kind.get())
                    && (message.channel() == 0 || channels.isEmpty() || channels.contains(message.channel()));
        }
    }

    /**
     * What is done on the way.
     *
     * @param channel on which messages are passed on, 1–16; 0 for that on which they came
     * @param transpose by how many semitones notes are moved
     * @param touch how hard keys count that were struck
     * @param apart how many ms at least lie between two values of one controller, bend or pressure; 0 for all that come. The last one always arrives
     */
    public record Changes(int channel, int transpose, Feel.Curve touch, int apart) {

        /** So far notes can be moved. */
        public static final int FARTHEST = 60;

        /** So far apart values can be. */
        public static final int SLOWEST = 500;

        /** Nothing. */
        public static final Changes NONE = new Changes(0, 0, Feel.Curve.EVEN, 0);

        public Changes {
            touch = touch == null ? Feel.Curve.EVEN : touch;
            if (channel < 0 || channel > 16) {
                throw new Mistake("to channel", "channels are 1–16");
            }
            if (Math.abs(transpose) > FARTHEST) {
                throw new Mistake("transpose", "notes are moved by " + FARTHEST + " semitones at most");
            }
            if (apart < 0 || apart > SLOWEST) {
                throw new Mistake("apart", "values lie 0–" + SLOWEST + " ms apart");
            }
        }

        /** The channel on which a message of a channel is passed on. */
        public int channelOf(int came) {
            return channel == 0 ? came : channel;
        }

        /** The velocity of a key that was struck, 1–127. */
        public int velocity(int struck) {
            return touch.equals(Feel.Curve.EVEN)
                    ? struck
                    : Math.max(1, (int) Math.rint(touch.at(struck / (double) HIGHEST) * HIGHEST));
        }

        private String transposed() {
            int octaves = Math.abs(transpose) / 12;
            String by = transpose % 12 != 0
                    ? Math.abs(transpose) + (Math.abs(transpose) == 1 ? " semitone" : " semitones")
                    : octaves == 1 ? "an octave" : octaves + " octaves";
            return (transpose > 0 ? "up " : "down ") + by;
        }
    }

    public Route {
        passes = passes == null ? Passes.ALL : passes;
        changes = changes == null ? Changes.NONE : changes;
        if (id == null || from == null || to == null || from.isEmpty() || to.isEmpty()) {
            throw new Mistake("to", "a route goes from one device to another; choose both");
        }
        if (from.equals(CLOCK_MADE_HERE)) {
            passes = new Passes(List.of(Kind.CLOCK), List.of(), 0, HIGHEST);
            changes = Changes.NONE;
            mapped = false;
        }
        if (from.equals(to)) {
            throw new Mistake("to", "a route back to the same device would go round without end; choose another");
        }
    }

    /** Everything of one device to another. */
    public static Route all(String id, String from, String to) {
        return new Route(id, from, to, Passes.ALL, Changes.NONE, false);
    }

    /** Whether it leads the clock on that is made here. */
    public boolean isClockMadeHere() {
        return from.equals(CLOCK_MADE_HERE);
    }

    /** The same, passing other messages. */
    public Route with(Passes other) {
        return new Route(id, from, to, other, changes, mapped);
    }

    /** The same, changing other things. */
    public Route with(Changes other) {
        return new Route(id, from, to, passes, other, mapped);
    }

    /** Whether it passes a message on; a note that ends goes the way it began and is not asked about. */
    public boolean passes(MidiMessage message) {
        return passes.has(message) && (!(message instanceof MidiMessage.NoteOn on) || has(on.note()));
    }

    private boolean has(int note) {
        int moved = note + changes.transpose;
        return note >= passes.lowest && note <= passes.highest && moved >= 0 && moved <= HIGHEST;
    }

    /** What it passes, in a few words: {@code notes C2–B3, pitch bend}. */
    public String what(Directory directory) {
        if (passes.kinds.size() == Kind.values().length && isWhole() && passes.channels.isEmpty()) {
            return "everything";
        }
        List<String> words = new ArrayList<>();
        for (Kind kind : passes.kinds) {
            words.add(kind == Kind.NOTES ? notes(directory) : kind.words());
        }
        String all =
                passes.kinds.size() == Kind.values().length ? words.get(0) + " and all else" : String.join(", ", words);
        return passes.channels.isEmpty()
                ? all
                : all + " of channel "
                        + passes.channels.stream().map(String::valueOf).collect(Collectors.joining(", "));
    }

    private String notes(Directory directory) {
        String lowest = directory.noteNames().name(passes.lowest);
        String highest = directory.noteNames().name(passes.highest);
        return isWhole()
                ? "notes"
                : passes.highest == HIGHEST
                        ? "notes " + lowest + " and up"
                        : passes.lowest == 0 ? "notes up to " + highest : "notes " + lowest + "–" + highest;
    }

    /** What it passes and how, as short as it can be told from others: {@code notes C2–B3, up an octave}. */
    public String brief(Directory directory) {
        String how = how();
        boolean isOfNotes = passes.kinds.contains(Kind.NOTES) && !isWhole();
        return (isOfNotes ? notes(directory) : what(directory)) + (how.isEmpty() ? "" : ", " + how);
    }

    /** What is done on the way, in a few words; "" for nothing. */
    public String how() {
        List<String> words = new ArrayList<>();
        if (changes.transpose != 0) {
            words.add(changes.transposed());
        }
        if (changes.channel != 0) {
            words.add("on channel " + changes.channel);
        }
        if (!changes.touch.equals(Feel.Curve.EVEN)) {
            words.add("touch " + changes.touch.name());
        }
        if (changes.apart > 0) {
            words.add("a value every " + changes.apart + " ms at most");
        }
        return String.join(", ", words);
    }

    /** The whole sentence. */
    public String words(Directory directory) {
        String how = how();
        if (isClockMadeHere()) {
            return "From " + from + " to " + name(to, directory) + ".";
        }
        return "From " + name(from, directory) + " to " + name(to, directory) + ": " + what(directory)
                + (how.isEmpty() ? "" : ", " + how)
                + (mapped ? ", also what a sentence took." : ", unless a sentence took it.");
    }

    private static String name(String device, Directory directory) {
        return directory.device(device).map(Device::name).orElse("a device that is not in the rig (" + device + ")");
    }

    /** What keeps it from passing anything on, if something does. */
    public Optional<String> fault(Directory directory) {
        for (String id : isClockMadeHere() ? List.of(to) : List.of(from, to)) {
            Optional<Device> device = directory.device(id);
            if (device.isEmpty()) {
                return Optional.of("It goes through a device that is not in the rig (" + id + ").");
            }
            if (!device.get().seat().wire().midi()) {
                return Optional.of(device.get().name() + " does not speak MIDI; routes pass MIDI messages on.");
            }
        }
        return Optional.empty();
    }

    private boolean isWhole() {
        return passes.lowest == 0 && passes.highest == HIGHEST;
    }
}
