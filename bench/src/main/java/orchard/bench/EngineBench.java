package orchard.bench;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.Event;
import orchard.signal.Message;
import orchard.signal.OscMessage;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/**
 * One event through one plain mapping, in rigs of three sizes, without a trace; beside it the least that any program has to
 * do: look an address up and make the outgoing message.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 6, time = 1)
@Measurement(iterations = 9, time = 1)
@Fork(1)
public class EngineBench {

    /** How many mappings the rig has. */
    @Param({"10", "1000", "10000"})
    public int mappings;

    private final OscMessage[] moves = new OscMessage[256];
    /** Made before, so that what is measured is what the engine allocates; all of one moment, for times may not run backwards. */
    private final Event[] events = new Event[256];

    private final Map<String, String> addresses = new HashMap<>();
    private Engine engine;
    private Message last;
    private int next;

    /** Makes the rig, the plan and the moves. */
    @Setup
    public void prepare() {
        engine = new Engine(new Compiler().compile(Rigs.of(mappings)), (device, message) -> last = message, null);
        engine.handle(new Event.Presence(0, "desk", true));
        for (int i = 0; i < mappings; i++) {
            addresses.put("/hand/" + i, "/desk/" + i);
        }
        for (int i = 0; i < moves.length; i++) {
            moves[i] = OscMessage.of("/hand/" + i * 31 % mappings, (i * 37 % 256) / 255f);
            events[i] = new Event.Arrived(1_000, "hand", moves[i]);
        }
    }

    /** Event in, message out, through the engine. */
    @Benchmark
    public void engine(Blackhole hole) {
        engine.handle(events[next++ & 255]);
        hole.consume(last);
    }

    /** One control with a hundred mappings; beside {@link #engine} it may cost a hundred times as much. */
    @Benchmark
    public void fan(Fan fan, Blackhole hole) {
        fan.engine.handle(fan.events[fan.next++ & 255]);
        hole.consume(fan.last);
    }

    /** An engine whose one control moves a hundred parameters. */
    @State(Scope.Benchmark)
    public static class Fan {

        private final Event[] events = new Event[256];
        private Engine engine;
        private Message last;
        private int next;

        /** Makes the rig, the plan and the moves. */
        @Setup
        public void prepare() {
            engine = new Engine(new Compiler().compile(Rigs.fan(100)), (device, message) -> last = message, null);
            engine.handle(new Event.Presence(0, "desk", true));
            for (int i = 0; i < events.length; i++) {
                events[i] = new Event.Arrived(1_000, "hand", OscMessage.of("/hand/0", (i * 37 % 256) / 255f));
            }
        }
    }

    /** The reference: a map look-up, a multiplication, a message. */
    @Benchmark
    public void reference(Blackhole hole) {
        OscMessage move = moves[next++ & 255];
        float real = (float) (10 + move.number(0) * 80);
        hole.consume(OscMessage.of(addresses.get(move.address()), real));
    }
}
