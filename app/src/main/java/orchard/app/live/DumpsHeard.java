package orchard.app.live;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Dump;
import orchard.recognise.DumpSearch;
import orchard.signal.Identity;
import orchard.signal.MidiMessage;
import org.springframework.stereotype.Component;

/** The last long SysEx messages of each device, which may be dumps. Safe for several threads. */
@Component
public final class DumpsHeard {

    private static final int MOST = 16;

    private final Map<String, Deque<MidiMessage.SysEx>> byDevice = new HashMap<>();

    /** Takes a trace; true if it was a dump. */
    synchronized boolean take(Trace trace) {
        boolean isDump = trace.event() instanceof Event.Arrived arrived
                && arrived.message() instanceof MidiMessage.SysEx sysEx
                && sysEx.length() >= DumpSearch.SHORTEST
                && sysEx.length() <= Dump.LONGEST
                && Identity.of(sysEx).isEmpty();
        if (isDump) {
            Event.Arrived arrived = (Event.Arrived) trace.event();
            Deque<MidiMessage.SysEx> heard = byDevice.computeIfAbsent(arrived.device(), d -> new ArrayDeque<>());
            heard.addLast((MidiMessage.SysEx) arrived.message());
            if (heard.size() > MOST) {
                heard.removeFirst();
            }
        }
        return isDump;
    }

    /** What a device said, the newest last. */
    public synchronized List<MidiMessage.SysEx> of(String device) {
        return List.copyOf(byDevice.getOrDefault(device, new ArrayDeque<>()));
    }
}
