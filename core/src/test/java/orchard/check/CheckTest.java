package orchard.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.Gear;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.condition.Always;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.form.MessageForm;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Layer;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Song;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import orchard.trigger.MessageHeard;
import org.junit.jupiter.api.Test;

class CheckTest {

    @Test
    void aSoundRigHasNoFindings() {
        assertThat(find(Gear.rig(Gear.mapping("m1", "k1", "turn", "volume")))).isEmpty();
    }

    @Test
    void findsTwoMappingsThatDriveOneParameter() {
        List<Finding> findings =
                find(Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"), Gear.mapping("m2", "k2", "turn", "volume")));
        assertThat(findings).singleElement().satisfies(finding -> {
            assertThat(finding.finder().title()).isEqualTo("Two hands on one parameter");
            assertThat(finding.sentence()).isEqualTo("Surf › Volume is set by Knob 1 of Box and Knob 2 of Box.");
            assertThat(finding.place()).isEqualTo(new Finding.Place(Finding.Page.MAP, "m2", ""));
        });
    }

    @Test
    void findsLightsOfTwoSentencesAndRulesThatNeverHold() {
        Mapping one = Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "p1.led", Show.Rule.ON_OFF);
        Mapping other = Gear.answering(Gear.mapping("m2", "k2", "turn", "mute"), "p1.led", Show.Rule.ON_OFF);
        assertThat(find(Gear.rig(one, other))).singleElement().satisfies(finding -> {
            assertThat(finding.finder().title()).isEqualTo("Several answers on one light");
            assertThat(finding.sentence()).isEqualTo("Lamp 1 answers Knob 1 of Box and Knob 2 of Box.");
        });
        Show.Answer second = other.show().answers().get(0);
        assertThat(find(Gear.rig(one, other.with(new Show(List.of(second.ranked(1)))))))
                .as("said which is asked first")
                .isEmpty();
        Rung gone = new Rung(new Not(new LayerOn("gone")), Show.Rule.ON, Look.in("red"));
        assertThat(find(Gear.rig(
                        one.with(new Show(List.of(one.show().answers().get(0).with(List.of(gone))))))))
                .singleElement()
                .satisfies(finding -> assertThat(finding.finder().title()).isEqualTo("Lights whose rules never hold"));
    }

    private static Device slow(Device device) {
        return device.with(device.profile().with(device.profile().traits().withBaud(300)));
    }

