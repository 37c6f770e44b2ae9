package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.action.Action;
import orchard.action.NextLayer;
import orchard.action.Send;
import orchard.action.SetParameter;
import orchard.action.SwitchLayer;
import orchard.action.SwitchLayer.Way;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.Considered;
import orchard.outcome.ParameterSet;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Which layers are on, in what order, and who listens then. */
class LayersTest {

    private final List<Mapping> mappings = new ArrayList<>();
    private Bench bench;

    /** What hands, pages and edits do to the stack is what one would write down with paper sheets. */
    @Property(tries = 300)
    void theStackIsWhatSheetsOfPaperWouldBe(@ForAll int seed) {
        mappings.clear();
        Random random = new Random(seed);
        List<Action> keys = new ArrayList<>();
        for (int pad = 2; pad < WorldRig.PADS; pad++) {
            Action action = random.nextInt(6) == 0
                    ? new NextLayer("time", 1)
                    : new SwitchLayer(
                            WorldRig.SWITCHED.get(random.nextInt(4)), // not the one that blocks
                            Way.values()[random.nextInt(Way.values().length)]);
            keys.add(action);
            pad("pad" + pad, List.of(), action);
        }
        open();
        Sheets sheets = new Sheets();
        boolean[] down = new boolean[WorldRig.PADS];
        for (int i = 0; i < 60; i++) {
            int pad = 2 + random.nextInt(4);
            switch (random.nextInt(8)) {
                case 0 -> {
                    int page = 1 + random.nextInt(2);
                    bench.arrive("box", new MidiMessage.NoteOn(2, page, 127));
                    bench.arrive("box", new MidiMessage.NoteOff(2, page, 0));
                    sheets.page(page == 2);
                }
                case 1 -> {
                    String layer = WorldRig.SWITCHED.get(random.nextInt(4));
                    boolean on = random.nextBoolean();
                    bench.engine.handle(new Event.Layered(bench.nanos, layer, on));
                    sheets.byHand(layer, on);
                }
                default -> {
                    down[pad] = !down[pad];
                    bench.arrive(
                            "box",
                            down[pad]
                                    ? new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100)
                                    : new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
                    sheets.key(pad, keys.get(pad - 2), down[pad]);
                }
            }
            assertThat(bench.engine.layers()).as("after step %d", i).isEqualTo(sheets.stack());
        }
    }

    /** Sheets that are laid on one another, slowly and plainly. */
    private static final class Sheets {
        private final List<String> latched = new ArrayList<>();
        private final Map<Integer, String> held = new LinkedHashMap<>();

        void page(boolean two) {
            if (!two) {
                latched.remove("two");
            } else if (!latched.contains("two")) {
                latched.add("two");
            }
        }

        void byHand(String layer, boolean on) {
            if (!on) {
                held.values().removeIf(layer::equals);
            }
            latch(layer, on);
        }

        void key(int pad, Action action, boolean down) {
            List<Integer> nexts =
                    down ? held.keySet().stream().filter(key -> key >= 100).toList() : List.of();
            if (!down) {
                held.remove(pad);
            } else if (action instanceof NextLayer) {
                latch(latched.contains("day") ? "night" : "day", true);
            } else if (action instanceof SwitchLayer to) {
                int next = 100 + WorldRig.SWITCHED.indexOf(to.layer());
                switch (to.way()) {
                    case HELD -> held.put(pad, to.layer());
                    case TURN -> latch(to.layer(), !latched.contains(to.layer()));
                    case ON -> latch(to.layer(), true);
                    case OFF -> latch(to.layer(), false);
                    case ONCE -> {
                        if (held.remove(next) == null) {
                            held.put(next, to.layer());
                        }
                    }
                }
            }
            nexts.forEach(held::remove);
        }

        private void latch(String layer, boolean on) {
            latched.remove(layer);
            if (on) {
                latched.remove(layer.equals("day") ? "night" : layer.equals("night") ? "day" : "");
                latched.add(layer);
            }
        }

        List<String> stack() {
            List<String> all = new ArrayList<>(latched);
            held.values().forEach(layer -> {
                all.remove(layer);
                all.add(layer);
            });
            if (all.contains("day") && all.contains("night")) {
                all.remove(all.indexOf("day") < all.indexOf("night") ? "day" : "night");
            }
            if (all.contains("storm") && all.contains("clear")) {
                all.add(Math.max(all.indexOf("storm"), all.indexOf("clear")) + 1, "both");
            }
            return all;
        }
    }

