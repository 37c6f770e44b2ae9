package orchard.app.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import orchard.action.Choose;
import orchard.action.ForEach;
import orchard.action.Hold;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PickPlace;
import orchard.action.Ramp;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestDatabase;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.condition.Always;
import orchard.condition.DevicePresent;
import orchard.gear.Device;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Wire;
import orchard.layout.Box;
import orchard.layout.Clock;
import orchard.layout.Element;
import orchard.layout.Field;
import orchard.layout.Keys;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Upright;
import orchard.light.Motion;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Darkness;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.rig.Song;
import orchard.shape.Accumulate;
import orchard.shape.Bypassed;
import orchard.shape.Clamp;
import orchard.shape.Curve;
import orchard.shape.DeadBand;
import orchard.shape.Fold;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.LookUp;
import orchard.shape.Rate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Snap;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Keeping in a real MariaDB. */
@ExtendWith(Orchard.class)
class KeepingTest {

    @Test
    void anEditThatChangesNothingIsNoRevision(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        long before = keeper.revision();
        Part.OfMapping same = new Part.OfMapping(keeper.rig().mapping("m2").orElseThrow());
        keeper.commit(rig -> Edit.change("Keep it as it is", same, same));
        assertThat(keeper.revision()).isEqualTo(before);
        assertThat(keeper.undo()).isEmpty();
    }

    @Test
    void everyKindOfPartComesBackAsItWas(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        Layout layout = new Layout(
                "layout9",
                "“Ünïcode” › tablet 🎭",
                List.of(new Page("p2", "Zweite › 🎭"), new Page("p1", "First")),
                List.of(
                        new Element("e9", "Keys", new Box(0, 9, 32, 9), new Keys(36, 60, Keys.Strike.FULL, false))
                                .on("p2")
                                .upright(new Upright(3, 1, 2, 7, 5)),
                        new Element("e8", "Left", new Box(0, 0, 8, 4), new Clock(Clock.Shows.LEFT, 12)).on("p1"),
                        new Element(
                                "e1", "L", new Box(0, 0, 2, 2), Kind.LABEL.plain(), new Ref.ToParameter("wherry", "x")),
                        new Element("e2", "<script>alert(1)</script>", new Box(4, 4, 2, 9), Kind.FADER.plain()),
                        new Element("e3", "Mover", new Box(8, 4, 6, 6), new Field(3, true))));
        Mapping mapping =
                mapping("m99", new Shape(List.of(new Invert(), new Scale(0.25, 1, 300.5, 2000), new Clamp(250, 7000))));
        keeper.commit(rig -> new Edit(
                "Add some",
                List.of(
                        new Edit.Change(null, new Part.OfLayout(layout)),
                        new Edit.Change(null, new Part.OfMapping(mapping)),
                        new Edit.Change(null, new Part.OfMapping(everything())),
                        new Edit.Change(null, new Part.OfPreset(preset())),
                        new Edit.Change(null, new Part.OfDevice(variables())),
                        new Edit.Change(null, new Part.OfSong(new Song("song9", 9, "Encore", ""))),
                        new Edit.Change(rig.part(Settings.ID).orElseThrow(), new Part.OfSettings(settings(rig))))));
        assertThat(restarted(orchard).rig()).isEqualTo(keeper.rig());
    }

    private static Settings settings(Rig rig) {
        Settings now = rig.settings();
        assertThat(now.tempo()).as("the demo's").isEqualTo(new Ref.ToParameter("wherry", "song.tempo"));
        return new Settings(
                3,
                now.udpPorts(),
                now.tcpPorts(),
                now.sessions(),
                now.takeover(),
                now.reconcile(),
                new Ref.ToParameter("loft", "tempo"),
                new Darkness(
                        new Ref.ToParameter("loft", "house.master"), new Ref.ToParameter("loft", "house.blackout")));
    }

    private static Preset preset() {
        return new Preset(
                "preset9",
                "peat",
                "Neap",
                "drone",
                "page2",
                new Marks(true, List.of("dark")),
                List.of(new Preset.Setting("filter.cutoff", 0.123456789), new Preset.Setting("sound.patch", 3)));
    }

