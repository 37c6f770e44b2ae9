package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import orchard.action.SetParameter;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What waits in front of the engine: what overtakes what, what folds, what is lost, and what is done with what was overtaken. */
class LanesTest {

    private static final Message PRESS = new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100);
    private static final Message RELEASE = new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0);

    private final List<String> sent = new CopyOnWriteArrayList<>();
    private final List<Trace> traces = new CopyOnWriteArrayList<>();
    private final CountDownLatch goesOn = new CountDownLatch(1);
    private final AtomicLong clock = new AtomicLong(1_000_000_000L);
    private final CountDownLatch stuck = new CountDownLatch(1);
    private final EngineThread thread = thread();

    private EngineThread thread() {
        Mapping note = Synth.pad(Synth.note());
        Mapping fader = Synth.on(
                        "fader", "position", new Actions(List.of(new SetParameter(WorldRig.parameter("volume")))))
                .as("m2");
        Rig rig = WorldRig.empty()
                .apply(Edit.add("add", new Part.OfMapping(note)))
                .apply(Edit.add("add", new Part.OfMapping(fader)));
        Engine engine =
                new Engine(new Compiler().compile(rig), (device, message) -> sent.add(message.words()), this::traced);
        EngineThread fresh = new EngineThread(engine, clock::get);
        for (String device : List.of("box", "desk", "synth")) {
            fresh.put(nanos -> new Event.Presence(nanos, device, true));
        }
        return fresh;
    }

    /** The engine is busy with its first event until the test lets it go on. */
    private void traced(Trace trace) {
        boolean fills = trace.event() instanceof Event.Arrived arrived
                && arrived.device().equals("nobody");
        if (!fills) {
            traces.add(trace);
        }
        stuck.countDown();
        try {
            goesOn.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void busy() throws InterruptedException {
        thread.start();
        assertThat(stuck.await(5, TimeUnit.SECONDS)).isTrue();
    }

    @AfterEach
    void close() {
        goesOn.countDown();
        thread.close();
    }

    private static Message fader(int value) {
        return new MidiMessage.ControlChange(1, WorldRig.FADER, value);
    }

    private List<Event> events() {
        return traces.stream().map(Trace::event).toList();
    }

    private void until(BooleanSupplier done) throws InterruptedException {
        goesOn.countDown();
        for (int i = 0; i < 1_000 && !done.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(5);
        }
        assertThat(done.getAsBoolean()).isTrue();
    }

    @Test
    void panicOvertakesEverythingAndNothingThatWasBeforeItActs() throws InterruptedException {
        busy();
        for (int i = 0; i < 1_000; i++) {
            thread.arrived("box", fader(i % 128), 0);
        }
        thread.arrived("box", PRESS, 0);
        thread.put(Event.Panic::new);
        thread.arrived("box", RELEASE, 0);
        until(() -> events().stream().filter(Event.Arrived.class::isInstance).count() == 1);
        int panic = events().indexOf(events().stream()
                .filter(Event.Panic.class::isInstance)
                .findFirst()
                .orElseThrow());
        int first = events().indexOf(events().stream()
                .filter(Event.Overtaken.class::isInstance)
                .findFirst()
                .orElseThrow());
        assertThat(panic).isLessThan(first);
        assertThat(sent)
                .noneMatch(words -> words.startsWith("note 60"))
                .noneMatch(words -> words.startsWith("/desk/volume"));
    }

    @Test
    void aPressBeforeItsCableWasPulledIsNotTakenAfterwards() throws InterruptedException {
        busy();
        thread.arrived("box", PRESS, 0);
        thread.put(nanos -> new Event.Presence(nanos, "box", false));
        thread.put(nanos -> new Event.Presence(nanos, "box", true));
        until(() -> events().stream().anyMatch(Event.Overtaken.class::isInstance));
        assertThat(sent).noneMatch(words -> words.startsWith("note 60"));
    }

    @Test
    void movesFoldPressesAndReleasesAreNeverLost() throws InterruptedException {
        busy();
        for (int i = 0; i < EngineThread.FOLDS_FROM; i++) {
            thread.arrived("nobody", PRESS, 0);
        }
        for (int i = 0; i < 10_000; i++) {
            assertThat(thread.arrived("box", fader(i % 128), 0)).isTrue();
        }
        assertThat(thread.folded()).isEqualTo(9_999);
        for (int i = 0; i < EngineThread.CAPACITY; i++) {
            thread.arrived("nobody", PRESS, 0);
        }
        assertThat(thread.dropped()).isPositive();
        for (int i = 0; i < 1_000; i++) {
            assertThat(thread.arrived("box", PRESS, 0)).isTrue();
            assertThat(thread.arrived("box", RELEASE, 0)).isTrue();
        }
        until(() -> sent.stream().filter(Synth.OFF::equals).count() == 1_000);
        assertThat(sent.stream().filter(Synth.ON::equals)).hasSize(1_000);
        String last = new MidiMessage.ControlChange(1, WorldRig.FADER, 9_999 % 128).words();
        assertThat(events().stream()
                        .filter(Event.Arrived.class::isInstance)
                        .map(event -> ((Event.Arrived) event).message().words())
                        .filter(words -> words.startsWith("CC 7")))
                .containsExactly(last);
    }

    private List<String> heard() {
        return events().stream()
                .filter(Event.Arrived.class::isInstance)
                .map(event -> ((Event.Arrived) event).message().words())
                .toList();
    }

    private void full() throws InterruptedException {
        busy();
        for (int i = 0; i < EngineThread.FOLDS_FROM; i++) {
            thread.arrived("nobody", PRESS, 0);
        }
    }

    @Test
    void noMoveFoldsPastAPress() throws InterruptedException {
        full();
        thread.arrived("box", fader(1), 0);
        thread.arrived("box", fader(2), 0);
        thread.arrived("box", PRESS, 0);
        thread.arrived("box", fader(3), 0);
        until(() -> heard().size() == 3);
        assertThat(heard()).containsExactly(fader(2).words(), PRESS.words(), fader(3).words());
    }

    @Test
    void aMoveAfterAPanicDoesNotFoldIntoOneBeforeIt() throws InterruptedException {
        full();
        thread.arrived("box", fader(1), 0);
        thread.put(Event.Panic::new);
        thread.arrived("box", fader(2), 0);
        until(() -> !heard().isEmpty());
        assertThat(heard()).containsExactly(fader(2).words());
    }

    @Test
    void aPageThatIsGoneLetsGoWhatItPressedBefore() throws InterruptedException {
        busy();
        thread.arrived("box", PRESS, 0);
        thread.put(nanos -> new Event.Dropped(nanos, "box", ""));
        until(() -> events().stream().anyMatch(Event.Dropped.class::isInstance) && heard().contains(PRESS.words()));
        assertThat(sent.stream().filter(words -> words.startsWith("note 60"))).containsExactly(Synth.ON, Synth.OFF);
    }

    @Test
    void anEventCarriesTheTimeAtWhichItCame() throws InterruptedException {
        busy();
        for (int i = 0; i < 60; i++) {
            clock.addAndGet(5_000_000);
            thread.arrived("box", fader(i), 0);
        }
        until(() -> events().stream().filter(Event.Arrived.class::isInstance).count() == 60);
        assertThat(events().stream().filter(Event.Arrived.class::isInstance).map(Event::nanos))
                .doesNotHaveDuplicates()
                .isSorted();
    }

    @Test
    void closingDuringAFloodStopsIntakePaysAndEnds() throws InterruptedException {
        goesOn.countDown();
        thread.start();
        thread.arrived("box", PRESS, 0);
        until(() -> sent.contains(Synth.ON));
        Thread flood = new Thread(() -> {
            for (int i = 0; i < 300_000; i++) {
                thread.arrived("box", fader(i % 128), 0);
            }
        });
        flood.start();
        thread.close();
        assertThat(thread.isAlive()).isFalse();
        assertThat(sent.stream().filter(words -> words.startsWith("note 60"))).containsExactly(Synth.ON, Synth.OFF);
        flood.join();
        assertThat(thread.arrived("box", PRESS, 0)).isFalse();
    }

    @Test
    void whatAnEngineThreadIsToldAfterItsEndIsPassedOver() {
        thread.close();
        thread.put(Event.Panic::new);
        CountDownLatch after = new CountDownLatch(1);
        thread.after(after::countDown);
        assertThat(after.getCount()).isZero();
    }
}
