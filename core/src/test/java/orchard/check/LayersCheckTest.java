package orchard.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.NextLayer;
import orchard.action.Reset;
import orchard.action.SetParameter;
import orchard.action.SwitchLayer;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.engine.WorldRig;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.trigger.LayerTurns;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What can be wrong with layers, cases and foci before anybody plays. */
class LayersCheckTest {

    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("desk", "volume");

    private final List<Part> parts = new ArrayList<>(Gear.rig().parts());

    private void layer(String id, String group, boolean blocks) {
        parts.add(new Part.OfLayer(new Layer(id, id, Layer.Sign.DOTS, group, blocks, List.of(), null, null)));
    }

    private Mapping map(String control, List<String> layers, Action action) {
        Mapping mapping = Gear.mapping("m" + parts.size(), control, control.startsWith("p") ? "gate" : "turn", "volume")
                .with(new Actions(List.of(action)))
                .in(layers);
        parts.add(new Part.OfMapping(mapping));
        return mapping;
    }

    private void replace(Mapping mapping) {
        parts.set(parts.size() - 1, new Part.OfMapping(mapping));
    }

    private List<String> find(Class<? extends Finder> finder) {
        Rig rig = Rig.of(parts);
        return Check.ofRig(Scene.of(rig, rig)).stream()
                .filter(finding -> finder.isInstance(finding.finder()))
                .map(Finding::sentence)
                .toList();
    }

    @ParameterizedTest
    @CsvSource({"TURN, true", "ON, false", "HELD, true", "ONCE, true"})
    void aLayerThatCannotBeLeftIsNamed(SwitchLayer.Way way, boolean isLeft) {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", way));
        map("k1", List.of("storm"), new SetParameter(VOLUME));
        assertThat(find(NoWayOut.class))
                .isEqualTo(isLeft ? List.of() : List.of("Layer storm stays on: no control turns it off."));
    }

    @Test
    void aLayerThatHidesItsOwnKeyCannotBeLeft() {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        map("p1", List.of("storm"), new SetParameter(VOLUME));
        assertThat(find(NoWayOut.class)).hasSize(1);
    }

    @Test
    void aRivalLeadsOut() {
        layer("day", "time", false);
        layer("night", "time", false);
        map("p1", List.of(), new NextLayer("time", 1));
        assertThat(find(NoWayOut.class)).isEmpty();
    }

    @Test
    void aLayerThatBlocksKeepsItsWayOut() {
        layer("mute", "", true);
        map("p1", List.of(), new SwitchLayer("mute", SwitchLayer.Way.TURN));
        assertThat(find(NoWayOut.class)).isEmpty();
    }

    @Test
    void aLayerThatNothingTurnsOnIsNamed() {
        layer("storm", "", false);
        map("k1", List.of("storm"), new SetParameter(VOLUME));
        assertThat(find(NeverActs.class)).containsExactly("Knob 1 of Box: nothing turns layer storm on.");
    }

    @Test
    void aLayerThatIsItsOwnShiftNeverComes() {
        layer("storm", "", false);
        map("p1", List.of("storm"), new SwitchLayer("storm", SwitchLayer.Way.HELD));
        assertThat(find(NeverActs.class)).containsExactly("Pad 1 of Box: nothing turns layer storm on.");
    }

    @Test
    void conditionsThatExcludeEachOtherAreNamed() {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        Mapping mapping = map("k1", List.of(), new SetParameter(VOLUME));
        replace(mapping.with(List.of(branch(mapping, new All(List.of(above(-6), below(-20)))))));
        assertThat(find(NeverActs.class))
                .containsExactly(
                        "Knob 1 of Box: it cannot be that Surf › Volume is above −6.0 dB and Surf › Volume is below"
                                + " −20.0 dB.");
        replace(mapping.with(List.of(branch(mapping, new All(List.of(above(-20), below(-6)))))));
        assertThat(find(NeverActs.class)).isEmpty();
        Condition storm = new LayerOn("storm");
        replace(mapping.with(List.of(branch(mapping, new All(List.of(storm, new Not(storm)))))));
        assertThat(find(NeverActs.class)).hasSize(1);
    }

