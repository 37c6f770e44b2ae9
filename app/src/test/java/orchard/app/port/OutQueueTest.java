package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.concurrent.locks.LockSupport;
import orchard.engine.Outlet;
import orchard.gear.Ref;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What waits to go out on a wire that is slow, or broken. */
class OutQueueTest {

    private final Traffic traffic = Traffic.midi();
    private final Semaphore wire = new Semaphore(0);
    private final List<String> sent = new CopyOnWriteArrayList<>();
    private final OutQueue queue = new OutQueue("test", traffic, (message, isCut) -> {
        wire.acquire();
        sent.add(message.words());
    });

    @AfterEach
    void close() {
        wire.release(10_000);
        queue.close();
    }

    private static MidiMessage value(int controller, int value) {
        return new MidiMessage.ControlChange(1, controller, value);
    }

    /** The first message is on the wire already and cannot be replaced. */
    private void occupy() {
        queue.offer(value(0, 0), null);
        Awaitility.await().until(() -> wire.hasQueuedThreads());
    }

    @Test
    void onlyTheNewestForALightGoesOutInItsPlace() {
        occupy();
        queue.offer(value(1, 1), "light");
        queue.offer(value(2, 1), null);
        queue.offer(value(1, 2), "light");
        queue.offer(value(1, 3), "light");
        wire.release(3);
        Awaitility.await().until(() -> sent.size() == 3);
        assertThat(sent).containsExactly("CC 0 = 0, ch 1", "CC 1 = 3, ch 1", "CC 2 = 1, ch 1");
        queue.offer(value(1, 4), "light");
        wire.release();
        Awaitility.await().until(() -> sent.size() == 4);
    }

    /** What moves by itself leaves a fifth of the wire to whatever comes. */
    @Test
    void metersNeverFillTheWire() {
        queue.pace(3_000); // ten milliseconds a message
        wire.release(10_000);
        Outlet.OnLight meter = new Outlet.OnLight(new Ref.ToLight("d", "meter"), Outlet.Urgency.METER);
        long begun = System.nanoTime();
        for (int i = 0; System.nanoTime() - begun < 2_000_000_000L; i++) {
            queue.offer(value(1, i % 128), meter);
            queue.offer(value(2, i % 128), new Outlet.OnLight(new Ref.ToLight("d", "other"), Outlet.Urgency.METER));
            LockSupport.parkNanos(1_000_000);
        }
        assertThat(sent).as("of the 200 that the wire carries").hasSizeBetween(60, 162);
        Awaitility.await().until(() -> !queue.isBusy());
    }

    @Test
    void lightsGoOutAsUrgentAsTheyAreAfterAllElse() {
        occupy();
        int number = 1;
        for (Outlet.Urgency urgency :
                List.of(Outlet.Urgency.METER, Outlet.Urgency.WORDS, Outlet.Urgency.CHANGED, Outlet.Urgency.HAND)) {
            queue.offer(value(number, 0), new Outlet.OnLight(new Ref.ToLight("box", urgency.name()), urgency));
            number++;
        }
        queue.offer(value(5, 0), null);
        // a meter that a hand takes overtakes what is not under one
        queue.offer(value(1, 9), new Outlet.OnLight(new Ref.ToLight("box", "METER"), Outlet.Urgency.HAND));
        wire.release(6);
        Awaitility.await().until(() -> sent.size() == 6);
        assertThat(sent)
                .containsExactly(
                        "CC 0 = 0, ch 1",
                        "CC 5 = 0, ch 1",
                        "CC 4 = 0, ch 1",
                        "CC 1 = 9, ch 1",
                        "CC 3 = 0, ch 1",
                        "CC 2 = 0, ch 1");
    }

    @Test
    void aSlowWireIsGivenWhatItCarriesAndTheNewestOfWhatWaits() {
        queue.pace(3_000); // ten milliseconds a message
        wire.release(10_000);
        for (int i = 0; i < 10_000; i++) {
            queue.offer(value(i % 2, i % 128), "light " + i % 2);
        }
        Awaitility.await().until(() -> !queue.isBusy());
        assertThat(sent).hasSizeLessThan(100).contains("CC 0 = 14, ch 1", "CC 1 = 15, ch 1");
        assertThat(traffic.counts().dropped()).isZero();
    }

    @Test
    void whatDoesNotFitIsDroppedCountedAndSaid() {
        occupy();
        for (int i = 0; i < OutQueue.BOUND + 5; i++) {
            queue.offer(value(i % 128, i % 128), null);
        }
        assertThat(traffic.counts().dropped()).isEqualTo(5);
        assertThat(traffic.counts().error()).contains("the queue is full");
        queue.offer(new MidiMessage.NoteOff(1, 60, 64), null);
        queue.offer(new MidiMessage.NoteOn(1, 61, 0), null);
        assertThat(traffic.counts().dropped())
                .as("no note hangs because something else was too much")
                .isEqualTo(5);
        wire.release(OutQueue.BOUND + 3);
        Awaitility.await().until(() -> traffic.counts().out() == OutQueue.BOUND + 3);
    }

    @Test
    void aWireThatFailsIsSaidAndTheNextMessageIsTried() {
        Traffic broken = Traffic.midi();
        try (OutQueue failing = new OutQueue("failing", broken, (message, isCut) -> {
            throw new IOException("the cable is wet");
        })) {
            failing.offer(value(1, 1), null);
            failing.offer(value(1, 2), null);
            Awaitility.await().until(() -> broken.counts().dropped() == 2);
            assertThat(broken.counts().error()).isEqualTo("the cable is wet");
        }
    }

    @Test
    void loadIsCountedAgainstWhatTheWireCarries() {
        traffic.sample(1);
        for (int i = 0; i < 500; i++) {
            traffic.in(value(1, i % 128));
        }
        traffic.sample(1_000_000_001L);
        assertThat(traffic.loads()).containsExactly(48); // 1,500 of 3,125 bytes
        traffic.sample(2_000_000_001L);
        assertThat(traffic.loads()).containsExactly(48, 0);
    }
}
