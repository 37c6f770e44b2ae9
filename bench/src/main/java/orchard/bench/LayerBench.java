package orchard.bench;

import java.util.concurrent.TimeUnit;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.Event;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.OscMessage;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/**
 * A thousand mappings in twenty layers with ten foci: a move through a layer and a focus beside a plain one of the same rig, and what it costs to turn a layer,
 * or to move a focus, so that two hundred lights show something else; beside these two hundred messages through plain
 * mappings.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 6, time = 1)
@Measurement(iterations = 9, time = 1)
@Fork(1)
public class LayerBench {

    /** Lights are told no more often than this. */
    private static final long APART = 20_000_000;

    private final Event[] plain = new Event[256];
    private final Event[] through = new Event[256];
    private Engine engine;
    private Engine lit;
    private Message last;
    private int count;
    private int next;
    private long nanos = 1_000;

    /** Makes the rig, the plan and the moves. */
    @Setup
    public void prepare() {
        engine = begun(Rigs.layered());
        lit = begun(Rigs.layered());
        engine.handle(new Event.Layered(1_000, "layer0", true));
        for (int i = 0; i < plain.length; i++) {
            float place = (i * 37 % 256) / 255f;
            plain[i] = new Event.Arrived(1_000, "hand", OscMessage.of("/hand/" + (400 + i * 31 % 400), place));
            through[i] = new Event.Arrived(1_000, "hand", OscMessage.of("/hand/" + (i * 31 % 200), place));
        }
        lit.handle(new Event.Layered(nanos, "layer0", true));
        for (int track = 0; track < Rigs.TRACKS; track++) {
            float on = track / 8 % 2;
            lit.handle(new Event.Arrived(nanos, "desk", OscMessage.of("/desk/track/" + track, on)));
        }
        for (int i = 0; i < 200; i++) {
            lit.handle(new Event.Arrived(nanos, "desk", OscMessage.of("/desk/" + i, 100f)));
        }
        turnALayer();
        check(200, "a layer");
        lit.handle(new Event.Layered(nanos, "layer0", true));
        moveAFocus();
        count = 0;
        moveAFocus();
        check(200, "a focus");
    }

    private void check(int lights, String what) {
        if (count < lights) {
            throw new IllegalStateException("only " + count + " lights changed when " + what + " moved");
        }
        count = 0;
    }

    private Engine begun(Rig rig) {
        Engine made = new Engine(new Compiler().compile(rig), this::sent, null);
        made.handle(new Event.Presence(0, "desk", true));
        made.handle(new Event.Presence(0, "lamps", true));
        return made;
    }

    private void sent(String device, Message message) {
        last = message;
        count++;
    }

    /** A plain mapping, below all layers. */
    @Benchmark
    public void plain(Blackhole hole) {
        engine.handle(plain[next++ & 255]);
        hole.consume(last);
    }

    /** A mapping that lives in a layer, and sets a parameter through a focus. */
    @Benchmark
    public void throughLayerAndFocus(Blackhole hole) {
        engine.handle(through[next++ & 255]);
        hole.consume(last);
    }

    /** A layer comes or goes, and two hundred lights answer somebody else. */
    @Benchmark
    public void turnALayer() {
        nanos += APART;
        lit.handle(new Event.Layered(nanos, "layer0", next++ % 2 == 1));
    }

    /** A focus goes on by its width, and two hundred lights show another track. */
    @Benchmark
    public void moveAFocus() {
        nanos += APART;
        lit.handle(new Event.Focused(nanos, "focus0", next++ % 2 == 0 ? "g0" : "g8", 0, false));
    }

    /** The reference: two hundred messages that come and go through plain mappings. */
    @Benchmark
    public void twoHundredMessages(Blackhole hole) {
        for (int i = 0; i < 200; i++) {
            plain(hole);
        }
    }
}
