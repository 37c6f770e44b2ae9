package orchard.app.live;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.EngineThread;
import orchard.engine.Event;
import orchard.engine.LightReason;
import orchard.engine.Outlet;
import orchard.engine.Plan;
import orchard.engine.Trace;
import orchard.gear.Ref;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.TouchMessage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Joins wires, engine and keeper: what comes in goes to the engine, what the engine says goes out, an edit becomes a plan. */
@Component
public final class EngineRoom {

    private static final Logger LOG = LoggerFactory.getLogger(EngineRoom.class);
    private static final int PAYING_SECONDS = 2;
    private static final int ANSWER_MILLIS = 1_000;

    /** What a message is said for that a person typed. */
    public static final String TYPED = "message typed by hand";

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
        thread.put(this::resumed);
        keeper.listen(this::replan);
        ports.start(new FromPorts(layouts), rig);
        thread.start(); // last, so that what it says first finds its way
    }

    /** What stood when Orchard ended. */
    private Event.Resumed resumed(long nanos) {
        List<Event> stands = new ArrayList<>();
        keeper.foci().forEach((focus, stand) -> {
            stand.picked().forEach(place -> stands.add(new Event.Picked(nanos, focus, place, true)));
            if (stand.picked().isEmpty() && !stand.place().isEmpty()) {
                stands.add(new Event.Focused(nanos, focus, stand.place(), 0, false));
            }
            stands.add(new Event.Focused(nanos, focus, "", 0, stand.pinned()));
        });
        stands.add(new Event.SongReached(nanos, keeper.currentSong()));
        keeper.variables()
                .forEach((key, real) -> Ref.ToParameter.of(key)
                        .ifPresent(variable -> stands.add(new Event.VariableKept(nanos, variable, real))));
        keeper.latched().forEach(layer -> stands.add(new Event.Layered(nanos, layer, true)));
        return new Event.Resumed(nanos, List.copyOf(stands));
    }

    private synchronized void replan(Rig rig) {
        Plan plan = compiler.compile(rig);
        CountDownLatch paid = new CountDownLatch(1);
        thread.put(nanos -> new Event.Replanned(nanos, plan));
        thread.after(paid::countDown);
        try {
            // first the engine pays what it owes to who is going, then their seats and ports go
            if (!paid.await(PAYING_SECONDS, TimeUnit.SECONDS)) {
                LOG.error("The engine took more than {} s to take a plan", PAYING_SECONDS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        List<String> seated = ports.seat(rig);
        if (!seated.isEmpty()) {
            thread.put(nanos -> new Event.Seated(nanos, seated));
        }
        ports.lookWhoIsThere();
    }

    private final class ToPorts implements Outlet {
        @Override
        public void send(String device, Message message) {
            ports.send(device, message);
        }

        @Override
        public void show(String device, OnLight light, Message message) {
            ports.send(device, message, light);
        }

        @Override
        public void drop(String device) {
            ports.drop(device);
        }
    }

    private final class FromPorts implements PortRoom.Listener {
        private final LayoutSink layouts;

        FromPorts(LayoutSink layouts) {
            this.layouts = layouts;
        }

        @Override
        public void arrived(String device, Message message, long delayNanos) {
            thread.arrived(device, message, delayNanos);
        }

        @Override
        public void presence(String device, boolean present) {
            thread.put(nanos -> new Event.Presence(nanos, device, present));
        }

        @Override
        public void dropped(String device) {
            EngineRoom.this.dropped(device, "");
        }

        @Override
        public void doubted(String device, String why) {
            thread.put(nanos -> new Event.Doubted(nanos, device, why));
        }

        @Override
        public void show(String layout, TouchMessage message) {
            layouts.show(layout, message);
        }
    }

    /** A finger moved something on a layout. */
    public void touched(String layout, TouchMessage message) {
        thread.arrived(layout, message, 0);
    }

    /** The page is gone on which a finger held something on a layout. */
    public void dropped(String layout, String element) {
        thread.put(nanos -> new Event.Dropped(nanos, layout, element));
    }

    /** A person set a parameter on a page; position 0..1. */
    public void set(String device, String parameter, double position) {
        thread.put(nanos -> new Event.Touched(nanos, device, parameter, position));
    }

    /** A person lays a page of parameters under its controls. */
    public void open(String device, String page) {
        thread.put(nanos -> new Event.Opened(nanos, device, page));
    }

    /** A person moves a focus: its first place is this one now. */
    public void move(String focus, String place) {
        thread.put(nanos -> new Event.Focused(nanos, focus, place, 0, false));
    }

    /** A person picks a place of a focus that holds several, or lets it go. */
    public void pick(String focus, String place, boolean on) {
        thread.put(nanos -> new Event.Picked(nanos, focus, place, on));
    }

    /** A person moves a focus on by some places; below 0 back. */
    public void step(String focus, int by) {
        thread.put(nanos -> new Event.Focused(nanos, focus, "", by, false));
    }

    /** A person pins a focus where it is, or lets it go with what it follows. */
    public void pin(String focus, boolean pinned) {
        thread.put(nanos -> new Event.Focused(nanos, focus, "", 0, pinned));
    }

    /** A person turns a layer on or off. */
    public void turn(String layer, boolean on) {
        thread.put(nanos -> new Event.Layered(nanos, layer, on));
    }

    /** The performance stands at a song. */
    public void reach(String song) {
        thread.put(nanos -> new Event.SongReached(nanos, song));
    }

    /** A person silences a mapping, a layer or a device, or lets it act again; "" lets everything act again. */
    public void silence(String id, boolean alone, boolean on) {
        thread.put(nanos -> new Event.Silenced(nanos, id, alone, on));
    }

    /** A person recalls a preset. */
    public void recall(String preset) {
        thread.put(nanos -> new Event.Recalled(nanos, preset));
    }

    /**
     * A person sends a message.
     *
     * @param device id of a device, or key of a port nobody sits at
     */
    public void type(String device, Message message) {
        say(device, message, TYPED);
    }

    /** Sends a message, and says what for. */
    public void say(String device, Message message, String why) {
        thread.put(nanos -> new Event.Typed(nanos, device, message, why));
    }

    /** Stops everything. */
    public void panic() {
        thread.put(Event.Panic::new);
    }

    /** Stops all that has to do with one device. */
    public void panic(String device) {
        thread.put(nanos -> new Event.Panic(nanos, device));
    }

    /** Lets a mapping act again that was found in a loop. */
    public void free(String mapping) {
        thread.put(nanos -> new Event.Freed(nanos, mapping));
    }

    /** Why a light shows what it shows; empty if there is no such light, or the engine does not answer in time. */
    public Optional<LightReason> why(Ref.ToLight light) {
        try {
            return thread.why(light).get(ANSWER_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } catch (ExecutionException | TimeoutException e) {
            return Optional.empty();
        }
    }

    /** Shows something on a light for two seconds, whatever its rules say. */
    public void attempt(Ref.ToLight light, Message message) {
        thread.attempt(light, message);
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
