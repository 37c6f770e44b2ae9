package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import orchard.action.Hold;
import orchard.action.SetParameter;
import orchard.action.Value;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Layer;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.outcome.ControlMoved;
import orchard.outcome.LayersTurned;
import orchard.outcome.NobodyListens;
import orchard.outcome.ParameterSet;
import orchard.outcome.Rechannelled;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Channels of a device that stand for layers: its controls stay what they are. */
class ChannelLayerTest {

    private static final int SPARE = WorldRig.SPARE;

    private final List<Mapping> mappings = new ArrayList<>();
    private Bench bench;

    @Test
    void whatIsSaidOnItsChannelIsMeantInTheLayer() {
        fader("blend", List.of());
        fader("cutoff", List.of("spare"));
        open();
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127));
        assertThat(set()).isEqualTo("blend");
        Trace trace = bench.arrive("box", new MidiMessage.ControlChange(SPARE, WorldRig.FADER, 100));
        assertThat(set()).isEqualTo("cutoff");
        assertThat(trace.first(Rechannelled.class).message())
                .isEqualTo(new MidiMessage.ControlChange(1, WorldRig.FADER, 100));
        assertThat(trace.first(LayersTurned.class).stack()).containsExactly("spare");
        assertThat(trace.first(ControlMoved.class).control()).isEqualTo(WorldRig.control("fader", "position"));
        bench.arrive("box", new MidiMessage.ControlChange(SPARE, WorldRig.FADER, 90));
        assertThat(bench.last().first(LayersTurned.class))
                .as("it is on already")
                .isNull();
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 80));
        assertThat(set()).isEqualTo("blend");
        assertThat(bench.engine.layers()).isEmpty();
    }

    /** The channel is changed while a pad is held: its release belongs to its press, whichever channel tells of it. */
    @Test
    void aReleaseTurnsNothing() {
        mappings.add(Synth.on(
                        "pad3",
                        "gate",
                        new Actions(List.of(new Hold(WorldRig.parameter("blend"), new Value.Fixed(100)))))
                .in(List.of("spare"))
                .as("m1"));
        open();
        bench.tell("blend", 10, "");
        bench.sent.clear();
        bench.arrive("box", new MidiMessage.NoteOn(SPARE, WorldRig.FIRST_PAD + 3, 100));
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 3, 0));
        assertThat(bench.words("desk")).containsExactly("/desk/blend 100.000", "/desk/blend 10.000");
        assertThat(bench.engine.layers())
                .as("nothing was pressed elsewhere yet")
                .containsExactly("spare");
        bench.arrive("box", new MidiMessage.NoteOn(SPARE, WorldRig.FIRST_PAD + 3, 100));
        bench.arrive("box", new MidiMessage.NoteOff(SPARE, WorldRig.FIRST_PAD + 3, 0));
        assertThat(bench.words("desk")).hasSize(4);
    }

    /** A button that is a controller says by a 0 that it is up. */
    @Test
    void aReleaseThatIsAControllerTurnsNothingEither() {
        mappings.add(Synth.on(
                        "pad3",
                        "gate",
                        new Actions(List.of(new Hold(WorldRig.parameter("blend"), new Value.Fixed(100)))))
                .in(List.of("spare"))
                .as("m1"));
        Rig rig = WorldRig.empty();
        Device box = rig.device("box").orElseThrow();
        List<Control> controls = box.profile().controls().stream()
                .map(control -> control.id().equals("pad3")
                        ? new Control(
                                control.id(),
                                control.name(),
                                control.kind(),
                                List.of(new Dimension("gate", new MessagePattern.Controller(1, 99, Encoding.ABSOLUTE))),
                                control.face())
                        : control)
                .toList();
        rig = rig.apply(Edit.change(
                "buttons",
                new Part.OfDevice(box),
                new Part.OfDevice(box.with(box.profile().withControls(controls)))));
        bench = new Bench(rig.apply(Edit.add("add", new Part.OfMapping(mappings.get(0)))));
        bench.tell("blend", 10, "");
        bench.sent.clear();
        bench.arrive("box", new MidiMessage.ControlChange(SPARE, 99, 127));
        assertThat(bench.engine.layers()).containsExactly("spare");
        bench.arrive("box", new MidiMessage.ControlChange(1, 99, 0));
        assertThat(bench.engine.layers()).containsExactly("spare");
        assertThat(bench.words("desk")).containsExactly("/desk/blend 100.000", "/desk/blend 10.000");
    }

    /** Without the layer its channel is nobody's; brought back, it waits for the device to speak there. */
    @Test
    void itGoesWithItsLayer() {
        fader("cutoff", List.of("spare"));
        open();
        bench.arrive("box", new MidiMessage.ControlChange(SPARE, WorldRig.FADER, 100));
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("less", rig.part("spare").orElseThrow())));
        bench.arrive("box", new MidiMessage.ControlChange(SPARE, WorldRig.FADER, 50));
        assertThat(bench.last().first(NobodyListens.class)).isNotNull();
        bench.edit(rig);
        assertThat(bench.engine.layers()).isEmpty();
        bench.arrive("box", new MidiMessage.ControlChange(SPARE, WorldRig.FADER, 60));
        assertThat(set()).isEqualTo("cutoff");
    }

    @Test
    void aLayerComesWithOneThingOnly() {
        Layer.OfChannel channel = new Layer.OfChannel("box", 3);
        Layer.OfPage page = new Layer.OfPage("box", "pads", 2);
        assertThatThrownBy(() -> new Layer("l", "L", null, "", false, List.of(), page, channel))
                .isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new Layer("l", "L", null, "", false, List.of("a", "b"), null, channel))
                .isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new Layer.OfChannel("box", 17)).hasMessageContaining("1 to 16");
    }

    /** Every message is the same on another channel, and comes back the same. */
    @Property
    void aMessageGoesToAnotherChannelAndBack(
            @ForAll @IntRange(min = 0x80, max = 0xEF) int status,
            @ForAll @IntRange(max = 127) int one,
            @ForAll @IntRange(max = 127) int two,
            @ForAll @IntRange(min = 1, max = 16) int channel) {
        byte[] bytes = MidiDecoder.dataBytes(status) == 1
                ? new byte[] {(byte) status, (byte) one}
                : new byte[] {(byte) status, (byte) one, (byte) two};
        List<Message> decoded = new ArrayList<>();
        new MidiDecoder(decoded::add).feed(bytes);
        MidiMessage message = (MidiMessage) decoded.get(0);
        MidiMessage moved = message.on(channel);
        assertThat(moved.channel()).isEqualTo(channel);
        assertThat(moved.on(message.channel())).isEqualTo(message);
        assertThat(moved.bytes()[0] & 0xF0).isEqualTo(message.bytes()[0] & 0xF0);
    }

    private String set() {
        ParameterSet set = bench.last().first(ParameterSet.class);
        return set == null ? "" : set.parameter().parameter();
    }

    private void fader(String parameter, List<String> layers) {
        mappings.add(Synth.on(
                        "fader",
                        "position",
                        new Actions(List.of(new SetParameter(WorldRig.parameter(parameter), Shape.WHOLE))))
                .in(layers)
                .as("m" + (mappings.size() + 1)));
    }

    private void open() {
        Rig rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
    }
}
