package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import orchard.Gear;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.outcome.Considered;
import orchard.outcome.LightShown;
import orchard.outcome.Line;
import orchard.outcome.Refused;
import orchard.rig.Rig;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.signal.Malformed;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.Resolution;
import org.junit.jupiter.api.Test;

class EngineTest {

    private static final Mapping VOLUME = Gear.mapping("m1", "k1", "turn", "volume");
    private static final Mapping CUTOFF = Gear.answering(
            Gear.answering(
                    Gear.mapping("m1", "k1", "turn", "cutoff", new Shape(List.of(new Scale(0, 1, 200, 8000)))),
                    "k1.text",
                    Show.Rule.VALUE),
            "k1.ring",
            Show.Rule.VALUE);

    @Test
    void aMoveGoesOutInTheParametersUnit() {
        Bench bench = new Bench(Gear.rig(VOLUME));
        bench.knob(21, 127);
        bench.knob(21, 0);
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000", "/desk/volume -60.000");
    }

    @Test
    void whatMayHaveBeenLostIsSentAgainAndWhatIsConfirmedIsNot() {
        Bench bench = new Bench(Gear.rig(VOLUME));
        bench.knob(21, 127);
        bench.knob(21, 127);
        assertThat(bench.words("desk")).hasSize(2);
        bench.tell("volume", 6, "6.0 dB");
        Trace trace = bench.knob(21, 127);
        assertThat(bench.words("desk")).hasSize(2);
        assertThat(trace.first(Considered.class).why()).isEqualTo("already at 6.0 dB");
    }