    /** A device that is nowhere, with a group that is known wherever it stands. */
    private static Device variables() {
        return new Device(
                "mine",
                "More variables",
                "",
                new Seat(Wire.NONE, "", ""),
                Profile.BLANK.withParameters(
                        List.of(new Group("g", "", "Mine", "/x/name", "the one")),
                        List.of(new Parameter(
                                "level",
                                "g",
                                "Level",
                                new Range(0, 10, ""),
                                new Law.Linear(),
                                4,
                                new Binding.Kept(true),
                                true))));
    }

    /** A mapping with every stage and everything that can be done. */
    private static Mapping everything() {
        Ref.ToControl pad = new Ref.ToControl("cobble", "pad1", "gate");
        Ref.ToParameter cutoff = new Ref.ToParameter("wherry", "filter.cutoff");
        Shape own = new Shape(List.of(
                new Zone(0.1, 0.5, 0, 0.4, true),
                new LookUp(List.of("off", "on")),
                new Wrap(0, 1),
                new Fold(0, 1),
                new Snap(1, 0.2)));
        return mapping(
                        "m98",
                        new Shape(List.of(
                                new Accumulate(2, 3, true, pad, 0.2),
                                new Bypassed(new Curve(
                                        Curve.Form.POINTS, 1, List.of(new Curve.Point(0, 1), new Curve.Point(1, 0)))),
                                new DeadBand(0.5, 0.1),
                                new Switch(0.2, 0.8),
                                new Smooth(0.5),
                                new Rate(2),
                                new Formula("x * x"))))
                .with(new When(List.of(pad), new Gesture(Gesture.Kind.HOLD, 0.75)))
                .with(new Actions(
                        List.of(
                                new SetParameter(cutoff, own),
                                new SetTo(cutoff, new Value.Fixed(440)),
                                new SetTo(cutoff, new Value.Same(new Ref.ToParameter("wherry", "filter.mix"))),
                                new Nudge(cutoff, -3, true),
                                new Toggle(cutoff, 300, 4000),
                                new Reset(cutoff),
                                new Hold(cutoff, new Value.Fixed(500)),
                                new Choose(cutoff, List.of(300.0, 500.0), 200.0),
                                new Choose(cutoff, List.of(), null),
                                new SetOfPage("peat"),
                                new ResetMoved(),
                                new Wait(0, 4, Wait.Again.AFTER),
                                new PickPlace("focus1", "track3", PickPlace.Way.OFF),
                                new ForEach("focus1", 2, new Always(), new Reset(ForEach.its("focus1", "Mute"))),
                                new Ramp(cutoff, new Value.Fixed(300), 0, 8, new Curve(Curve.Form.S, 3, List.of())),
                                new Wait(0.5)),
                        List.of(
                                new OpenPage("peat", "", -1, "storm"),
                                new Recall("peat", "preset9", 0, ""),
                                new Tap(cutoff),
                                new Send("peat", new MidiMessage.NoteOn(1, 60, 90)),
                                new StopAll())))
                .with(Takeover.CONVERGE)
                .with(new Marks(true, List.of("storm", "left hand")));
    }

    @Test
    void undoAndRedoWorkAcrossARestart(TestOrchard orchard) {
        Rig before = orchard.keeper().rig();
        add(orchard.keeper(), "m98");
        add(orchard.keeper(), "m99");
        Rig after = orchard.keeper().rig();
        RigKeeper second = restarted(orchard);
        assertThat(second.undo()).contains("Add m99");
        assertThat(second.undo()).contains("Add m98");
        assertThat(second.rig()).isEqualTo(before);
        RigKeeper third = restarted(orchard);
        assertThat(third.redoable().map(RigKeeper.Step::label)).contains("Add m98");
        assertThat(third.redo()).contains("Add m98");
        assertThat(third.redo()).contains("Add m99");
        assertThat(third.redo()).isEmpty();
        assertThat(third.rig()).isEqualTo(after);
        assertThatThrownBy(() -> add(orchard.keeper(), "m97"))
                .as("the first keeper is behind now: it is told, and shows what is there")
                .isInstanceOf(EditRefused.class);
        assertThat(orchard.keeper().rig()).isEqualTo(after);
    }

