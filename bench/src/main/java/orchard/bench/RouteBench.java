package orchard.bench;

import java.io.IOException;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.EngineThread;
import orchard.engine.Event;
import orchard.engine.Outlet;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Route;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;
import org.HdrHistogram.Histogram;

/**
 * A note through a route, in to out as bytes over loopback, beside a bare relay with the same two hops; a flood of per-note expression through three routes, none of
 * which may be lost or overtaken; and how evenly the clock made here ticks, beside a bare timer thread that runs at the same time.
 */
final class RouteBench {

    private static final int ROUNDS = 10;
    private static final int MESSAGES = 4_000;
    private static final int WARM_UP = 100_000;
    private static final int CHANNELS = 16;
    private static final int A_SECOND = 500;
    private static final int SECONDS = 10;
    private static final int TICKS = 24 * 2 * 60;

    private RouteBench() {}

    public static void main(String[] arguments) throws IOException {
        notes();
        expression();
        clock();
    }

    private static Rig rig(Route... routes) {
        List<Part> parts = new ArrayList<>();
        for (String id : List.of("keys", "deep", "harp", "bell")) {
            parts.add(new Part.OfDevice(new Device(id, id, "", new Seat(Wire.MIDI, id, id), Profile.BLANK)));
        }
        Stream.of(routes).map(Part.OfRoute::new).forEach(parts::add);
        return Rig.of(parts);
    }

    private static EngineThread engine(Rig rig, Outlet outlet) {
        EngineThread thread =
                new EngineThread(new Engine(new Compiler().compile(rig), outlet, trace -> {}), System::nanoTime);
        thread.start();
        for (String id : List.of("keys", "deep", "harp", "bell")) {
            thread.put(nanos -> new Event.Presence(nanos, id, true));
        }
        return thread;
    }

    private static void notes() throws IOException {
        InetAddress loopback = InetAddress.getLoopbackAddress();
        try (DatagramSocket gear = new DatagramSocket(0, loopback);
                DatagramSocket orchard = new DatagramSocket(0, loopback);
                DatagramSocket bare = new DatagramSocket(0, loopback)) {
            gear.setSoTimeout(2_000);
            InetSocketAddress home = new InetSocketAddress(loopback, gear.getLocalPort());
            EngineThread engine = engine(
                    rig(Route.all("r", "keys", "deep")),
                    (device, message) -> OscRelay.send(orchard, ((MidiMessage) message).bytes(), home));
            MidiDecoder decoder = new MidiDecoder(message -> engine.arrived("keys", message, 0));
            OscRelay.listen(orchard, packet -> decoder.feed(Arrays.copyOf(packet.getData(), packet.getLength())));
            OscRelay.relay(bare, home);
            Histogram routed = new Histogram(3);
            Histogram reference = new Histogram(3);
            OscRelay.play(gear, orchard.getLocalPort(), WARM_UP, RouteBench::note, new Histogram(3));
            OscRelay.play(gear, bare.getLocalPort(), WARM_UP, RouteBench::note, new Histogram(3));
            for (int round = 0; round < ROUNDS; round++) {
                OscRelay.play(gear, orchard.getLocalPort(), MESSAGES, RouteBench::note, routed);
                OscRelay.play(gear, bare.getLocalPort(), MESSAGES, RouteBench::note, reference);
            }
            OscRelay.print("a note through a route", routed);
            OscRelay.print("bare two-hop relay", reference);
            System.out.printf(
                    "ratio: p50 %.2f, p99 %.2f (budget for both: 1.3)%n",
                    routed.getValueAtPercentile(50) / (double) reference.getValueAtPercentile(50),
                    routed.getValueAtPercentile(99) / (double) reference.getValueAtPercentile(99));
            engine.close();
            Results.keep("route", Map.of("routed", OscRelay.figures(routed), "reference", OscRelay.figures(reference)));
        }
    }