    @Test
    void findsWiresThatCarryTooLittleForWhatTurns() {
        Device box = slow(Gear.box());
        Layer storm = new Layer("storm", "Storm", Layer.Sign.WAVES, "", false, List.of(), null, null);
        Mapping one = Gear.answering(
                Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "k1.text", Show.Rule.VALUE),
                "k1.ring",
                Show.Rule.VALUE);
        Rig rig = Rig.of(List.of(
                new Part.OfDevice(box),
                new Part.OfDevice(Gear.desk()),
                new Part.OfLayer(storm),
                new Part.OfMapping(one.in(List.of("storm")))));
        assertThat(Check.of(Scene.of(rig, rig)).stream().filter(finding -> finding.finder() instanceof SlowWire))
                .singleElement()
                .satisfies(finding -> assertThat(finding.sentence())
                        .isEqualTo("When layer Storm turns, the lights of Box are right after 700 ms only."));
        assertThat(SlowWire.millis(box, Set.of(new Ref.ToLight("box", "k1.text"), new Ref.ToLight("box", "k1.ring"))))
                .as("18 and 3 bytes of ten bits each, 300 a second")
                .isEqualTo(700);
    }

    @Test
    void findsWhatIsTooSmallForAFinger() {
        Layout layout = new Layout(
                "layout1",
                "Tablet",
                List.of(
                        new Element("e1", "Narrow", new Box(0, 0, 1, 8), Kind.FADER.plain()),
                        new Element("e2", "Low", new Box(4, 0, 4, 1), Kind.BUTTON.plain()),
                        new Element("e3", "Title", new Box(8, 0, 1, 1), Kind.LABEL.plain()),
                        new Element("e4", "Large", new Box(10, 0, 2, 2), Kind.PAD.plain())));
        Rig rig = Gear.rig().apply(Edit.add("draw", new Part.OfLayout(layout)));
        assertThat(find(rig)).singleElement().satisfies(finding -> {
            assertThat(finding.sentence())
                    .isEqualTo(
                            "Narrow of Tablet is 32 × 320 pixels on a tablet of 1024 × 768, and so small are 1 more.");
            assertThat(finding.place()).isEqualTo(new Finding.Place(Finding.Page.LAYOUTS, "layout1", "e1"));
        });
    }

    @Test
    void findsWhatIsMissing() {
        Rig rig = Gear.rig(
                Gear.mapping("m1", "k9", "turn", "volume"),
                Gear.mapping("m2", "k1", "turn", "reverb"),
                Gear.mapping("m3", "k2", "turn", "meter"));
        assertThat(find(rig))
                .extracting(Finding::cause)
                .containsExactly(
                        "Box has no control “k9”.",
                        "Desk has no parameter “reverb”.",
                        "Surf › Meter can only be read, not set.");
    }

    @Test
    void findsControlsThatSendTheSameMessage() {
        Device box = Gear.box();
        List<Control> controls = new ArrayList<>(box.profile().controls());
        Control first = controls.get(0);
        controls.add(new Control("k3", "Knob 3", first.kind(), first.dimensions(), first.face()));
        Profile same = new Profile(controls, List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Rig rig = Rig.of(List.of(new Part.OfDevice(new Device("box", "Box", "", box.seat(), same))));
        assertThat(find(rig)).singleElement().satisfies(finding -> {
            assertThat(finding.sentence()).isEqualTo("Knob 1 and Knob 3 of Box send the same message, CC 21, ch 1.");
            assertThat(finding.place()).isEqualTo(new Finding.Place(Finding.Page.DESCRIBE, "box", "k3"));
        });
    }

    @Test
    void findsSentencesThatAnswerThemselves() {
        Rig rig = Gear.rig()
                .apply(Edit.add("add", new Part.OfMapping(answering("CC 40 = {v}, ch 1", "CC 40 = {v}, ch 1"))));
        assertThat(find(rig)).singleElement().satisfies(finding -> {
            assertThat(finding.sentence()).endsWith(": what it says would set it off again");
            assertThat(finding.cause()).startsWith("It says “CC 40 = {v}, ch 1” to Box.");
            assertThat(finding.place()).isEqualTo(new Finding.Place(Finding.Page.MAP, "m1", ""));
        });
        for (String said : List.of("CC 40 = {v}, ch 2", "CC 41 = {v}, ch 1", "program {v}, ch 1")) {
            assertThat(find(Gear.rig()
                            .apply(Edit.add("add", new Part.OfMapping(answering("CC 40 = {v}, ch 1", said))))))
                    .as(said)
                    .isEmpty();
        }
    }

    private static Mapping answering(String heard, String said) {
        return new Mapping(
                "m1",
                new When(List.of(), Gesture.MOVE, List.of(new MessageHeard(List.of("box"), MessageForm.of(heard)))),
                List.of(),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new SayMessage("box", MessageForm.of(said), List.of()))),
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    @Test
    void findsSongsThatSpeakToNobody() {
        Song song = new Song("s", 1, "Low Water", "", List.of(new Send("nobody", new MidiMessage.ProgramChange(1, 5))));
        Rig rig = Gear.rig().apply(Edit.add("add", new Part.OfSong(song)));
        assertThat(find(rig)).singleElement().satisfies(finding -> {
            assertThat(finding.cause()).contains("a device that is not in the rig (nobody)");
            assertThat(finding.place().page()).isEqualTo(Finding.Page.SONGS);
        });
    }

    @Test
    void findsDevicesThatAreNotThere() {
        Rig rig = Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"));
        assertThat(Check.of(new Scene(rig, rig, Set.of("desk"), Map.of(), Map.of(), Map.of(), Map.of())))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.sentence()).isEqualTo("Desk is not there.");
                    assertThat(finding.cause()).isEqualTo("1 mapping needs it.");
                });
    }

    @Test
    void gearThatNoMappingNeedsIsNoFinding() {
        Rig rig = Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"));
        Rig idle = Gear.rig();
        Set<String> all = Set.of("box", "desk");
        Map<String, String> trouble = Map.of("box", "It is in trouble.");
        assertThat(Check.of(new Scene(idle, idle, all, trouble, trouble, trouble, Map.of())))
                .isEmpty();
        assertThat(Check.of(new Scene(rig, rig, all, trouble, trouble, trouble, Map.of())))
                .hasSize(5);
    }

    @Test
    void findsDevicesThatNeedBothDirectionsAndHaveOne() {
        Rig rig = Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"));
        assertThat(Check.of(new Scene(
                        rig,
                        rig,
                        Set.of(),
                        Map.of("box", "Nothing can be sent to it: its port only comes in."),
                        Map.of(),
                        Map.of(),
                        Map.of())))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.sentence()).isEqualTo("Box has one direction only.");
                    assertThat(finding.place()).isEqualTo(new Finding.Place(Finding.Page.CONNECT, "box", ""));
                });
    }

    @Test
    void twoControlsThatFollowTheirParameterAreNoFinding() {
        Mapping one = Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "k1.ring", Show.Rule.VALUE);
        Mapping two = Gear.answering(Gear.mapping("m2", "k2", "turn", "volume"), "k1.ring", Show.Rule.VALUE);
        assertThat(find(Gear.rig(one, two))).isEmpty();
        assertThat(find(Gear.rig(one, Gear.mapping("m2", "k2", "turn", "volume"))))
                .hasSize(1);
    }

    /** A wire that is asked for more than it carries is named with the turn that asks it, and what to leave out. */
    @Test
    void aSlowWireIsNamedAndCanBeThinned() {
        Mapping mapping = Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "k1.text", Show.Rule.VALUE)
                .in(List.of("layer1"));
        Rig rig = Gear.rig(mapping)
                .apply(Edit.add("layer", new Part.OfLayer(new Layer("layer1", "Storm", Layer.Sign.WAVES))));
        assertThat(find(rig))
                .extracting(finding -> finding.finder().title())
                .doesNotContain("Wires that carry too little");
        Device box = rig.ownDevice("box").orElseThrow();
        Rig slow = rig.apply(Edit.change(
                "slow",
                new Part.OfDevice(box),
                new Part.OfDevice(
                        box.with(box.profile().with(box.profile().traits().withBaud(300))))));
        assertThat(find(slow))
                .filteredOn(finding -> finding.finder() instanceof SlowWire)
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.sentence())
                            .startsWith("When layer Storm turns, the lights of Box are right after ");
                    assertThat(finding.fix())
                            .contains(new Finding.Fix(
                                    "Let Display 1 answer no more", Finding.Remedy.THIN, "box", "k1.text"));
                });
    }

    /** What stand-ins are known to show otherwise is a finding of its own. */
    @Test
    void lightsThatShowSomethingElseAreNamed() {
        Rig rig = Gear.rig();
        Scene scene = new Scene(
                rig,
                rig,
                Set.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Set.of(new Ref.ToLight("box", "p1.led")));
        assertThat(Check.of(scene))
                .filteredOn(finding -> finding.finder() instanceof LightsAstray)
                .extracting(Finding::sentence)
                .containsExactly("On Box, Lamp 1 shows something else than Orchard believes.");
        assertThat(Check.of(Scene.of(rig, rig)))
                .filteredOn(finding -> finding.finder() instanceof LightsAstray)
                .isEmpty();
    }

    /** What is of the rig alone may be known already; either way the same is found, in the same order. */
    @Test
    void whatIsInTroubleComesFirst() {
        Rig rig = Gear.rig(
                Gear.mapping("m1", "k1", "turn", "volume"),
                Gear.mapping("m2", "k2", "turn", "volume"),
                Gear.mapping("m3", "k9", "turn", "volume"));
        Scene scene = new Scene(
                rig,
                rig,
                Set.of("desk"),
                Map.of(),
                Map.of("box", "3 differences"),
                Map.of("box", "Pull its cable."),
                Map.of("m1", "It goes round."));
        assertThat(Check.of(scene))
                .extracting(finding -> finding.finder().title())
                .containsExactly(
                        "Does not answer",
                        "Goes round without end",
                        "Missing",
                        "Not plugged in",
                        "Two hands on one parameter",
                        "Other programme");
        assertThat(Check.FINDERS).extracting(Finder::effect).isSorted();
        assertThat(Check.of(scene, Check.ofRig(scene))).isEqualTo(Check.of(scene));
        assertThat(Check.FINDERS).extracting(Finder::title).doesNotHaveDuplicates();
    }

    private static List<Finding> find(Rig rig) {
        return Check.ofRig(Scene.of(rig, rig));
    }
}
