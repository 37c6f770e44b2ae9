package orchard.engine;

import static orchard.engine.Synth.on;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.Nudge;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;
import org.junit.jupiter.api.Test;

/** What happens at one moment happens in order, what goes round goes round the right way, and motors are told from hands. */
class OrderTest {

    private static final Ref.ToParameter MODE = new Ref.ToParameter("desk", "mode");
    private static final Ref.ToParameter BLEND = new Ref.ToParameter("desk", "blend");

    @Test
    void whatIsDueAtOnceIsDoneInTheOrderInWhichItWasAskedFor() {
        Mapping[] mappings = new Mapping[6];
        for (int i = 0; i < mappings.length; i++) {
            mappings[i] = on(
                            "pad2",
                            "gate",
                            new Actions(List.of(new Wait(0.2), new SetTo(BLEND, new Value.Fixed(10 + i)))))
                    .as("m" + (i + 1));
        }
        Synth synth = new Synth(mappings);
        synth.press();
        synth.bench.pass(300);
        assertThat(synth.bench.words("desk").stream().filter(words -> words.startsWith("/desk/blend")))
                .containsExactly(
                        "/desk/blend 10.000",
                        "/desk/blend 11.000",
                        "/desk/blend 12.000",
                        "/desk/blend 13.000",
                        "/desk/blend 14.000",
                        "/desk/blend 15.000");
    }

    @Test
    void stepsGoRoundOverBothEndsAndMissNoValue() {
        for (int by : new int[] {1, -1}) {
            Synth synth = new Synth(Synth.pad(new Nudge(MODE, by, true)));
            synth.bench.tell("mode", 0, "");
            synth.bench.sent.clear();
            for (int i = 0; i < 5; i++) {
                synth.press();
                synth.release();
            }
            List<String> all = List.of("1.000", "2.000", "3.000", "0.000", "1.000");
            List<String> back = List.of("3.000", "2.000", "1.000", "0.000", "3.000");
            assertThat(synth.bench.words("desk").stream()
                            .map(words -> words.replace("/desk/mode ", ""))
                            .toList())
                    .isEqualTo(by > 0 ? all : back);
        }
    }

    @Test
    void aMotorThatReportsItsWayMovesNothingAndAHandThatTakesItDoes() {
        Mapping fader = on("motor", "position", new Actions(List.of(new SetParameter(BLEND))))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "motor"), Show.Rule.VALUE))));
        Synth synth = new Synth(fader);
        synth.bench.tell("blend", 50, "");
        synth.bench.sent.clear();
        bend(synth, 0.2);
        bend(synth, 0.4);
        assertThat(synth.bench.words("desk")).as("its motor moved it").isEmpty();
        synth.bench.arrive("box", new MidiMessage.NoteOn(16, WorldRig.TOUCH_NOTE, 127));
        bend(synth, 0.8);
        assertThat(synth.bench.words("desk")).containsExactly("/desk/blend 80.000");
    }

    private static void bend(Synth synth, double position) {
        synth.bench.arrive("box", new MidiMessage.PitchBend(1, Resolution.number(position, 14)));
    }
}