    /** Whatever order the layers come off in, a note ends by the hand that began it. */
    @Test
    void aNoteEndsThoughItsLayerIsGone() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.HELD));
        pad("pad3", List.of("storm"), note(70));
        pad("pad3", List.of(), note(60));
        open();
        hit(2);
        hit(3);
        letGo(2);
        hit(4);
        letGo(3);
        assertThat(bench.words("synth")).containsExactly("note 70 on, velocity 90, ch 1", "note 70 off, ch 1");
        hit(3);
        letGo(3);
        assertThat(bench.words("synth").subList(2, 4))
                .containsExactly("note 60 on, velocity 90, ch 1", "note 60 off, ch 1");
    }

    @Test
    void aShiftForTheNextPressIsOnForOnePress() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.ONCE));
        pad("pad3", List.of("storm"), note(70));
        pad("pad3", List.of(), note(60));
        open();
        hit(2);
        letGo(2);
        assertThat(bench.engine.layers()).containsExactly("storm");
        hit(3);
        assertThat(bench.engine.layers()).isEmpty();
        letGo(3);
        hit(3);
        letGo(3);
        assertThat(bench.words("synth"))
                .containsExactly(
                        "note 70 on, velocity 90, ch 1",
                        "note 70 off, ch 1",
                        "note 60 on, velocity 90, ch 1",
                        "note 60 off, ch 1");
    }

    @Test
    void twoThatAreHeldAreALayerOfTheirOwn() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.HELD));
        pad("pad3", List.of(), new SwitchLayer("clear", Way.HELD));
        pad("pad4", List.of("both"), note(72));
        pad("pad4", List.of("storm"), note(70));
        open();
        hit(3);
        hit(2);
        hit(4);
        letGo(3);
        letGo(4);
        hit(4);
        letGo(2);
        letGo(4);
        assertThat(bench.words("synth"))
                .containsExactly(
                        "note 72 on, velocity 90, ch 1",
                        "note 72 off, ch 1",
                        "note 70 on, velocity 90, ch 1",
                        "note 70 off, ch 1");
    }

    /** What the layer does not use falls through, or does nothing; but its own key always lets one out. */
    @Test
    void nobodyIsCaughtUnderALayerThatBlocks() {
        pad("pad2", List.of(), new SwitchLayer("mute", Way.TURN));
        pad("pad3", List.of(), note(60));
        open();
        hit(2);
        letGo(2);
        hit(3);
        assertThat(whys()).contains("heard, but layer Layer mute blocks what it does not use itself");
        letGo(3);
        assertThat(bench.words("synth")).isEmpty();
        hit(2);
        letGo(2);
        hit(3);
        letGo(3);
        assertThat(bench.words("synth")).containsExactly("note 60 on, velocity 90, ch 1", "note 60 off, ch 1");
    }

    @Test
    void whoDoesNotListenSaysWhy() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.TURN));
        pad("pad3", List.of("storm"), note(70));
        pad("pad3", List.of(), note(60));
        open();
        hit(3);
        assertThat(whys()).contains("heard, but layer Layer storm is not on");
        letGo(3);
        hit(2);
        letGo(2);
        hit(3);
        assertThat(whys()).contains("heard, but layer Layer storm lies over it");
    }

    /** A fader that moved something else meanwhile has to pick its parameter up again. */
    @Test
    void aFaderThatComesBackFromALayerDoesNotJump() {
        fader(List.of(), "volume");
        fader(List.of("storm"), "blend");
        open();
        bench.tell("volume", 6f, "");
        bench.arrive("box", fader(127));
        bench.arrive("box", fader(126));
        turn("storm", true);
        bench.arrive("box", fader(60));
        bench.arrive("box", fader(10));
        turn("storm", false);
        bench.arrive("box", fader(11));
        assertThat(bench.last().first(ParameterSet.class)).isNull();
    }

    /** A fader's press is over when the fader comes down, whatever lies over its mapping by then. */
    @Test
    void aFaderThatCountsAsPressedIsLetGoUnderAnotherLayer() {
        mappings.add(mapping("fader", "position", List.of(), note(60)));
        fader(List.of("storm"), "blend");
        open();
        bench.arrive("box", fader(100));
        turn("storm", true);
        bench.arrive("box", fader(90));
        bench.arrive("box", fader(20));
        assertThat(bench.words("synth")).containsExactly("note 60 on, velocity 90, ch 1", "note 60 off, ch 1");
    }

    @Test
    void aLightShowsWhatItsPadDoesNow() {
        mappings.add(lit("pad3", List.of(), "mute"));
        mappings.add(lit("pad3", List.of("storm"), "blend"));
        open();
        bench.tell("mute", 1f, "");
        bench.tell("blend", 0f, "");
        bench.pass(50);
        bench.sent.clear();
        turn("storm", true);
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("note 39 on, velocity 0, ch 1");
        turn("storm", false);
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("note 39 on, velocity 0, ch 1", "note 39 on, velocity 5, ch 1");
    }

    @Test
    void theKeyOfALayerIsLitWhileThatIsOn() {
        mappings.add(mapping("pad3", "gate", List.of(), new SwitchLayer("storm", Way.TURN))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "led3"), Show.Rule.ON_OFF)))));
        open();
        bench.pass(50);
        bench.sent.clear();
        hit(3);
        bench.pass(50);
        turn("storm", false);
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("note 39 on, velocity 5, ch 1", "note 39 on, velocity 0, ch 1");
    }

    /** An edit takes the layer away that is held: it is off, and what was pressed in it is let go as it was pressed. */
    @Test
    void aLayerThatIsDeletedWhileItIsHeldIsOff() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.HELD));
        pad("pad3", List.of("storm"), note(70));
        open();
        hit(2);
        hit(3);
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("delete", rig.part("storm").orElseThrow())));
        assertThat(bench.engine.layers()).isEmpty();
        letGo(3);
        letGo(2);
        assertThat(bench.words("synth")).containsExactly("note 70 on, velocity 90, ch 1", "note 70 off, ch 1");
        bench.edit(rig);
        assertThat(bench.engine.layers()).isEmpty();
        assertThat(bench.engine.held()).isEmpty();
    }

    @Test
    void aCableThatIsPulledLetsGoOfTheLayersItHeld() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.HELD));
        pad("pad3", List.of(), new SwitchLayer("clear", Way.TURN));
        open();
        hit(2);
        hit(3);
        bench.gone("box");
        assertThat(bench.engine.layers()).containsExactly("clear");
    }

    @Test
    void aPanicLeavesLatchedLayersAndEndsTheOthers() {
        pad("pad2", List.of(), new SwitchLayer("storm", Way.HELD));
        pad("pad3", List.of(), new SwitchLayer("clear", Way.TURN));
        pad("pad4", List.of(), new SwitchLayer("day", Way.ONCE));
        open();
        hit(2);
        hit(3);
        hit(4);
        bench.engine.handle(new Event.Panic(bench.nanos));
        assertThat(bench.engine.layers()).containsExactly("clear");
        letGo(2);
        assertThat(bench.engine.layers()).containsExactly("clear");
    }

    /** A sentence that is silenced while its pad is held lets its note go, and then does nothing. */
    @Test
    void whatIsSilencedWhileItIsHeldIsLetGo() {
        pad("pad2", List.of(), note(60));
        mappings.add(mapping("fader", "position", List.of(), note(70)));
        pad("pad3", List.of("storm"), note(62));
        open();
        turn("storm", true);
        hit(2);
        bench.arrive("box", fader(120));
        silence("m1", false, true);
        silence("m2", false, true);
        letGo(2);
        bench.arrive("box", fader(3));
        hit(2);
        assertThat(whys()).containsExactly("heard, but it is silenced");
        letGo(2);
        assertThat(bench.words("synth"))
                .containsExactly(
                        "note 60 on, velocity 90, ch 1",
                        "note 70 on, velocity 90, ch 1",
                        "note 60 off, ch 1",
                        "note 70 off, ch 1");
        silence("", false, false);
        silence("storm", true, true);
        hit(2);
        hit(3);
        assertThat(bench.words("synth").subList(4, 5)).containsExactly("note 62 on, velocity 90, ch 1");
    }

    private void silence(String id, boolean alone, boolean on) {
        bench.engine.handle(new Event.Silenced(bench.nanos, id, alone, on));
    }

    /** Switching layers makes nothing anew. */
    @Test
    void aLayerThatTurnsCompilesNothing() {
        IntStream.range(2, 6).forEach(i -> pad("pad" + i, List.of("storm"), note(60 + i)));
        open();
        int made = bench.compiler.made();
        Plan plan = bench.engine.plan();
        turn("storm", true);
        turn("storm", false);
        assertThat(bench.compiler.made()).isEqualTo(made);
        assertThat(bench.engine.plan()).isSameAs(plan);
    }

    private List<String> whys() {
        return bench.last().all(Considered.class).stream().map(Considered::why).toList();
    }

    private void turn(String layer, boolean on) {
        bench.engine.handle(new Event.Layered(bench.nanos, layer, on));
    }

    private void hit(int pad) {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100));
    }

    private void letGo(int pad) {
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
    }

    private static MidiMessage fader(int value) {
        return new MidiMessage.ControlChange(1, WorldRig.FADER, value);
    }

    private static Action note(int number) {
        return new Send("synth", new MidiMessage.NoteOn(1, number, 90));
    }

    private void pad(String pad, List<String> layers, Action action) {
        mappings.add(mapping(pad, "gate", layers, action));
    }

    private void fader(List<String> layers, String parameter) {
        mappings.add(
                mapping("fader", "position", layers, new SetParameter(WorldRig.parameter(parameter), Shape.WHOLE)));
    }

    private Mapping lit(String pad, List<String> layers, String parameter) {
        return mapping(pad, "gate", layers, new SetParameter(WorldRig.parameter(parameter), Shape.WHOLE))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "led3"), Show.Rule.ON_OFF))));
    }

    private Mapping mapping(String control, String dimension, List<String> layers, Action action) {
        return new Mapping(
                "m" + (mappings.size() + 1),
                new When(List.of(WorldRig.control(control, dimension))),
                layers,
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(action)),
                new Show(List.of()),
                Takeover.PICK_UP,
                Marks.NONE);
    }

    private void open() {
        Rig rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
        bench.present("synth");
        bench.sent.clear();
    }
}