    @Test
    void aCaseBehindOneThatAlwaysActsIsNamed() {
        Mapping mapping = map("k1", List.of(), new SetParameter(VOLUME));
        Mapping two = mapping.with(List.of(branch(mapping, new Always()), branch(mapping, above(-6))));
        replace(two);
        assertThat(find(NeverActs.class))
                .containsExactly("Knob 1 of Box: its case 2 comes behind one that always acts.");
        replace(two.every(true));
        assertThat(find(NeverActs.class)).isEmpty();
    }

    @Test
    void twoOfOneControlInLayersDoNotFight() {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        map("k1", List.of(), new SetParameter(VOLUME));
        map("k1", List.of("storm"), new SetParameter(VOLUME));
        assertThat(find(TwoDrivers.class)).isEmpty();
        map("k2", List.of("storm"), new SetParameter(VOLUME));
        assertThat(find(TwoDrivers.class)).hasSize(1);
    }

    @Test
    void mappingsThatSetEachOtherOffAreNamedWithTheWayRound() {
        Ref.ToParameter cutoff = new Ref.ToParameter("desk", "cutoff");
        when(new ValueMoves(VOLUME, ValueMoves.Way.RISES, -6), new Reset(cutoff));
        when(new ValueMoves(cutoff, ValueMoves.Way.CHANGES, 0), new Reset(VOLUME));
        assertThat(find(Round.class))
                .containsExactly(
                        "These set each other off: “Surf › Volume rises above −6.0 dB”, then “Surf › Cutoff changes”.");
        parts.remove(parts.size() - 1);
        assertThat(find(Round.class)).isEmpty();
        when(new LayerTurns("storm", true), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        layer("storm", "", false);
        assertThat(find(Round.class)).containsExactly("A mapping sets itself off: “layer storm comes”.");
    }

    private void when(Trigger trigger, Action action) {
        Mapping mapping = Gear.mapping("m" + parts.size(), "k1", "turn", "volume");
        parts.add(new Part.OfMapping(
                mapping.with(new Actions(List.of(action))).with(new When(List.of(), Gesture.MOVE, List.of(trigger)))));
    }

    @Test
    void aFocusOverWhatIsGoneIsNamed() {
        parts.add(new Part.OfFocus(new Focus(
                "bank", "Bank", "track", "desk", List.of("track", "gone"), 2, Focus.Ends.STOP, null, null, "")));
        assertThat(find(EmptyFocus.class))
                .containsExactly("Bank goes over 1 that is not there, the first of them at place 2.");
    }

    private List<Way> ways(Class<? extends Finder> finder) {
        Rig rig = Rig.of(parts);
        return Check.ofRig(Scene.of(rig, rig)).stream()
                .filter(finding -> finder.isInstance(finding.finder()))
                .map(Finding::way)
                .toList();
    }

    /** A key that is held leads to another. */
    @Test
    void theWayInIsTried() {
        layer("shift", "", false);
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("shift", SwitchLayer.Way.HELD));
        map("p2", List.of("shift"), new SwitchLayer("storm", SwitchLayer.Way.ON));
        assertThat(ways(NoWayOut.class))
                .containsExactly(
                        new Way(List.of("hold Pad 1 of Box", "press Pad 2 of Box"), List.of("storm", "shift")));
    }