    @Test
    void eachBrowserTakesBackItsOwnFirst(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        by("anna", () -> add(keeper, "m98"));
        by("ben", () -> add(keeper, "m99"));
        by("anna", () -> keeper.commit(rig -> rename(rig, "Pads")));
        by("ben", () -> keeper.commit(rig -> rename(rig, "Box")));
        assertThatThrownBy(() -> keeper.undo("anna"))
                .as("ben changed the same device later")
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("cannot be taken back alone: “Rename”")
                .hasMessageContaining("came after it and is about the same");
        assertThat(keeper.rig().device("cobble").orElseThrow().name()).isEqualTo("Box");
        by("ben", () -> keeper.undo("ben"));
        by("ben", () -> assertThat(keeper.undo("ben")).contains("Add m99"));
        assertThat(keeper.undo("ben")).as("nothing of ben's is left").isEmpty();
        assertThat(keeper.undoable().map(RigKeeper.Step::label))
                .as("what anybody did is")
                .contains("Rename");
        by("anna", () -> assertThat(keeper.undo("anna")).contains("Rename"));
        by("anna", () -> assertThat(keeper.undo("anna")).contains("Add m98"));
        by("anna", () -> add(keeper, "m97"));
        assertThat(keeper.redo("anna"))
                .as("her edit dropped what she took back")
                .isEmpty();
        by("ben", () -> assertThat(keeper.redo("ben")).contains("Add m99"));
        assertThat(keeper.rig().mapping("m99")).isPresent();
        by("ben", () -> add(keeper, "m96")); // and so ben has nothing to do again either
    }

    private static void by(String browser, Runnable act) {
        try (Maker.Work work = Maker.as(browser)) {
            act.run();
        }
    }

    @Test
    void anEditAfterAnUndoDropsWhatCouldBeRedone(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        add(keeper, "m98");
        keeper.undo();
        add(keeper, "m99");
        assertThat(keeper.redoable()).isEmpty();
        assertThat(restarted(orchard).redoable()).isEmpty();
        assertThat(restarted(orchard).undoable().map(RigKeeper.Step::label)).contains("Add m99");
    }

    @Test
    void undoStopsAtTheRigThatWasLoaded(TestOrchard orchard) {
        assertThat(orchard.keeper().undo()).isEmpty();
        assertThat(orchard.keeper().rig().devices()).isNotEmpty();
    }

    @Test
    void twoPeopleOnOnePartAreTold(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        long seenByBoth = keeper.revision("cobble");
        keeper.commit("cobble", seenByBoth, rig -> rename(rig, "Pads"));
        assertThatThrownBy(() -> keeper.commit("cobble", seenByBoth, rig -> rename(rig, "Knobs")))
                .isInstanceOfSatisfying(EditRefused.class, refused -> {
                    assertThat(refused.why()).isEqualTo(EditRefused.Cause.CHANGED_MEANWHILE);
                    assertThat(refused).hasMessageContaining("changed this meanwhile");
                });
        assertThat(keeper.rig().device("cobble").orElseThrow().name()).isEqualTo("Pads");
    }

    @Test
    void refusesWhatCannotBeAndKeepsNothingOfIt(TestOrchard orchard) {
        RigKeeper keeper = orchard.keeper();
        long revision = keeper.revision();
        assertThatThrownBy(() -> keeper.commit(rig -> rename(rig, "x".repeat(10_000))))
                .isInstanceOf(EditRefused.class);
        assertThat(keeper.revision()).isEqualTo(revision);
        assertThat(restarted(orchard).rig()).isEqualTo(keeper.rig());
    }

