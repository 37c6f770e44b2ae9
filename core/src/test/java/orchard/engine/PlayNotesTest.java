package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Keys;
import orchard.layout.Layout;
import orchard.rig.Edit;
import orchard.rig.Keyboards;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Rows;
import orchard.signal.MidiMessage;
import orchard.signal.TouchMessage;
import org.junit.jupiter.api.Test;

/** Keys of a layout that play a synth: whatever happens meanwhile, what was struck sounds once and is let go once. */
class PlayNotesTest {

    private static final String ID = "layout1";

    private Synth synth;

    private Layout layout() {
        return synth.rig.layout(ID).orElseThrow();
    }

    private Element keys() {
        return layout().element("e1").orElseThrow();
    }

    private void draw() {
        synth = new Synth();
        Element keys = new Element("e1", "Keys", new Box(0, 0, 32, 6), new Keys(58, 66, Keys.Strike.FRONT, true));
        Rig rig = synth.rig.apply(Edit.add("draw", new Part.OfLayout(new Layout(ID, "Keys", List.of(keys)))));
        synth.edit(rig.apply(new Keyboards(rig).played(rig.layout(ID).orElseThrow(), keys, "plays", "synth")));
        synth.bench.sent.clear();
    }

    private void touch(int note, double velocity) {
        synth.bench.arrive(ID, new TouchMessage("e1-" + note, velocity, ""));
    }

    @Test
    void eachKeyPlaysItsOwnNoteAsHardAsItIsStruck() {
        draw();
        touch(60, 1);
        touch(61, 0.5);
        touch(60, 0);
        touch(62, 0.001);
        touch(61, 0);
        touch(62, 0);
        assertThat(synth.notes())
                .containsExactly(
                        "note 60 on, velocity 127, ch 1",
                        "note 61 on, velocity 64, ch 1",
                        "note 60 off, ch 1",
                        "note 62 on, velocity 1, ch 1",
                        "note 61 off, ch 1",
                        "note 62 off, ch 1");
    }

    @Test
    void aHeldKeyIsLetGoWhereItWasStruckThoughTheKeysAreOthersNow() {
        draw();
        touch(60, 1);
        Layout before = layout();
        Layout after = before.with(keys().as(((Keys) keys().face()).over(59, 61)));
        synth.edit(synth.rig.apply(new Rows(synth.rig).edit("fewer", before, after)));
        synth.edit(synth.rig.apply(new Keyboards(synth.rig).played(layout(), keys(), "channel", "2")));
        touch(60, 0);
        touch(60, 1);
        synth.edit(synth.rig.apply(new Rows(synth.rig).edit("delete", layout(), null)));
        assertThat(synth.notes())
                .containsExactly(
                        "note 60 on, velocity 127, ch 1",
                        "note 60 off, ch 1",
                        "note 60 on, velocity 127, ch 2",
                        "note 60 off, ch 2");
    }

    /** Fingers, edits, undo, panic and a cable that is pulled, in any order: nothing sounds twice at once, and nothing sounds in the end. */
    @Property(tries = 300)
    void whateverHappensNothingHangs(@ForAll Random random) {
        draw();
        Rig drawn = synth.rig;
        Set<Integer> down = new HashSet<>(Set.of(60));
        touch(60, 1);
        for (int i = 0; i < 60; i++) {
            step(random, drawn, down);
        }
        synth.bench.present("synth");
        down.forEach(note -> touch(note, 0));
        int made = 0;
        Map<String, Integer> sounding = new HashMap<>();
        for (Bench.Sent sent : synth.bench.sent) {
            if (sent.device().equals("synth") && sent.message() instanceof MidiMessage.NoteOn on) {
                made++;
                assertThat(sounding.merge(on.channel() + "/" + on.note(), 1, Integer::sum))
                        .as("nothing sounds twice at once")
                        .isEqualTo(1);
            } else if (sent.device().equals("synth") && sent.message() instanceof MidiMessage.NoteOff off) {
                sounding.computeIfPresent(
                        off.channel() + "/" + off.note(), (key, count) -> count > 1 ? count - 1 : null);
            }
        }
        assertThat(sounding).isEmpty();
        assertThat(made).as("it played at all").isPositive();
    }

    private void step(Random random, Rig drawn, Set<Integer> down) {
        int note = 58 + random.nextInt(9);
        boolean isDrawn = synth.rig.layout(ID).flatMap(l -> l.element("e1")).isPresent();
        switch (random.nextInt(isDrawn ? 16 : 8)) {
            case 0 -> synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
            case 1 -> synth.edit(drawn);
            case 2 -> {
                synth.bench.gone("synth");
                synth.bench.present("synth");
            }
            case 8 -> {
                int from = 55 + random.nextInt(8);
                Layout after =
                        layout().with(keys().as(((Keys) keys().face()).over(from, from + 3 + random.nextInt(5))));
                synth.edit(synth.rig.apply(new Rows(synth.rig).edit("over", layout(), after)));
            }
            case 9 -> {
                boolean plays = new Keyboards(synth.rig).plays(layout(), keys()).isPresent();
                Keyboards keyboards = new Keyboards(synth.rig);
                synth.edit(synth.rig.apply(
                        plays && random.nextBoolean()
                                ? keyboards.played(layout(), keys(), "channel", String.valueOf(1 + random.nextInt(2)))
                                : keyboards.played(layout(), keys(), "plays", plays ? "" : "synth")));
            }
            case 10 ->
                synth.edit(synth.rig.apply(new Rows(synth.rig)
                        .edit("delete", layout(), random.nextBoolean() ? null : layout().without("e1"))));
            default -> {
                if (down.remove(note)) {
                    touch(note, 0);
                } else {
                    down.add(note);
                    touch(note, random.nextInt(1, 128) / 127.0);
                }
            }
        }
    }
}