    /** What hangs on the software's values is not claimed to have been seen. */
    @Test
    void whatCannotBeTriedHasNoSteps() {
        layer("storm", "", false);
        Mapping key = map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.ON));
        replace(key.with(List.of(branch(key, above(-6)))));
        assertThat(ways(NoWayOut.class)).containsExactly(Way.NONE);
    }

    @Test
    void twoHandsAreMovedOneAfterTheOther() {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        map("k1", List.of("storm"), new SetParameter(VOLUME));
        map("k2", List.of("storm"), new SetParameter(VOLUME));
        assertThat(ways(TwoDrivers.class))
                .containsExactly(new Way(
                        List.of("press Pad 1 of Box", "move Knob 1 of Box", "move Knob 2 of Box"), List.of("storm")));
    }

    /** Of three, the first two are in layers that exclude each other: it is the first and the third that fight. */
    @Test
    void thoseThatFightAreTriedAndNoOthers() {
        layer("day", "time", false);
        layer("night", "time", false);
        map("p1", List.of(), new SwitchLayer("day", SwitchLayer.Way.TURN));
        map("p2", List.of(), new SwitchLayer("night", SwitchLayer.Way.TURN));
        map("k1", List.of("day"), new SetParameter(VOLUME));
        map("k1", List.of("night"), new SetParameter(VOLUME));
        map("k2", List.of("day"), new SetParameter(VOLUME));
        assertThat(ways(TwoDrivers.class))
                .containsExactly(new Way(
                        List.of("press Pad 1 of Box", "move Knob 1 of Box", "move Knob 2 of Box"), List.of("day")));
    }

    @Test
    void whatNeverActsIsTriedWhereItIsHeard() {
        layer("storm", "", false);
        map("p1", List.of(), new SwitchLayer("storm", SwitchLayer.Way.TURN));
        Mapping mapping = map("k1", List.of("storm"), new SetParameter(VOLUME));
        replace(mapping.with(List.of(branch(mapping, new All(List.of(above(-6), below(-20)))))));
        assertThat(ways(NeverActs.class))
                .containsExactly(new Way(List.of("press Pad 1 of Box", "move Knob 1 of Box"), List.of("storm")));
    }

    @Test
    void aRoundIsSetOffOnce() {
        when(new LayerTurns("storm", true), new SwitchLayer("storm", SwitchLayer.Way.OFF));
        when(new LayerTurns("storm", false), new SwitchLayer("storm", SwitchLayer.Way.ON));
        layer("storm", "", false);
        assertThat(ways(Round.class)).containsExactly(new Way(List.of("layer storm comes"), List.of()));
    }

    @Test
    void aLayerThatBlocksIsTriedOnWhatItHides() {
        layer("mute", "", true);
        map("p1", List.of(), new SwitchLayer("mute", SwitchLayer.Way.TURN));
        map("k1", List.of(), new SetParameter(VOLUME));
        map("k2", List.of("mute"), new SetParameter(new Ref.ToParameter("desk", "cutoff")));
        assertThat(find(Blocked.class)).containsExactly("While mute is on, nothing comes of Knob 1 of Box.");
        assertThat(ways(Blocked.class))
                .containsExactly(new Way(List.of("press Pad 1 of Box", "move Knob 1 of Box"), List.of("mute")));
        map("k1", List.of("mute"), new SetParameter(new Ref.ToParameter("desk", "cutoff")));
        assertThat(find(Blocked.class)).isEmpty();
    }

    /** Whatever a rig is, looking it over ends, and finds the same the next time. */
    @Property(tries = 60)
    void whatIsFoundIsFoundAgain(@ForAll @Size(min = 1, max = 8) List<@IntRange(max = 100_000) Integer> seeds) {
        Rig rig = WorldRig.empty();
        for (int seed : seeds) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(WorldRig.mapping(rig.freeId("m"), seed))));
        }
        Scene scene = Scene.of(rig, rig);
        assertThat(Check.ofRig(scene)).isEqualTo(Check.ofRig(scene));
    }

    private static Branch branch(Mapping mapping, Condition during) {
        return new Branch(during, Shape.WHOLE, mapping.actions());
    }

    private static Condition above(double real) {
        return new Compared(VOLUME, Compared.Is.ABOVE, real, real);
    }

    private static Condition below(double real) {
        return new Compared(VOLUME, Compared.Is.BELOW, real, real);
    }
}
