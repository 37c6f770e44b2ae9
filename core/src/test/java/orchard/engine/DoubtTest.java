package orchard.engine;

import static orchard.engine.Synth.on;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.outcome.Considered;
import orchard.outcome.Reconciled;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Settings;
import orchard.shape.Clamp;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.Resolution;
import org.junit.jupiter.api.Test;

/** After a gap: who is asked, what is told again, who is followed, and what takes over. */
class DoubtTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Mapping FADER = on("fader", "position", new Actions(List.of(new SetParameter(CUTOFF))));

    private static Synth agreedAt(double real, Mapping... mappings) {
        Synth synth = new Synth(mappings);
        synth.bench.tell("cutoff", (float) real, "");
        synth.bench.pass(3_000);
        synth.bench.sent.clear();
        return synth;
    }

    private static void fader(Synth synth, int value) {
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, value));
    }

    private static void doubt(Synth synth) {
        synth.bench.sent.clear();
        synth.bench.engine.handle(new Event.Doubted(synth.bench.nanos, "desk", "in a test"));
    }

    @Test
    void aDoubtedDeviceIsAskedAtOnce() {
        Synth synth = agreedAt(1000, FADER);
        doubt(synth);
        assertThat(synth.bench.words("desk")).containsExactly("/desk/subscribe ", "/desk/dump ");
    }

    @Test
    void movedHereAloneItIsSentAgain() {
        Synth synth = agreedAt(1000, FADER);
        fader(synth, 127);
        doubt(synth);
        synth.bench.tell("cutoff", 1000, "");
        assertThat(synth.bench.words("desk")).last().isEqualTo("/desk/cutoff 8000.000");
        assertThat(synth.bench.last().first(Reconciled.class).oursWins()).isTrue();
    }

    @Test
    void movedThereAloneItIsTaken() {
        Synth synth = agreedAt(1000, FADER);
        doubt(synth);
        synth.bench.tell("cutoff", 500, "");
        assertThat(synth.bench.words("desk")).doesNotContain("/desk/cutoff 1000.000");
        assertThat(synth.bench.engine.position(CUTOFF)).isCloseTo(position(500), within(1e-3));
    }

    @Test
    void movedOnBothSidesItIsAsTheRigSaysAndThatIsSaid() {
        for (Settings.Reconcile reconcile : Settings.Reconcile.values()) {
            Synth synth = agreedAt(1000, FADER);
            synth.edit(synth.rig.apply(Edit.change(
                    "settings",
                    synth.rig.part(Settings.ID).orElseThrow(),
                    new Part.OfSettings(new Settings(4, List.of(), List.of(), List.of(), Takeover.JUMP, reconcile)))));
            fader(synth, 127);
            doubt(synth);
            synth.bench.tell("cutoff", 500, "");
            Reconciled step = synth.bench.last().first(Reconciled.class);
            assertThat(step.both()).isTrue();
            assertThat(step.oursWins()).isEqualTo(reconcile == Settings.Reconcile.OURS);
            assertThat(Explain.lines(synth.bench.last(), synth.rig))
                    .anySatisfy(line -> assertThat(line.text()).contains("was moved on both sides"));
        }
    }

    @Test
    void whatADeviceNeverTellsIsSaidAgainAfterHalfASecond() {
        Synth synth = agreedAt(1000, FADER);
        fader(synth, 127);
        doubt(synth);
        synth.bench.pass(550);
        assertThat(synth.bench.words("desk")).last().isEqualTo("/desk/cutoff 8000.000");
    }

    @Test
    void whatGotLostWithoutATraceIsFoundWhenBothSidesAreCompared() {
        Synth synth = agreedAt(1000, FADER);
        fader(synth, 127); // nobody confirms it
        synth.bench.pass(620);
        assertThat(synth.bench.words("desk")).last().isEqualTo("/desk/dump ");
        synth.bench.tell("cutoff", 1000, "");
        assertThat(synth.bench.words("desk")).last().isEqualTo("/desk/cutoff 8000.000");
    }

    @Test
    void aConfirmedValueIsInDoubtOnceItsDeviceWasAway() {
        Synth synth = agreedAt(1000, FADER);
        fader(synth, 127);
        synth.bench.tell("cutoff", 8000, "");
        synth.bench.gone("desk");
        synth.bench.present("desk");
        synth.bench.sent.clear();
        fader(synth, 127);
        assertThat(synth.bench.words("desk"))
                .as("it is not taken for confirmed")
                .containsExactly("/desk/cutoff 8000.000");
    }

    @Test
    void aDeviceInItsOwnLanguageIsGreetedOnceASecond() {
        Synth synth = new Synth();
        synth.bench.pass(2_000);
        synth.bench.sent.clear();
        for (int i = 0; i < 100; i++) {
            synth.bench.arrive("box", new MidiMessage.SysEx(new byte[] {0x7D, 9, 9}));
            synth.bench.pass(15);
        }
        long greetings = synth.bench.sent.stream()
                .filter(sent -> sent.device().equals("box")
                        && sent.message() instanceof MidiMessage.SysEx sysEx
                        && sysEx.startsWith((byte) 0x7D, (byte) 1))
                .count();
        assertThat(greetings).isEqualTo(2);
    }

    @Test
    void lightsAreToldWholeAfterAGap() {
        Mapping shown = FADER.with(new Show(List.of(
                new Show.Answer(new Ref.ToLight("box", "text"), Show.Rule.VALUE),
                new Show.Answer(new Ref.ToLight("box", "led0"), Show.Rule.ON_OFF))));
        Synth synth = agreedAt(1000, shown);
        synth.bench.engine.handle(new Event.Doubted(synth.bench.nanos, "box", "in a test"));
        synth.bench.pass(50);
        assertThat(synth.bench.words("box")).anyMatch(words -> words.startsWith("note 36 on"));
        assertThat(synth.bench.words("box").stream().filter(words -> words.startsWith("SysEx")))
                .hasSize(2);
    }

    @Test
    void aRingThatAHandTurnedPastAClampIsPutRightWhenTheHandStops() {
        Mapping clamped = on("knob", "turn", new Actions(List.of(new SetParameter(CUTOFF))))
                .with(new Shape(List.of(new Clamp(400, 1000))))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "ring"), Show.Rule.VALUE))));
        Synth synth = agreedAt(1000, clamped);
        for (int value = 64; value < 128; value++) {
            synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.KNOB, value));
            synth.bench.pass(5);
        }
        synth.bench.sent.clear();
        synth.bench.pass(50);
        int right = Resolution.number(position(1000), 7);
        assertThat(synth.bench.words("box")).containsExactly("CC 21 = " + right + ", ch 1");
    }

    @Test
    void aRingThatWasToldWhileTheHandMovedIsToldAgain() {
        Mapping shown = on("knob", "turn", new Actions(List.of(new SetParameter(CUTOFF))))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "ring"), Show.Rule.VALUE))));
        Synth synth = agreedAt(1000, shown);
        synth.bench.tell("cutoff", 8000, "");
        assertThat(synth.bench.words("box")).containsExactly("CC 21 = 127, ch 1");
        synth.bench.sent.clear();
        synth.bench.pass(5); // the hand had moved before that arrived, and now the ring stands there
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.KNOB, 26));
        synth.bench.pass(50);
        assertThat(synth.bench.words("box")).containsExactly("CC 21 = 26, ch 1");
    }

    @Test
    void pickUpWaitsAfterWhateverTheMappingDidNotSee() {
        for (String unseen : List.of("software away", "replugged", "in doubt")) {
            Synth synth = agreedAt(1000, FADER.with(Takeover.PICK_UP));
            fader(synth, (int) Math.round(position(1000) * 127));
            int from = (int) Math.round(position(1000) * 127);
            switch (unseen) {
                case "software away" -> {
                    synth.bench.gone("desk");
                    fader(synth, 120);
                    synth.bench.present("desk");
                    synth.bench.tell("cutoff", 1000, "");
                }
                case "replugged" -> {
                    synth.bench.gone("box");
                    synth.bench.present("box");
                }
                default -> synth.bench.engine.handle(new Event.Doubted(synth.bench.nanos, "box", "in a test"));
            }
            synth.bench.sent.clear();
            fader(synth, 119);
            assertThat(synth.bench.words("desk")).as(unseen).isEmpty();
            fader(synth, from);
            assertThat(synth.bench.last().first(Considered.class).why())
                    .as(unseen)
                    .satisfiesAnyOf(
                            why -> assertThat(why).isEmpty(),
                            why -> assertThat(why).startsWith("already"));
        }
    }

    @Test
    void pickUpWaitsAfterTheFaderWasMovedOnAnotherPageOfParameters() {
        Mapping row = on("fader", "position", new Actions(List.of(new SetOfPage("desk"))))
                .with(Takeover.PICK_UP);
        Synth synth = agreedAt(1000, row);
        synth.bench.tell("volume", 0, "");
        fader(synth, (int) Math.round(position(1000) * 127));
        synth.bench.engine.handle(new Event.Opened(synth.bench.nanos, "desk", "two"));
        fader(synth, 10);
        synth.bench.engine.handle(new Event.Opened(synth.bench.nanos, "desk", "one"));
        synth.bench.sent.clear();
        fader(synth, 9);
        assertThat(synth.bench.words("desk")).isEmpty();
    }

    @Test
    void aSoftwareThatOnlyAnsweredConfirms() {
        Synth synth = agreedAt(1000, FADER);
        fader(synth, 127);
        synth.bench.arrive("desk", OscMessage.of("/desk/cutoff", 8000f, "8 kHz"));
        synth.bench.sent.clear();
        fader(synth, 127);
        assertThat(synth.bench.words("desk")).isEmpty();
    }

    private static double position(double real) {
        return WorldRig.desk().profile().parameter("cutoff").orElseThrow().position(real);
    }
}
