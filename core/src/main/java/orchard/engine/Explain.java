package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.outcome.Considered;
import orchard.outcome.Line;
import orchard.outcome.Line.Tone;
import orchard.outcome.NobodyListens;
import orchard.outcome.Outcome;
import orchard.outcome.Telling;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** Puts a trace into words: what came, what each mapping made of it and why, what went out, and the near misses. */
public final class Explain {

    private Explain() {}

    /** The whole reason, in the order it happened. */
    public static List<Line> lines(Trace trace, Directory names) {
        List<Line> lines = new ArrayList<>();
        String begins = trace.event().words(names);
        if (!begins.isEmpty()) {
            lines.add(Line.of(Tone.IN, begins));
        }
        if (trace.cause() > 0) {
            lines.add(Line.of(Tone.IN, "It goes on from signal " + trace.cause() + "."));
        }
        Telling telling = telling(trace, names);
        trace.outcomes().forEach(outcome -> lines.addAll(outcome.lines(telling)));
        if (trace.first(NobodyListens.class) != null && trace.event() instanceof Event.Arrived arrived) {
            nearMisses(arrived, trace, names).forEach(miss -> lines.add(Line.of(Tone.MISSED, miss)));
        }
        return List.copyOf(lines);
    }

    /** One outcome in words. */
    public static String words(Outcome outcome, Trace trace, Directory names) {
        return outcome.lines(telling(trace, names)).get(0).text();
    }

    private static Telling telling(Trace trace, Directory names) {
        return new Telling(trace.rig(), names, trace.first(Considered.class) != null);
    }

    /** Controls that would have matched, had one thing been different. */
    private static List<String> nearMisses(Event.Arrived arrived, Trace trace, Directory names) {
        List<String> misses = new ArrayList<>();
        Message message = arrived.message();
        Optional<Device> sender = trace.rig().device(arrived.device());
        for (Device device : trace.rig().gear()) {
            for (Control control : device.profile().controls()) {
                for (Dimension dimension : control.dimensions()) {
                    Ref ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                    boolean same = device.equals(sender.orElse(null));
                    near(message, dimension.pattern(), same)
                            .ifPresent(miss -> misses.add("Near miss: " + names.words(ref) + " sends "
                                    + dimension.pattern().words() + "; " + miss + "."));
                }
            }
        }
        return misses.size() > 5 ? misses.subList(0, 5) : misses;
    }

    private static Optional<String> near(Message message, MessagePattern pattern, boolean sameDevice) {
        if (message instanceof MidiMessage midi && pattern.key() instanceof Integer key) {
            int got = midi.key();
            if (got == key) {
                return Optional.of("this came from another device");
            } else if (sameDevice && got >= 0 && got / 2048 == key / 2048 && got % 128 == key % 128) {
                return Optional.of("this came on channel " + (got / 128 % 16 + 1));
            }
        } else if (message instanceof OscMessage osc && pattern.key() instanceof String address) {
            if (osc.address().equalsIgnoreCase(address)) {
                return Optional.of("capital and small letters differ");
            } else if (address.startsWith(osc.address() + "/") || osc.address().startsWith(address + "/")) {
                return Optional.of("one address is the beginning of the other");
            }
        }
        return Optional.empty();
    }
}
