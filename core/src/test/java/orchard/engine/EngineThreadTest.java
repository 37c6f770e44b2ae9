package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import orchard.Gear;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

class EngineThreadTest {

    private static final Message TUNE = new MidiMessage.ProgramChange(1, 5);

    private final List<Message> sent = new CopyOnWriteArrayList<>();

    @Test
    void dealsWithEverythingInOrder() throws InterruptedException {
        CountDownLatch all = new CountDownLatch(129);
        Engine engine = new Engine(
                new Compiler().compile(Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"))),
                (device, message) -> {
                    sent.add(message);
                    all.countDown();
                },
                null);
        EngineThread thread = new EngineThread(engine, System::nanoTime);
        thread.put(nanos -> new Event.Presence(nanos, "desk", true));
        for (int value = 0; value < 128; value++) {
            Message message = new MidiMessage.ControlChange(1, 21, value);
            assertThat(thread.arrived("box", message, 0)).isTrue();
        }
        thread.start();
        assertThat(all.await(5, TimeUnit.SECONDS)).isTrue();
        thread.close();
        List<String> volumes = sent.stream()
                .map(Message::words)
                .filter(words -> words.startsWith("/desk/volume"))
                .toList();
        assertThat(volumes).hasSize(128).startsWith("/desk/volume -60.000").endsWith("/desk/volume 6.000");
        assertThat(thread.dropped()).isZero();
    }

    @Test
    void countsWhatDoesNotFitAndNeverWaits() throws InterruptedException {
        CountDownLatch stuck = new CountDownLatch(1);
        CountDownLatch busy = new CountDownLatch(1);
        Engine engine = new Engine(new Compiler().compile(Gear.rig()), (device, message) -> {}, trace -> {
            busy.countDown();
            try {
                stuck.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        EngineThread thread = new EngineThread(engine, System::nanoTime);
        thread.start();
        assertThat(busy.await(5, TimeUnit.SECONDS)).isTrue();
        for (int i = 0; i < EngineThread.CAPACITY; i++) {
            assertThat(thread.arrived("nobody", TUNE, 0)).isTrue();
        }
        assertThat(thread.arrived("nobody", TUNE, 0)).isFalse();
        assertThat(thread.dropped()).isEqualTo(1);
        stuck.countDown();
        thread.close();
    }
}