    @Test
    void withoutItsDatabaseSignalsFlowAndEditsAreRefusedUntilItIsBack(TestOrchard orchard, TestDatabase database) {
        RigKeeper keeper = orchard.keeper();
        Rig before = keeper.rig();
        database.stop();
        try {
            assertThatThrownBy(() -> add(keeper, "m99"))
                    .isInstanceOf(EditRefused.class)
                    .hasMessageContaining("the database is away");
            assertThat(keeper.rig()).isEqualTo(before);
            orchard.standIn("cobble").play("crossfader", "move", 1);
            Awaitility.await().untilAsserted(() -> assertThat(rain(orchard)).isEqualTo("6.0 dB"));
            orchard.standIn("cobble").play("crossfader", "move", 0);
            Awaitility.await().untilAsserted(() -> assertThat(rain(orchard)).isEqualTo("-60.0 dB"));
        } finally {
            database.start();
        }
        Awaitility.await().atMost(Duration.ofSeconds(20)).ignoreExceptions().until(() -> {
            add(keeper, "m99");
            return true;
        });
        assertThat(keeper.rig().mapping("m99")).isPresent();
        assertThat(restarted(orchard).rig()).isEqualTo(keeper.rig());
    }

    private static String rain(TestOrchard orchard) {
        Values.OfParameter value = orchard.bean(Values.class).parameters().get("wherry/track8.volume");
        return value == null ? "" : value.text();
    }

    @Test
    void aThousandMappingsAreKept(TestOrchard orchard) {
        int before = orchard.keeper().rig().mappings().size();
        List<Edit.Change> changes = new ArrayList<>();
        for (int i = 0; i < 1_000; i++) {
            changes.add(new Edit.Change(null, new Part.OfMapping(mapping("m" + (1_000 + i), Shape.WHOLE))));
        }
        orchard.keeper().commit(rig -> new Edit("Add a thousand", changes));
        assertThat(restarted(orchard).rig().mappings()).hasSize(before + 1_000);
        orchard.keeper().undo();
        assertThat(restarted(orchard).rig().mappings()).hasSize(before);
    }

    /** Nothing is known yet of what was kept, so that it is written, even if nothing is on. */
    @Test
    void aLayerThatIsTurnedOffFirstAfterARestartStaysOff(TestOrchard orchard) {
        restarted(orchard).latched(List.of("layer1"));
        Awaitility.await().until(() -> restarted(orchard).latched().equals(List.of("layer1")));
        restarted(orchard).latched(List.of());
        Awaitility.await().until(() -> restarted(orchard).latched().isEmpty());
    }

    /** Of many moves the last is kept. */
    @Test
    void variablesThatOutliveARestartAreKept(TestOrchard orchard) {
        RigKeeper keeper = restarted(orchard);
        for (int i = 0; i <= 500; i++) {
            keeper.variables(Map.of("variables/storm", i / 10.0));
        }
        Awaitility.await().until(() -> restarted(orchard).variables().equals(Map.of("variables/storm", 50.0)));
        keeper.variables(Map.of());
        Awaitility.await().until(() -> restarted(orchard).variables().isEmpty());
    }

    private static RigKeeper restarted(TestOrchard orchard) {
        return new RigKeeper(orchard.bean(RigStore.class));
    }

    private static void add(RigKeeper keeper, String id) {
        keeper.commit(rig -> Edit.add("Add " + id, new Part.OfMapping(mapping(id, Shape.WHOLE))));
    }

    private static Edit rename(Rig rig, String name) {
        Device cobble = rig.ownDevice("cobble").orElseThrow();
        return Edit.change(
                "Rename",
                new Part.OfDevice(cobble),
                new Part.OfDevice(new Device(cobble.id(), name, cobble.role(), cobble.seat(), cobble.profile())));
    }

    private static Mapping mapping(String id, Shape shape) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl("cobble", "knob8", "turn"))),
                new Always(),
                shape,
                new Actions(List.of(new SetParameter(new Ref.ToParameter("wherry", "filter.cutoff")))),
                new Show(List.of(
                        new Show.Answer(new Ref.ToLight("cobble", "knob8.display"), Show.Rule.VALUE),
                        new Show.Answer(
                                new Ref.ToLight("cobble", "pad1.light"),
                                Show.Rule.ON_OFF,
                                Look.in("amber").at(40),
                                List.of(new Rung(
                                        new DevicePresent("peat"),
                                        Show.Rule.ON,
                                        Look.in("red").with(Motion.BLINKING))),
                                2))));
    }
}
