package orchard.app.live;

import jakarta.annotation.PreDestroy;
import java.util.function.Consumer;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.EngineThread;
import orchard.engine.Event;
import orchard.engine.Outlet;
import orchard.engine.Plan;
import orchard.engine.Trace;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.TouchMessage;
import org.springframework.stereotype.Component;

/** Joins wires, engine and keeper: what comes in goes to the engine, what the engine says goes out, an edit becomes a plan. */
@Component
public final class EngineRoom {

    private final RigKeeper keeper;
    private final PortRoom ports;
    private final Compiler compiler = new Compiler();
    private EngineThread thread;

    EngineRoom(RigKeeper keeper, PortRoom ports) {
        this.keeper = keeper;
        this.ports = ports;
    }

    /** Takes what a layout has to show; called on the engine's thread. */
    interface LayoutSink {
        void show(String layout, TouchMessage message);
    }

    /**
     * Starts the engine with the rig in force.
     *
     * @param traces takes every trace, on the engine's thread; must not wait
     */
    synchronized void start(Consumer<Trace> traces, LayoutSink layouts) {
        Rig rig = keeper.rig();
        thread = new EngineThread(new Engine(compiler.compile(rig), new ToPorts(), traces), System::nanoTime);
        keeper.listen(this::replan);
        ports.start(new FromPorts(layouts), rig);
        thread.start(); // last, so that what it says first finds its way
    }

    private synchronized void replan(Rig rig) {
        Plan plan = compiler.compile(rig);
        ports.seat(rig, () -> thread.put(nanos -> new Event.Replanned(nanos, plan)));
    }

    private final class ToPorts implements Outlet {
        @Override
        public void send(String device, Message message) {
            ports.send(device, message);
        }

        @Override
        public void show(String device, Object light, Message message) {
            ports.send(device, message, light);
        }
    }

    private final class FromPorts implements PortRoom.Listener {
        private final LayoutSink layouts;

        FromPorts(LayoutSink layouts) {
            this.layouts = layouts;
        }

        @Override
        public void arrived(String device, Message message, long delayNanos) {
            thread.offer(
                    delayNanos == 0
                            ? nanos -> new Event.Arrived(nanos, device, message)
                            : nanos -> new Event.Dated(nanos, nanos + delayNanos, device, message));
        }

        @Override
        public void presence(String device, boolean present) {
            thread.put(nanos -> new Event.Presence(nanos, device, present));
        }

        @Override
        public void show(String layout, TouchMessage message) {
            layouts.show(layout, message);
        }
    }

    /** A finger moved something on a layout. */
    public void touched(String layout, TouchMessage message) {
        thread.offer(nanos -> new Event.Arrived(nanos, layout, message));
    }

    /** A person set a parameter on a page; position 0..1. */
    public void set(String device, String parameter, double position) {
        thread.offer(nanos -> new Event.Touched(nanos, device, parameter, position));
    }

    /** A person lays a page of parameters under its controls. */
    public void open(String device, String page) {
        thread.offer(nanos -> new Event.Opened(nanos, device, page));
    }

    /** A person recalls a preset. */
    public void recall(String preset) {
        thread.offer(nanos -> new Event.Recalled(nanos, preset));
    }

    /**
     * A person sends a message.
     *
     * @param device id of a device, or key of a port nobody sits at
     */
    public void type(String device, Message message) {
        say(device, message, "message typed by hand");
    }

    /** Sends a message, and says what for. */
    public void say(String device, Message message, String why) {
        thread.put(nanos -> new Event.Typed(nanos, device, message, why));
    }

    /** Stops everything. */
    public void panic() {
        thread.put(Event.Panic::new);
    }

    /** How many events were lost because the engine could not keep up. */
    public long dropped() {
        return thread.dropped();
    }

    @PreDestroy
    void close() {
        thread.close();
    }
}
