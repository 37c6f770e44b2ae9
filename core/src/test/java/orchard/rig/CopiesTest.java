package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Hold;
import orchard.action.Nudge;
import orchard.action.Reset;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import org.junit.jupiter.api.Test;

class CopiesTest {

    private static final Ref.ToControl KNOB = new Ref.ToControl("box", "k1", "turn");
    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");

    private static Device other(Device device, String id, String name, Profile profile) {
        return new Device(id, name, "", device.seat(), profile);
    }

    /** The rig with a second box whose pads have other ids, a second desk, and a second page of knobs. */
    private static Rig rig(Mapping... mappings) {
        Device box = Gear.box();
        List<Control> renamed = new ArrayList<>();
        for (Control control : box.profile().controls()) {
            renamed.add(
                    control.kind() == Control.Kind.PAD
                            ? new Control(
                                    "left-" + control.id(),
                                    control.name(),
                                    control.kind(),
                                    control.dimensions(),
                                    control.face())
                            : control);
        }
        List<Part> parts = new ArrayList<>(Gear.rig(mappings).parts());
        parts.removeIf(part -> part.id().equals("box"));
        List<Control> paged = new ArrayList<>(box.profile().controls());
        Control knob = box.profile().control("k1").orElseThrow();
        paged.add(new Control(
                "k1@2", knob.name(), "", knob.kind(), knob.dimensions(), knob.face(), new Control.Page("knobs", 2)));
        parts.add(new Part.OfDevice(other(box, "box", "Box", box.profile().withControls(paged))));
        parts.add(new Part.OfDevice(
                other(box, "crate", "Crate", box.profile().withControls(renamed).withLights(List.of()))));
        parts.add(new Part.OfDevice(
                other(Gear.desk(), "stage", "Stage", Gear.desk().profile())));
        return Rig.of(parts);
    }

    @Test
    void aPairIsAnsweredByTheLightsOfItsControlAndASwitchByItsGate() {
        Rig rig = rig();
        Mapping made = new MappingCopier(rig).pair("m1", KNOB, CUTOFF);
        assertThat(made.show().answers())
                .extracting(answer -> answer.light().light())
                .containsExactly("k1.text", "k1.ring");
        Mapping pad = new MappingCopier(rig)
                .pair("m1", new Ref.ToControl("box", "p1", "velocity"), new Ref.ToParameter("desk", "mute"));
        assertThat(pad.trigger().dimension()).isEqualTo("gate");
        assertThat(pad.show().answers()).extracting(Show.Answer::rule).containsExactly(Show.Rule.ON_OFF);
        assertThatThrownBy(() -> new MappingCopier(rig(made)).pair("m2", KNOB, CUTOFF))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("already");
    }

    @Test
    void aSetIsCopiedToAnotherControllerByIdOrByItsPlaceInTheRow() {
        Mapping knob = new MappingCopier(rig()).pair("m1", KNOB, CUTOFF);
        Mapping pad = Gear.mapping("m2", "p2", "gate", "mute")
                .with(new Actions(List.of(new SetTo(CUTOFF, new Value.Fixed(500))), List.of(new Reset(CUTOFF))));
        Rig rig = rig(knob, pad);
        List<Mapping> made = new MappingCopier(rig).toDevice(rig.mappings(), "box", "crate");
        assertThat(made).extracting(Mapping::id).containsExactly("m3", "m4");
        assertThat(made.get(0).trigger()).isEqualTo(new Ref.ToControl("crate", "k1", "turn"));
        assertThat(made.get(0).show().answers()).as("the crate has no lights").isEmpty();
        assertThat(made.get(1).trigger().control()).isEqualTo("left-p2");
        assertThat(made.get(1).actions()).isEqualTo(pad.actions());
        assertThatThrownBy(() -> new MappingCopier(rig).toDevice(rig.mappings(), "box", "desk"))
                .hasMessageContaining("Desk has 0 endless knobs");
    }

    @Test
    void aSetIsCopiedToOtherSoftwareAndToAnotherBank() {
        Mapping knob = new MappingCopier(rig()).pair("m1", KNOB, CUTOFF);
        Rig rig = rig(knob);
        List<Mapping> made = new MappingCopier(rig).toDevice(rig.mappings(), "desk", "stage");
        assertThat(made.get(0).trigger()).isEqualTo(KNOB);
        assertThat(made.get(0).targets()).containsExactly(new Ref.ToParameter("stage", "cutoff"));
        assertThat(new MappingCopier(rig)
                        .toPage(rig.mappings(), 2)
                        .get(0)
                        .trigger()
                        .control())
                .isEqualTo("k1@2");
        assertThatThrownBy(() -> new MappingCopier(rig).toPage(rig.mappings(), 3))
                .hasMessageContaining("There is no Knob 1 on page 3");
    }

    /** Software with three tracks of which the last has no pan. */
    private static Device tracks() {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        Range range = new Range(0, 1, "");
        for (int i = 1; i <= 3; i++) {
            groups.add(new Group("t" + i, "", "Track " + i, ""));
            for (String name : i == 3 ? List.of("Volume") : List.of("Volume", "Pan")) {
                String id = "t" + i + "." + name.toLowerCase(Locale.ROOT);
                parameters.add(new Parameter(
                        id, "t" + i, name, range, new Law.Linear(), 0, new Binding.Osc("/tracks/" + id), true));
            }
        }
        return new Device(
                "tracks",
                "Tracks",
                "",
                new Seat(Wire.OSC, "/tracks", ""),
                new Profile(List.of(), groups, parameters, List.of(), List.of(), List.of(), List.of()));
    }

