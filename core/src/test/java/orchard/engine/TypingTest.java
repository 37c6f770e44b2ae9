package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.StopAll;
import orchard.action.TypeKeys;
import orchard.action.Wait;
import orchard.outcome.KeysTyped;
import orchard.outcome.Refused;
import orchard.signal.Keystrokes;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import org.junit.jupiter.api.Test;

class TypingTest {

    private static final TypeKeys KEYS =
            new TypeKeys("screen", Keystrokes.of("window “Tracks”, ctrl+t, value 0 to 127"), 10, 2, true);

    private static Synth there(TypeKeys... keys) {
        Synth synth = new Synth(Synth.pad(keys));
        synth.bench.present("screen");
        return synth;
    }

    private static List<Typing> typed(Synth synth) {
        return synth.bench.sent.stream()
                .map(sent -> (Message) sent.message())
                .filter(Typing.class::isInstance)
                .map(Typing.class::cast)
                .toList();
    }

    @Test
    void aPressTypesWithItsValueInTheText() {
        Synth synth = there(KEYS);
        synth.press();
        assertThat(typed(synth)).singleElement().satisfies(typing -> {
            assertThat(typing.keys().text()).isEqualTo("window “Tracks”, ctrl+t, “127”");
            assertThat(typing.times()).isEqualTo(10);
            assertThat(typing.back()).isTrue();
        });
    }

    @Test
    void oneRunIsToldFromTheNextAndItsPartsAreNot() {
        Synth synth = there(KEYS, KEYS);
        synth.press();
        synth.bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0));
        synth.press();
        List<Typing> typed = typed(synth);
        assertThat(typed).hasSize(4);
        assertThat(typed.get(0).run())
                .isEqualTo(typed.get(1).run())
                .isNotEqualTo(typed.get(2).run());
        assertThat(typed).extracting(Typing::sequence).containsOnly("m1");
    }

    @Test
    void whereTheDesktopIsAwayNothingIsTypedAndItIsSaid() {
        Synth synth = new Synth(Synth.pad(KEYS));
        synth.press();
        assertThat(typed(synth)).isEmpty();
        assertThat(synth.bench.traces.stream().flatMap(trace -> trace.all(Refused.class).stream()))
                .extracting(Refused::why)
                .containsExactly("What it types on is not there");
    }

    @Test
    void aPanicReachesWhatIsTyped() {
        Synth synth = new Synth(Synth.pad(KEYS, new Wait(1), KEYS, new Wait(1), new StopAll()));
        synth.bench.present("screen");
        synth.press();
        synth.bench.engine.handle(new Event.Panic(synth.bench.nanos, ""));
        assertThat(synth.bench.dropped).contains("screen");
        synth.bench.sent.clear();
        synth.bench.pass(5_000);
        assertThat(typed(synth)).isEmpty();
    }

    @Test
    void whatCameOfItIsHeard() {
        Synth synth = there(KEYS);
        synth.bench.arrive("screen", new TypingEnded("m1", true, "typed 20 keys into “Tracks”"));
        synth.bench.arrive("screen", new TypingEnded("m1", false, "nothing was typed: it was pressed again"));
        assertThat(synth.bench.traces.stream().flatMap(trace -> trace.all(KeysTyped.class).stream()))
                .extracting(KeysTyped::outcome)
                .containsExactly("typed 20 keys into “Tracks”");
        assertThat(synth.bench.traces.stream().flatMap(trace -> trace.all(Refused.class).stream()))
                .extracting(Refused::why)
                .containsExactly("nothing was typed: it was pressed again");
    }
}
