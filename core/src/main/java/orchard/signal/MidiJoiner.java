package orchard.signal;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.signal.MidiMessage.ControlChange;
import orchard.signal.MidiMessage.FineControlChange;
import orchard.signal.MidiMessage.ParameterNumber;

/**
 * Joins control changes that are halves of something larger: 14-bit controllers, RPN and NRPN (MIDI 1.0, “Control Change”;
 * RP-018 for increment and decrement). Each channel is kept apart, so interleaved sequences do no harm.
 *
 * <p>The rules of the standard: a new coarse half sets the fine half to 0; a fine half alone belongs to the coarse half heard
 * before; data entry belongs to the number chosen last; number 127/127 chooses none. A number of which one half was never
 * heard chooses none.
 *
 * <p>One joiner a device; not safe for several threads at once.
 */
public final class MidiJoiner {

    private static final int NONE = -1;
    private static final int MOST_VALUES = 4096;

    private final int[][] coarse = new int[16][32];
    private final boolean[] registered = new boolean[16];
    private final int[] numberCoarse = new int[16];
    private final int[] numberFine = new int[16];
    /** The values last heard; of too many those that were not heard for longest are forgotten. */
    private final Map<MidiKeys.Numbered, Integer> values = new Lately();

    private static final class Lately extends LinkedHashMap<MidiKeys.Numbered, Integer> {
        private static final long serialVersionUID = 1;

        Lately() {
            super(16, 0.75f, true);
        }

        @Override
        protected boolean removeEldestEntry(Map.Entry<MidiKeys.Numbered, Integer> eldest) {
            return size() > MOST_VALUES;
        }
    }

    /** A joiner that has heard nothing. */
    public MidiJoiner() {
        Arrays.fill(numberCoarse, NONE);
        Arrays.fill(numberFine, NONE);
        for (int[] channel : coarse) {
            Arrays.fill(channel, NONE);
        }
    }

    /** Takes the 14-bit controller this message completes, or null: it was a half of none. */
    public FineControlChange fine(ControlChange message) {
        int[] halves = coarse[message.channel() - 1];
        if (message.number() < 32) {
            halves[message.number()] = message.value();
            return new FineControlChange(message.channel(), message.number(), message.value() << 7);
        } else if (message.number() < 64 && halves[message.number() - 32] != NONE) {
            int number = message.number() - 32;
            return new FineControlChange(message.channel(), number, halves[number] << 7 | message.value());
        }
        return null;
    }

    /** Takes the RPN or NRPN this message sets or steps, or null if it sets none. */
    public ParameterNumber numbered(ControlChange message) {
        int channel = message.channel() - 1;
        return switch (message.number()) {
            case 99 -> choose(channel, false, message.value(), true);
            case 98 -> choose(channel, false, message.value(), false);
            case 101 -> choose(channel, true, message.value(), true);
            case 100 -> choose(channel, true, message.value(), false);
            case 6 -> value(channel, message.value() << 7, 0);
            case 38 -> {
                int before = before(channel);
                yield before < 0 ? null : value(channel, before & ~0x7F | message.value(), 0);
            }
            case 96 -> step(channel, 1);
            case 97 -> step(channel, -1);
            default -> null;
        };
    }

    private ParameterNumber choose(int channel, boolean rpn, int half, boolean upper) {
        if (registered[channel] != rpn) {
            registered[channel] = rpn;
            numberCoarse[channel] = NONE;
            numberFine[channel] = NONE;
        }
        (upper ? numberCoarse : numberFine)[channel] = half;
        return null;
    }

    private MidiKeys.Numbered chosen(int channel) {
        int upper = numberCoarse[channel];
        int lower = numberFine[channel];
        boolean none = upper == NONE || lower == NONE || upper == 127 && lower == 127;
        return none ? null : new MidiKeys.Numbered(channel + 1, registered[channel], upper << 7 | lower);
    }

    private int before(int channel) {
        MidiKeys.Numbered key = chosen(channel);
        return key == null ? NONE : values.getOrDefault(key, NONE);
    }

    private ParameterNumber step(int channel, int step) {
        int before = before(channel);
        return value(channel, before < 0 ? NONE : Math.max(0, Math.min(16383, before + step)), step);
    }

    private ParameterNumber value(int channel, int value, int step) {
        MidiKeys.Numbered key = chosen(channel);
        if (key == null) {
            return null;
        }
        if (value >= 0) {
            values.put(key, value);
        }
        return new ParameterNumber(key.channel(), key.registered(), key.number(), value, step);
    }

    /**
     * The messages that travel on the wire for one message: itself, or the control changes a joined one is made of, in the
     * order of the standard.
     */
    public static List<MidiMessage> split(MidiMessage message) {
        if (message instanceof FineControlChange m) {
            return List.of(
                    new ControlChange(m.channel(), m.number(), m.value() >> 7),
                    new ControlChange(m.channel(), m.number() + 32, m.value() & 0x7F));
        } else if (message instanceof ParameterNumber m) {
            int channel = m.channel();
            ControlChange upper = new ControlChange(channel, m.registered() ? 101 : 99, m.number() >> 7);
            ControlChange lower = new ControlChange(channel, m.registered() ? 100 : 98, m.number() & 0x7F);
            return m.step() != 0
                    ? List.of(upper, lower, new ControlChange(channel, m.step() > 0 ? 96 : 97, 0))
                    : List.of(
                            upper,
                            lower,
                            new ControlChange(channel, 6, m.value() >> 7),
                            new ControlChange(channel, 38, m.value() & 0x7F));
        }
        return List.of(message);
    }
}