    private static byte[] note(int i) {
        int key = 36 + i / 2 % 48;
        return (i % 2 == 0 ? new MidiMessage.NoteOn(1, key, 90) : new MidiMessage.NoteOff(1, key, 64)).bytes();
    }

    /** Sixteen channels, five hundred bends a second each: what comes out has to be what went in, three times. */
    private static void expression() throws IOException {
        Map<String, ConcurrentLinkedQueue<MidiMessage>> heard = Map.of(
                "deep", new ConcurrentLinkedQueue<>(),
                "harp", new ConcurrentLinkedQueue<>(),
                "bell", new ConcurrentLinkedQueue<>());
        EngineThread engine = engine(
                rig(Route.all("r1", "keys", "deep"), Route.all("r2", "keys", "harp"), Route.all("r3", "keys", "bell")),
                (device, message) -> heard.get(device).add((MidiMessage) message));
        List<MidiMessage> said = new ArrayList<>();
        long begun = System.nanoTime();
        for (int i = 0; i < SECONDS * A_SECOND; i++) {
            for (int channel = 1; channel <= CHANNELS; channel++) {
                MidiMessage bend = new MidiMessage.PitchBend(channel, (i * 37 + channel) % 16_384);
                said.add(bend);
                engine.arrived("keys", bend, 0);
            }
            LockSupport.parkNanos(begun + (i + 1) * 1_000_000_000L / A_SECOND - System.nanoTime());
        }
        LockSupport.parkNanos(200_000_000L);
        engine.close();
        heard.values().forEach(queue -> {
            List<MidiMessage> out = new ArrayList<>(queue).subList(0, Math.min(said.size(), queue.size()));
            if (!out.equals(said)) {
                throw new IllegalStateException("something was lost, or came in another order");
            }
        });
        System.out.printf(
                "%,d messages of 16 channels through three routes in %d s: nothing lost, none overtaken%n",
                said.size(), SECONDS);
        Results.keep("expression", Map.of("messages", said.size(), "lost", 0));
    }

    private static void clock() throws IOException {
        Engine warm = new Engine(
                new Compiler().compile(rig(Route.all("r", Route.CLOCK_MADE_HERE, "deep"))),
                (device, message) -> {},
                trace -> {});
        warm.handle(new Event.Presence(0, "deep", true));
        for (int i = 1; i <= WARM_UP; i++) {
            warm.advance(i * 20_000_000L);
        }
        List<Long> made = new ArrayList<>();
        EngineThread engine = engine(rig(Route.all("r", Route.CLOCK_MADE_HERE, "deep")), (device, message) -> {
            if (message instanceof MidiMessage.SystemMessage) {
                made.add(System.nanoTime());
            }
        });
        List<Long> bare = new ArrayList<>();
        double apart = 60e9 / 120 / 24;
        long begun = System.nanoTime() + (long) (apart / 2); // the two do not want the machine at the same moments
        for (int i = 1; i <= TICKS; i++) {
            long due = begun + (long) (i * apart);
            while (System.nanoTime() < due) {
                LockSupport.parkNanos(due - System.nanoTime());
            }
            bare.add(System.nanoTime());
        }
        engine.close();
        Histogram ours = jitter(made, apart);
        Histogram reference = jitter(bare, apart);
        OscRelay.print("jitter of the clock", ours);
        OscRelay.print("bare timer thread", reference);
        System.out.printf(
                "ratio: p99 %.2f (budget: 1.2)%n",
                ours.getValueAtPercentile(99) / (double) reference.getValueAtPercentile(99));
        Results.keep("clock", Map.of("clock", OscRelay.figures(ours), "reference", OscRelay.figures(reference)));
    }

    /** How far two ticks in a row are from being as far apart as they should. */
    private static Histogram jitter(List<Long> ticks, double apart) {
        Histogram jitter = new Histogram(3);
        for (int i = 1; i < ticks.size(); i++) {
            jitter.recordValue((long) Math.abs(ticks.get(i) - ticks.get(i - 1) - apart));
        }
        return jitter;
    }
}
