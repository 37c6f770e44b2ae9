package orchard.bench;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.EngineThread;
import orchard.engine.Event;
import orchard.mapping.Mapping;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.OscMessage;
import org.HdrHistogram.Histogram;

/** What never waits: an edit until it is live, beside making the whole plan anew; and a panic behind a full queue, beside the queue itself. */
final class EditBench {

    private static final int WARM_UP = 100;
    private static final int EDITS = 300;
    private static final int PANICS = 20;

    private EditBench() {}

    public static void main(String[] arguments) throws IOException {
        for (int mappings : new int[] {1_000, 10_000}) {
            edits(mappings);
        }
        panics();
    }

    private static void edits(int mappings) throws IOException {
        Compiler compiler = new Compiler();
        Rig rig = Rigs.of(mappings);
        Engine engine = new Engine(compiler.compile(rig), (device, message) -> {}, null);
        engine.handle(new Event.Presence(0, "desk", true));
        Histogram live = new Histogram(3);
        Histogram whole = new Histogram(3);
        for (int i = 0; i < WARM_UP + EDITS; i++) {
            Mapping before = rig.mapping("m" + i * 7 % mappings).orElseThrow();
            Mapping after = before.with(new Marks(i % 2 == 0, List.of("edit" + i)));
            rig = rig.apply(Edit.change("tag", new Part.OfMapping(before), new Part.OfMapping(after)));
            long start = System.nanoTime();
            engine.handle(new Event.Replanned(i, compiler.compile(rig)));
            long end = System.nanoTime();
            if (i >= WARM_UP) {
                live.recordValue(end - start);
            }
            if (i % 20 == 0) {
                start = System.nanoTime();
                new Compiler().compile(rig);
                whole.recordValue(System.nanoTime() - start);
            }
        }
        System.out.printf(
                "an edit of %,d mappings, compile to live: p50 %.2f ms, p95 %.2f ms; the whole plan anew: p50 %.1f ms%n",
                mappings, ms(live, 50), ms(live, 95), ms(whole, 50));
        Results.keep(
                "edit-" + mappings,
                Map.of(
                        "live", Map.of("p50 ms", ms(live, 50), "p95 ms", ms(live, 95)),
                        "reference", Map.of("p50 ms", ms(whole, 50))));
    }

    private static void panics() throws IOException {
        Histogram panic = new Histogram(3);
        Histogram queue = new Histogram(3);
        for (int i = 0; i < PANICS; i++) {
            AtomicBoolean sent = new AtomicBoolean();
            AtomicLong after = new AtomicLong();
            CountDownLatch drained = new CountDownLatch(1);
            Engine engine = new Engine(
                    new Compiler().compile(Rigs.of(1_000)),
                    (device, message) -> {
                        if (message instanceof OscMessage osc && osc.address().equals("/desk/stop")) {
                            after.set(System.nanoTime());
                            sent.set(true);
                        }
                    },
                    trace -> {
                        if (trace.event() instanceof Event.Overtaken overtaken
                                && overtaken.message() instanceof OscMessage osc
                                && osc.address().equals("/hand/last")) {
                            drained.countDown();
                        }
                    });
            EngineThread thread = new EngineThread(engine, System::nanoTime);
            thread.put(nanos -> new Event.Presence(nanos, "desk", true));
            for (int n = 0; n < EngineThread.CAPACITY - 1; n++) {
                thread.arrived("hand", OscMessage.of("/nobody/" + n % 1_000, n), 0);
            }
            thread.arrived("hand", OscMessage.of("/hand/last", 1), 0);
            long start = System.nanoTime();
            thread.put(Event.Panic::new);
            thread.start();
            try {
                drained.await(20, TimeUnit.SECONDS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            queue.recordValue(System.nanoTime() - start);
            thread.close();
            if (!sent.get()) {
                throw new IllegalStateException("the panic was not sent");
            }
            panic.recordValue(after.get() - start);
        }
        System.out.printf(
                "panic behind a full queue, handed to the ports: p50 %.2f ms, max %.2f ms (budget 20 ms); the queue: p50 %.1f ms%n",
                ms(panic, 50), ms(panic, 100), ms(queue, 50));
        Results.keep(
                "panic",
                Map.of(
                        "panic", Map.of("p50 ms", ms(panic, 50), "max ms", ms(panic, 100)),
                        "reference", Map.of("p50 ms", ms(queue, 50))));
    }

    private static double ms(Histogram histogram, double percentile) {
        return histogram.getValueAtPercentile(percentile) / 1e6;
    }
}
