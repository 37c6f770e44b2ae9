package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.gear.Device;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** An engine on a table, with a clock that a test turns by hand and everything that comes out kept. */
final class Bench {

    record Sent(String device, Message message) {}

    final List<Sent> sent = new ArrayList<>();
    /** Devices for which what waited was dropped. */
    final List<String> dropped = new ArrayList<>();

    final List<Trace> traces = new ArrayList<>();
    final Compiler compiler = new Compiler();
    final Engine engine;
    long nanos = 1_000_000_000L;
    /** The device whose wire throws whatever it is given; "" for none. */
    String refuses = "";

    /** @param before what happens before any device is there */
    Bench(Rig rig, Event... before) {
        engine = new Engine(compiler.compile(rig), new Wires(), traces::add);
        for (Event event : before) {
            engine.handle(event);
        }
        present("box");
        present("desk");
        pass(100);
        sent.clear();
        traces.clear();
    }

    private final class Wires implements Outlet {
        @Override
        public void send(String device, Message message) {
            Bench.this.send(device, message);
        }

        @Override
        public void drop(String device) {
            dropped.add(device);
        }
    }

    private void send(String device, Message message) {
        if (device.equals(refuses)) {
            throw new IllegalStateException("this wire is broken");
        }
        sent.add(new Sent(device, message));
    }

    Trace arrive(String device, Message message) {
        engine.handle(new Event.Arrived(nanos, device, message));
        return last();
    }

    Trace knob(int number, int value) {
        return arrive("box", new MidiMessage.ControlChange(1, number, value));
    }

    Trace tell(String parameter, float real, String text) {
        return arrive("desk", OscMessage.of("/desk/" + parameter, real, text));
    }

    void present(String device) {
        engine.handle(new Event.Presence(nanos, device, true));
    }

    void gone(String device) {
        engine.handle(new Event.Presence(nanos, device, false));
    }

    /** As the application does it: the plan takes effect, then new devices get their seats and can be spoken to. */
    void edit(Rig rig) {
        Rig before = engine.plan().rig();
        engine.handle(new Event.Replanned(nanos, compiler.compile(rig)));
        List<String> seated = rig.gear().stream()
                .filter(device -> before.device(device.id())
                        .filter(was -> was.seat().equals(device.seat()))
                        .isEmpty())
                .map(Device::id)
                .toList();
        if (!seated.isEmpty()) {
            engine.handle(new Event.Seated(nanos, seated));
        }
    }

    void pass(long millis) {
        nanos += millis * 1_000_000;
        engine.advance(nanos);
    }

    Trace last() {
        return traces.get(traces.size() - 1);
    }

    /** What went to a device since the last {@code clear}. */
    List<String> words(String device) {
        return sent.stream()
                .filter(s -> s.device().equals(device))
                .map(s -> s.message().words())
                .toList();
    }
}
