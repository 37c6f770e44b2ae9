package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.rig.Rig;

/**
 * A rig that is played for nobody: all its devices are there, nothing goes out, and a hand can be put on any control. Has an engine and a time of its own; for one
 * thread.
 */
public final class Trial {

    private static final long MILLISECOND = 1_000_000;

    private final List<Trace> traces = new ArrayList<>();
    private final Engine engine;
    private long nanos = MILLISECOND;

    public Trial(Rig rig) {
        engine = new Engine(new Compiler().compile(rig), (device, message) -> {}, traces::add);
        for (Device device : rig.gear()) {
            handle(new Event.Presence(nanos, device.id(), true));
        }
        pass(0.1);
    }

    /** What came of the last thing that was done, with all it set off. */
    public List<Trace> traces() {
        return List.copyOf(traces);
    }

    /** Ids of the layers that are on, the lowest first. */
    public List<String> layers() {
        return engine.layers();
    }

    /** A hand puts a control somewhere, 0..1. */
    public void play(Ref.ToControl control, double position) {
        traces.clear();
        handle(new Event.Played(nanos, control, position));
        pass(0.02);
    }

    /** A person does something on a page, or a device tells something. */
    public void happen(EventAt event) {
        traces.clear();
        handle(event.at(nanos));
        pass(0.02);
    }

    /** Something that happens at a time, in nanoseconds. */
    public interface EventAt {
        Event at(long nanos);
    }

    /** Nothing is done for a while. */
    public void pass(double seconds) {
        nanos += (long) (seconds * 1e9);
        handle(new Event.Passed(nanos));
    }

    private void handle(Event event) {
        engine.handle(event);
        nanos += MILLISECOND;
    }
}
