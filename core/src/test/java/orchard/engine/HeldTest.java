package orchard.engine;

import static orchard.engine.Synth.OFF;
import static orchard.engine.Synth.ON;
import static orchard.engine.Synth.note;
import static orchard.engine.Synth.on;
import static orchard.engine.Synth.pad;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.Action;
import orchard.action.Hold;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Rate;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** What is held is paid exactly once, whatever comes between: each of these once left something hanging. */
class HeldTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Action HOLD = new Hold(CUTOFF, new Value.Fixed(300));

    @Test
    void aNoteAfterAWaitThatOutlastsItsPressLastsAShortTime() {
        Synth synth = new Synth(pad(new Wait(0.5), note()));
        synth.press();
        synth.bench.pass(100);
        synth.release();
        synth.bench.pass(450);
        assertThat(synth.notes()).containsExactly(ON);
        synth.bench.pass(250);
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void aNoteOnReleaseLastsAShortTime() {
        Synth synth = new Synth(pad(List.of(new Reset(CUTOFF)), List.of(note())));
        synth.press();
        synth.release();
        synth.bench.pass(250);
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void anActionThatFailsKeepsNoOtherFromBeingDone() {
        Synth synth = new Synth(pad(note()));
        synth.bench.refuses = "desk";
        Mapping both = pad(List.of(new SetTo(CUTOFF, new Value.Fixed(400)), note()), List.of(new Reset(CUTOFF)));
        synth.edit(
                synth.rig.apply(Edit.change("change", synth.rig.part("m1").orElseThrow(), new Part.OfMapping(both))));
        synth.press();
        synth.release();
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void aSmoothedShapeBeforeAPressIsLetGoWithTheKey() {
        Synth synth = new Synth(
                on("pad2", "gate", Gesture.MOVE, new Shape(List.of(new Smooth(0.1))), new Actions(List.of(note()))));
        synth.press();
        synth.bench.pass(300);
        assertThat(synth.notes()).containsExactly(ON);
        synth.release();
        assertThat(synth.notes()).containsExactly(ON, OFF);
        synth.press();
        synth.release();
        synth.bench.pass(1_000);
        assertThat(synth.notes().stream().filter(OFF::equals))
                .hasSameSizeAs(synth.notes().stream().filter(ON::equals).toList());
    }

    @Test
    void theTriggersDeviceIsDeleted() {
        Synth synth = new Synth(pad(note()));
        synth.press();
        synth.remove("box");
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void thePadIsTaughtAnotherMessage() {
        Synth synth = new Synth(pad(note()));
        synth.press();
        Device box = synth.rig.ownDevice("box").orElseThrow();
        Device taught = new Device(
                box.id(),
                box.name(),
                box.role(),
                box.seat(),
                box.profile()
                        .withControls(box.profile().controls().stream()
                                .map(c -> c.id().equals("pad2")
                                        ? c.sending(c.dimensions().stream()
                                                .map(d -> d.name().equals("gate")
                                                        ? d.with(new MessagePattern.NoteGate(1, 99))
                                                        : d)
                                                .toList())
                                        : c)
                                .toList()));
        synth.edit(synth.rig.apply(Edit.change("teach", new Part.OfDevice(box), new Part.OfDevice(taught))));
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void aMappingThatIsDeletedDoesNothingAnyMore() {
        Synth synth = new Synth(pad(new Wait(0.3), note()));
        synth.press();
        synth.remove("m1");
        synth.bench.pass(1_000);
        assertThat(synth.notes()).isEmpty();
        Synth held = new Synth(
                on("pad2", "gate", new Gesture(Gesture.Kind.HOLD, 0.3), Shape.WHOLE, new Actions(List.of(note()))));
        held.press();
        held.remove("m1");
        held.bench.pass(1_000);
        assertThat(held.notes()).isEmpty();
        Synth slow = new Synth(on(
                "fader",
                "position",
                Gesture.MOVE,
                new Shape(List.of(new Rate(10))),
                new Actions(List.of(new SetParameter(CUTOFF)))));
        slow.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        slow.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127));
        slow.bench.pass(100);
        slow.remove("m1");
        slow.bench.sent.clear();
        slow.bench.pass(10_000);
        assertThat(slow.bench.words("desk").stream().filter(words -> words.startsWith("/desk/cutoff")))
                .as("only what the desk did not confirm is said once more")
                .hasSizeLessThanOrEqualTo(1);
    }

    @Test
    void aMappingThatIsOnlyTaggedGoesOn() {
        Mapping holds = pad(note());
        Synth synth = new Synth(holds);
        synth.press();
        synth.edit(synth.rig.apply(Edit.change(
                "tag", new Part.OfMapping(holds), new Part.OfMapping(holds.with(new Marks(true, List.of("x")))))));
        assertThat(synth.notes()).containsExactly(ON);
        synth.release();
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void fourThousandWaitsKeepNoNoteFromEnding() {
        Synth synth = new Synth(pad(note(), new Wait(600), note()));
        for (int i = 0; i < Timers.MOST + 10; i++) {
            synth.press();
            synth.release();
        }
        assertThat(synth.notes()).hasSize(2 * (Timers.MOST + 10)).endsWith(ON, OFF);
    }

    @Test
    void aDatedPressWhoseDeviceIsGoneIsForgotten() {
        Synth synth = new Synth(pad(note()));
        long later = synth.bench.nanos + 100_000_000;
        synth.bench.engine.handle(new Event.Dated(
                synth.bench.nanos, later, "box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100)));
        synth.bench.gone("box");
        synth.bench.pass(500);
        assertThat(synth.notes()).isEmpty();
    }

    @Test
    void aNoteTypedByHandIsLetGoByPanic() {
        Synth synth = new Synth();
        synth.bench.engine.handle(new Event.Typed(synth.bench.nanos, "synth", Synth.NOTE, "typed"));
        synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
        assertThat(synth.notes()).containsExactly(ON, OFF);
        synth.bench.engine.handle(new Event.Typed(synth.bench.nanos, "stranger", Synth.NOTE, "typed"));
        synth.bench.engine.letGo();
        assertThat(synth.bench.words("stranger")).containsExactly(ON, OFF);
    }

    @Test
    void aPadWhosePressureNeverComesBackIsLetGoWithTheHit() {
        Synth synth = new Synth(on("pad2", "pressure", new Actions(List.of(note()))));
        synth.press();
        synth.bench.arrive("box", new MidiMessage.PolyPressure(1, WorldRig.FIRST_PAD + 2, 100));
        synth.release();
        assertThat(synth.notes()).containsExactly(ON, OFF);
    }

    @Test
    void theSynthIsDeletedWhileItSounds() {
        Synth synth = new Synth(pad(note()));
        synth.press();
        synth.remove("synth");
        assertThat(synth.notes())
                .as("before the plan takes effect, so before its seat goes")
                .containsExactly(ON, OFF);
    }

    @Test
    void aSynthThatComesBackIsSilencedOnItsChannel() {
        Synth synth = new Synth(pad(note()));
        synth.press();
        synth.bench.gone("synth");
        synth.release();
        synth.bench.present("synth");
        assertThat(synth.notes()).containsExactly(ON, OFF);
        assertThat(synth.bench.words("synth")).last().isEqualTo("CC 123 = 0, ch 1");
    }

    @Test
    void afterPanicAPressBeginsAnew() {
        Synth twice = new Synth(
                on("pad2", "gate", new Gesture(Gesture.Kind.DOUBLE, 1), Shape.WHOLE, new Actions(List.of(note()))));
        twice.press();
        twice.release();
        twice.bench.engine.handle(new Event.Panic(twice.bench.nanos));
        twice.press();
        assertThat(twice.notes()).as("one press is no double press").isEmpty();
        Synth held = new Synth(on(
                "pad2",
                "gate",
                new Gesture(Gesture.Kind.HOLD, 0.3),
                Shape.WHOLE,
                new Actions(List.of(new Reset(CUTOFF)), List.of(note()))));
        held.press();
        held.bench.pass(400);
        held.bench.engine.handle(new Event.Panic(held.bench.nanos));
        held.release();
        held.press();
        held.bench.pass(50);
        held.release();
        assertThat(held.notes()).as("a short press is no release of a long one").isEmpty();
    }

    @Test
    void aPadHeldThroughPanicAndAPageTurnMovesNothing() {
        Mapping one = on("pad0", "gate", new Actions(List.of(new SetParameter(CUTOFF))));
        Mapping two = on(
                        "pad0@2",
                        "pressure",
                        new Actions(List.of(new SetParameter(new Ref.ToParameter("desk", "blend")))))
                .as("m2");
        Synth synth = new Synth(one, two);
        synth.bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD, 100));
        synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
        synth.bench.arrive("box", new MidiMessage.NoteOn(2, 2, 127));
        synth.bench.arrive("box", new MidiMessage.NoteOff(2, 2, 0));
        synth.bench.sent.clear();
        synth.bench.arrive("box", new MidiMessage.PolyPressure(1, WorldRig.FIRST_PAD, 90));
        synth.bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD, 0));
        assertThat(synth.bench.words("desk")).isEmpty();
    }

    @Test
    void whatIsHeldReturnsOnPanicOnReleaseBeforeItsWaitAndOnDeletion() {
        for (String how : List.of("panic", "early", "delete", "unplug", "shutdown")) {
            Synth synth = new Synth(how.equals("early") ? pad(new Wait(0.2), HOLD) : pad(HOLD));
            synth.bench.tell("cutoff", 2000, "");
            synth.press();
            switch (how) {
                case "panic" -> synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
                case "early" -> {
                    synth.release();
                    synth.bench.pass(450);
                }
                case "delete" -> synth.remove("m1");
                case "unplug" -> synth.bench.gone("box");
                default -> synth.bench.engine.letGo();
            }
            assertThat(synth.bench.words("desk"))
                    .as(how)
                    .containsSubsequence("/desk/cutoff 300.000", "/desk/cutoff 2000.000");
        }
    }

    @Test
    void twoHandsOnOneParameterReturnItToWhereItWas() {
        Mapping other = on("pad3", "gate", new Actions(List.of(new Hold(CUTOFF, new Value.Fixed(1000)))))
                .as("m2");
        Synth synth = new Synth(pad(HOLD), other);
        synth.bench.tell("cutoff", 2000, "");
        synth.press();
        synth.bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 3, 100));
        synth.release();
        synth.bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 3, 0));
        assertThat(synth.bench.words("desk"))
                .containsExactly("/desk/cutoff 300.000", "/desk/cutoff 1000.000", "/desk/cutoff 2000.000");
    }

    @Test
    void whatIsHeldReturnsAlsoWhenItsDeviceWasAway() {
        Synth synth = new Synth(pad(HOLD));
        synth.bench.tell("cutoff", 2000, "");
        synth.press();
        synth.bench.tell("cutoff", 300, "");
        synth.bench.gone("desk");
        synth.release();
        synth.bench.present("desk");
        synth.bench.sent.clear();
        synth.bench.tell("cutoff", 300, "");
        assertThat(synth.bench.words("desk")).containsExactly("/desk/cutoff 2000.000");
    }

    @Test
    void aResetThatIsRemovedWhileHeldResetsNothingAnyMore() {
        Mapping knob = on("fader", "position", new Actions(List.of(new SetParameter(CUTOFF))))
                .as("m2");
        Synth synth = new Synth(pad(new ResetMoved()), knob);
        synth.press();
        synth.remove("m1");
        synth.bench.sent.clear();
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        assertThat(synth.bench.words("desk")).containsExactly("/desk/cutoff 200.000");
    }
}