    private static Mapping onTrack(String id, String parameter) {
        return Gear.mapping(id, "k1", "turn", "cutoff")
                .with(new Actions(List.of(new SetParameter(new Ref.ToParameter("tracks", parameter)))));
    }

    private static Rig withTracks(Mapping... mappings) {
        List<Part> parts = new ArrayList<>(Gear.rig(mappings).parts());
        parts.add(new Part.OfDevice(tracks()));
        return Rig.of(parts);
    }

    @Test
    void aMappingIsRepeatedForTheNextControlsAndTracks() {
        Mapping volume = onTrack("m1", "t1.volume")
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "k1.ring"), Show.Rule.VALUE))));
        List<Mapping> made = new MappingCopier(withTracks(volume)).further(volume, 1);
        assertThat(made).singleElement().satisfies(next -> {
            assertThat(next.id()).isEqualTo("m2");
            assertThat(next.trigger()).isEqualTo(new Ref.ToControl("box", "k2", "turn"));
            assertThat(next.targets()).containsExactly(new Ref.ToParameter("tracks", "t2.volume"));
            assertThat(next.show().answers())
                    .as("the second knob has no lights")
                    .isEmpty();
        });
    }

    @Test
    void underAFocusTheNextPlaceIsTheNextOfTheFocus() {
        Mapping first = Gear.mapping("m1", "k1", "turn", "cutoff")
                .with(new Actions(List.of(new SetParameter(new Ref.ToParameter("bank", "1:Volume")))));
        assertThat(new MappingCopier(withBank(2, first)).further(first, 1))
                .singleElement()
                .satisfies(next -> assertThat(next.targets()).containsExactly(new Ref.ToParameter("bank", "2:Volume")));
        assertThatThrownBy(() -> new MappingCopier(withBank(1, first)).further(first, 1))
                .hasMessageContaining("Bank is only 1 wide, and this is number 1 of it");
    }

    private static Rig withBank(int width, Mapping mapping) {
        List<Part> parts = new ArrayList<>(withTracks(mapping).parts());
        parts.add(new Part.OfFocus(new Focus(
                "bank", "Bank", "track", "tracks", List.of("t1", "t2"), width, Focus.Ends.STOP, null, null, "")));
        return Rig.of(parts);
    }

    @Test
    void whatHasNoNextIsRefusedWithTheReason() {
        Mapping pan = onTrack("m1", "t2.pan");
        assertThatThrownBy(() -> new MappingCopier(withTracks(pan)).further(pan, 1))
                .hasMessageContaining("Behind Track 2 there are not 1 more with “Pan”");
        Mapping volume = onTrack("m1", "t1.volume");
        assertThatThrownBy(() -> new MappingCopier(withTracks(volume)).further(volume, 2))
                .hasMessageContaining("From Knob 1 on there are only 2 endless knobs");
        Mapping gone = onTrack("m1", "t9.volume");
        assertThatThrownBy(() -> new MappingCopier(withTracks(gone)).further(gone, 1))
                .hasMessageContaining("not there any more");
    }

    @Test
    void aRunBeginsAtAControlThatIsThere() {
        MappingCopier copies = new MappingCopier(rig());
        assertThat(copies.run("m1", KNOB, 1)).containsExactly(KNOB);
        assertThat(copies.run("m1", new Ref.ToControl("box", "p1", "gate"), 2))
                .extracting(Ref.ToControl::control)
                .containsExactly("p1", "p2");
        assertThatThrownBy(() -> copies.run("m1", new Ref.ToControl("box", "k9", "turn"), 2))
                .hasMessageContaining("not there any more");
    }

    @Test
    void whatTheOtherDeviceCannotDoIsSaid() {
        Mapping wheel = Gear.mapping("m1", "w", "turn", "volume");
        Rig rig = rig(wheel);
        assertThatThrownBy(() -> new MappingCopier(rig).toDevice(rig.mappings(), "box", "harp"))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("not there any more");
        List<Part> parts = new ArrayList<>(rig.parts());
        parts.add(new Part.OfDevice(tracks()));
        Rig more = Rig.of(parts);
        assertThatThrownBy(() -> new MappingCopier(more).toDevice(more.mappings(), "desk", "tracks"))
                .hasMessageContaining("Tracks has no “Surf › Volume”");
    }

    @Test
    void everyActionCanBeAboutAnotherParameter() {
        Ref.ToParameter volume = new Ref.ToParameter("desk", "volume");
        List<Action> all = List.of(
                new SetParameter(CUTOFF),
                new SetTo(CUTOFF, new Value.Fixed(1)),
                new Nudge(CUTOFF, 1, true),
                new Toggle(CUTOFF, 1, 2),
                new Reset(CUTOFF),
                new Hold(CUTOFF, new Value.Fixed(1)),
                new Choose(CUTOFF, List.of(), null),
                new Tap(CUTOFF));
        assertThat(all).allSatisfy(action -> {
            assertThat(action.about(volume).parameter()).isEqualTo(volume);
            assertThat(action.about(volume).getClass()).isEqualTo(action.getClass());
            assertThat(action.about(volume).about(CUTOFF)).isEqualTo(action);
        });
        assertThat(new StopAll().about(volume)).isEqualTo(new StopAll());
    }
}
