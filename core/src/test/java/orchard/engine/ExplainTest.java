package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.Gear;
import orchard.mapping.Show;
import orchard.outcome.Line;
import orchard.outcome.Line.Tone;
import orchard.signal.Malformed;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

/** Every kind of outcome has its words. */
class ExplainTest {

    private final Bench bench = new Bench(Gear.rig(
            Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "k1.text", Show.Rule.VALUE),
            Gear.mapping("m2", "k2", "turn", "gone")));

    @Test
    void tellsWhatCameFromTheSoftware() {
        bench.tell("volume", -30, "");
        assertThat(explain()).contains(line(Tone.IN, "Surf › Volume is at −30.0 dB: no news."));
        bench.tell("volume", -20, "");
        assertThat(explain()).contains(line(Tone.IN, "Surf › Volume is at −20.0 dB: changed on its own side."));
        bench.pass(100);
        bench.tell("volume", -20, "");
        assertThat(explain()).contains(line(Tone.IN, "Surf › Volume is at −20.0 dB: no news."));
        bench.knob(21, 127);
        bench.tell("volume", 6, "full");
        assertThat(explain()).contains(line(Tone.IN, "Surf › Volume is at full: the answer to what Orchard set."));
    }

    @Test
    void tellsNamesPresenceAndGreetings() {
        bench.arrive("desk", OscMessage.of("/desk/name", "Deep Surf"));
        assertThat(explain()).contains(line(Tone.IN, "It is called “Deep Surf” from now on."));
        bench.gone("desk");
        assertThat(explain()).containsExactly(line(Tone.IN, "Desk is gone."));
        bench.present("desk");
        assertThat(explain())
                .containsExactly(
                        line(Tone.IN, "Desk is there."), line(Tone.OUT, "The greeting of Desk: /desk/hello ."));
        bench.engine.handle(new Event.Panic(bench.nanos));
        assertThat(explain())
                .containsExactly(
                        line(Tone.THROUGH, "Everything was stopped."),
                        line(Tone.OUT, "The panic of Desk: /desk/stop ."));
    }

    @Test
    void tellsWhatIsTouchedOnAPageAndWhatIsRefused() {
        bench.engine.handle(new Event.Touched(bench.nanos, "desk", "volume", 1));
        assertThat(explain())
                .startsWith(
                        line(Tone.IN, "Surf › Volume was touched on a page."),
                        line(Tone.OUT, "Surf › Volume was set to 6.0 dB: /desk/volume 6.000 to Desk."));
        bench.engine.handle(new Event.Touched(bench.nanos, "desk", "meter", 1));
        assertThat(explain()).contains(line(Tone.WRONG, "There is no such parameter to set: meter."));
        bench.gone("desk");
        bench.engine.handle(new Event.Touched(bench.nanos, "desk", "volume", 0));
        assertThat(explain()).contains(line(Tone.WRONG, "Desk is not there."));
        bench.arrive("box", Malformed.of(new byte[] {1, 2}, "byte 0: expected “/”"));
        assertThat(explain()).contains(line(Tone.WRONG, "byte 0: expected “/”."));
    }

    @Test
    void tellsFaultsOnceAndControlsThatLeadNowhere() {
        bench.knob(22, 65);
        assertThat(explain()).anyMatch(l -> l.tone() == Tone.WRONG && l.text().contains("has no parameter “gone”"));
        bench.knob(22, 65);
        assertThat(explain()).noneMatch(l -> l.tone() == Tone.WRONG);
        bench.arrive("box", OscMessage.of("/box/wheel", 1f));
        assertThat(explain()).contains(line(Tone.MISSED, "No mapping listens to Wheel of Box."));
    }

    @Test
    void tellsStrangersAndOtherDevicesNearMisses() {
        bench.arrive("osc:/lamp", OscMessage.of("/lamp", 1));
        assertThat(explain()).first().isEqualTo(line(Tone.IN, "/lamp 1 came from an unknown sender."));
        bench.arrive("desk", OscMessage.of("/box/wheel/2", 1));
        assertThat(explain()).anyMatch(l -> l.text().contains("one address is the beginning of the other"));
    }

    private List<Line> explain() {
        Trace trace = bench.last();
        return Explain.lines(trace, trace.rig());
    }

    private static Line line(Tone tone, String text) {
        return new Line(tone, text, "");
    }
}
