package orchard.engine;

import java.util.List;
import java.util.Optional;
import orchard.action.Action;
import orchard.action.Send;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Formula;
import orchard.shape.Shape;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/** A bench with the gear of {@link WorldRig}: a box with pads, software, and a synth whose notes are counted. */
final class Synth {

    static final Message NOTE = new MidiMessage.NoteOn(1, 60, 90);

    final Bench bench;
    Rig rig;

    Synth(Mapping... mappings) {
        rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
        bench.present("synth");
        bench.pass(700);
        bench.sent.clear();
        bench.traces.clear();
    }

    static Action note() {
        return new Send("synth", NOTE);
    }

    static Mapping on(String control, String dimension, Actions then) {
        return on(control, dimension, Gesture.MOVE, Shape.WHOLE, then);
    }

    static Mapping on(String control, String dimension, Gesture gesture, Shape shape, Actions then) {
        return new Mapping(
                "m1",
                new When(List.of(new Ref.ToControl("box", control, dimension)), gesture),
                List.of(),
                new Always(),
                shape,
                then,
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    static Mapping pad(Action... press) {
        return on("pad2", "gate", new Actions(List.of(press)));
    }

    static Mapping pad(List<Action> press, List<Action> release) {
        return on("pad2", "gate", new Actions(press, release));
    }

    static Shape formula(String text) {
        return new Shape(List.of(new Formula(text)));
    }

    void press() {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100));
    }

    void release() {
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0));
    }

    void edit(Rig next) {
        rig = next;
        bench.edit(next);
    }

    void remove(String id) {
        Optional<Part> part = rig.part(id);
        edit(rig.apply(Edit.remove("remove", part.orElseThrow())));
    }

    /** What the synth was told of notes, in order. */
    List<String> notes() {
        return bench.words("synth").stream()
                .filter(words -> words.startsWith("note"))
                .toList();
    }

    static final String ON = "note 60 on, velocity 90, ch 1";
    static final String OFF = "note 60 off, ch 1";
}