    @Test
    void theAnswerComesBackAsTextAndTheRingIsNotToldWhatTheHandDid() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        bench.knob(21, 64);
        assertThat(bench.words("box"))
                .singleElement()
                .asString()
                .startsWith("SysEx 7D 01 20 01 31 2E 32 36 20 6B 48 7A");
        bench.sent.clear();
        bench.pass(300);
        bench.tell("cutoff", 200, "200 Hz");
        assertThat(bench.words("box")).hasSize(2).contains("CC 21 = 0, ch 1");
    }

    @Test
    void theDevicesOwnTextWins() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        Trace trace = bench.tell("cutoff", 1000, "1k exactly");
        assertThat(trace.first(LightShown.class).text()).isEqualTo("1k exactly");
    }

    @Test
    void relativeKnobsGoOnFromWhereTheParameterIs() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "k2", "turn", "volume")));
        bench.tell("volume", -60, "");
        bench.pass(300);
        for (int i = 0; i < 127; i++) {
            bench.knob(22, 65);
        }
        assertThat(bench.words("desk")).last().isEqualTo("/desk/volume 6.000");
        bench.pass(300);
        bench.tell("volume", -60, "");
        bench.sent.clear();
        bench.knob(22, 65);
        assertThat(bench.words("desk")).singleElement().asString().startsWith("/desk/volume -5");
    }

    @Test
    void relativeKnobsGetOverTheStepsOfASwitch() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "k2", "turn", "mute")));
        bench.tell("mute", 0, "off");
        for (int i = 0; i < 70; i++) {
            bench.knob(22, 65);
        }
        assertThat(bench.words("desk")).isNotEmpty().containsOnly("/desk/mute 1.000");
    }

    @Test
    void wheelsThatCountGoBothWaysAcrossZero() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "w", "turn", "volume")));
        bench.tell("volume", 6, "");
        bench.pass(300);
        bench.arrive("box", OscMessage.of("/box/wheel", 0.5f));
        bench.arrive("box", OscMessage.of("/box/wheel", -1.5f));
        assertThat(bench.words("desk")).containsExactly("/desk/volume -60.000");
    }

    @Test
    void releaseGoesWhereItsPressWent() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "p1", "gate", "mute")));
        bench.tell("mute", 0, "off");
        bench.pass(300);
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 90));
        bench.edit(Gear.rig(Gear.mapping("m2", "p1", "gate", "volume")));
        bench.arrive("box", new MidiMessage.NoteOff(1, 36, 0));
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000");
    }

    @Test
    void thinningNeverLosesTheLastValue() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        for (int value = 0; value <= 100; value++) {
            bench.knob(21, value);
        }
        bench.pass(50);
        assertThat(bench.words("box").size()).isLessThan(10);
        assertThat(bench.last().first(LightShown.class).text())
                .isEqualTo(
                        Gear.desk().profile().parameter("cutoff").orElseThrow().text(Resolution.position(100, 7)));
    }

    @Test
    void lateAnswersDoNotPullBackWhatIsStillMoving() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        bench.knob(21, 10);
        bench.pass(5);
        bench.knob(21, 100);
        bench.tell("cutoff", 267, "late");
        bench.pass(20);
        assertThat(shown(bench)).doesNotContain("late");
    }

    @Test
    void whatTheDeviceInsistsOnIsShownOnceOrchardIsQuiet() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        bench.knob(21, 127);
        bench.tell("cutoff", 4000, "4 kHz at most");
        bench.pass(400);
        assertThat(shown(bench)).contains("4 kHz at most");
    }

    private static List<String> shown(Bench bench) {
        return bench.traces.stream()
                .flatMap(t -> t.all(LightShown.class).stream())
                .map(LightShown::text)
                .toList();
    }

    @Test
    void greetsADeviceAndShowsItEverythingAgainWhenItComesBack() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        bench.tell("cutoff", 1000, "1 kHz");
        bench.gone("box");
        bench.tell("cutoff", 2000, "2 kHz");
        bench.sent.clear();
        bench.pass(20);
        bench.present("box");
        bench.pass(20);
        assertThat(bench.words("box")).hasSize(2);
        bench.gone("desk");
        bench.present("desk");
        assertThat(bench.words("desk")).contains("/desk/hello ");
    }

    @Test
    void lightsGoDarkWithTheirMapping() {
        Mapping lit = Gear.answering(Gear.mapping("m1", "p1", "gate", "mute"), "p1.led", Show.Rule.ON_OFF);
        Bench bench = new Bench(Gear.rig(lit));
        bench.tell("mute", 1, "on");
        assertThat(bench.words("box")).containsExactly("note 36 on, velocity 5, ch 1");
        bench.sent.clear();
        bench.edit(Gear.rig());
        assertThat(bench.words("box")).containsExactly("note 36 on, velocity 0, ch 1");
    }

    @Test
    void keepsDevicesTellingEveryFiveSeconds() {
        Bench bench = new Bench(Gear.rig());
        bench.pass(15_000);
        assertThat(bench.words("desk")).hasSize(3).allMatch(words -> words.startsWith("/desk/subscribe"));
    }

    @Test
    void asksADeviceThatIsNewAtOnce() {
        Bench bench = new Bench(Rig.EMPTY);
        bench.edit(Gear.rig());
        assertThat(bench.words("desk")).containsExactly("/desk/subscribe ");
    }

    @Test
    void holdsBackWhatGoesToADeviceThatIsNotThere() {
        Bench bench = new Bench(Gear.rig(VOLUME));
        bench.gone("desk");
        Trace trace = bench.knob(21, 64);
        assertThat(bench.words("desk")).isEmpty();
        assertThat(trace.first(Considered.class).why()).isEqualTo("heard, but Desk is not there");
    }

    @Test
    void badInputIsSeenAndDoesNothing() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "w", "turn", "volume")));
        bench.arrive("box", OscMessage.of("/box/wheel", Float.NaN));
        assertThat(bench.last().first(Refused.class).why()).contains("needs a number");
        bench.arrive("box", OscMessage.of("/box/wheel"));
        assertThat(bench.last().first(Refused.class)).isNotNull();
        bench.arrive("box", Malformed.of(new byte[] {1}, "rubbish"));
        assertThat(bench.last().first(Refused.class).why()).isEqualTo("rubbish");
        bench.tell("volume", Float.POSITIVE_INFINITY, "");
        assertThat(bench.last().first(Refused.class)).isNotNull();
        bench.arrive("box", OscMessage.of("/box/wheel", 0f));
        bench.arrive("box", OscMessage.of("/box/wheel", 1e30f));
        assertThat(bench.last().first(Considered.class).why()).contains("counts anew");
        bench.arrive("box", OscMessage.of("/box/wheel", 0f));
        assertThat(bench.words("desk")).as("no hand did that").isEmpty();
    }

    @Test
    void panicSaysStopAndForgetsWhatIsDown() {
        Bench bench = new Bench(Gear.rig(VOLUME));
        bench.engine.handle(new Event.Panic(bench.nanos));
        assertThat(bench.words("desk")).containsExactly("/desk/stop ");
    }

    @Test
    void explainsTheWholeReason() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        assertThat(explain(bench.knob(21, 64)))
                .contains("CC 21 = 64, ch 1 came from Box.")
                .contains("That is Knob 1 of Box, now at 50 %.")
                .contains("(0.500 → scale 1.26 kHz → 1.26 kHz)")
                .contains("Surf › Cutoff was set to 1.26 kHz: /desk/cutoff 1264.911 to Desk.")
                .contains("was shown on Display 1 of Box");
    }

    @Test
    void explainsNearMisses() {
        Bench bench = new Bench(Gear.rig(CUTOFF));
        assertThat(explain(bench.arrive("box", new MidiMessage.ControlChange(3, 21, 1))))
                .contains("Nobody listens")
                .contains("Near miss: Knob 1 of Box sends CC 21, ch 1, absolute; this came on channel 3.");
        assertThat(explain(bench.arrive("box", OscMessage.of("/box/Wheel", 1f))))
                .contains("capital and small letters");
        bench.gone("desk");
        assertThat(explain(bench.knob(21, 5))).contains("It heard, but Desk is not there.");
    }

    private static String explain(Trace trace) {
        return Explain.lines(trace, trace.rig()).stream().map(Line::text).collect(Collectors.joining("\n"));
    }
}
