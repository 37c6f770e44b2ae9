package orchard.device.cobble;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Feel;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.gear.SendMode;
import orchard.gear.SendMode.Press;
import orchard.gear.Traits;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.assertj.core.groups.Tuple;
import org.junit.jupiter.api.Test;

/** Cobble's programme as bytes, and back. */
class CobbleMemoryTest {

    private final MemoryFormat format = MemoryFormat.named("cobble").orElseThrow();

    private static Control control(String id, Control.Kind kind, Dimension... dimensions) {
        return new Control(id, id, kind, List.of(dimensions), new Control.Face(0, 0, 1, 1));
    }

    private static MessagePattern cc(int number) {
        return new MessagePattern.Controller(1, number, Encoding.ABSOLUTE);
    }

    private static Profile profile() {
        List<Control> controls = new ArrayList<>();
        for (int i = 1; i <= 8; i++) {
            controls.add(control("knob" + i, Control.Kind.ENDLESS_KNOB, new Dimension("turn", cc(20 + i))));
        }
        for (int i = 1; i <= 16; i++) {
            controls.add(control(
                    "pad" + i,
                    Control.Kind.PAD,
                    new Dimension("velocity", new MessagePattern.NoteVelocity(1, 35 + i)),
                    new Dimension("gate", new MessagePattern.NoteGate(1, 35 + i)),
                    new Dimension("pressure", new MessagePattern.KeyPressure(1, 35 + i)),
                    new Dimension("x", cc(101 + i)),
                    new Dimension("y", cc(69 + i))));
        }
        for (String id : CobbleMemory.keyIds()) {
            controls.add(control(
                    id,
                    Control.Kind.BUTTON,
                    new Dimension("gate", new MessagePattern.NoteGate(1, 80 + controls.size() % 16))));
        }
        controls.add(control("crossfader", Control.Kind.FADER, new Dimension("position", cc(30))));
        return Profile.BLANK
                .withControls(controls)
                .with(new Traits(List.of(), List.of(), "cobble", false, List.of(), 0));
    }

    private static MessagePattern anyPattern(Random random, boolean relative) {
        int channel = 1 + random.nextInt(16);
        return switch (random.nextInt(relative ? 5 : 4)) {
            case 0 -> new MessagePattern.FineController(channel, random.nextInt(32));
            case 1 -> new MessagePattern.Numbered(channel, random.nextBoolean(), random.nextInt(16_383), 14);
            case 2 -> new MessagePattern.Wheel(channel);
            case 3 -> new MessagePattern.Controller(channel, random.nextInt(128), Encoding.ABSOLUTE);
            default ->
                new MessagePattern.Controller(channel, random.nextInt(128), Encoding.values()[1 + random.nextInt(3)]);
        };
    }

    private static SendMode anyOutput(Random random, String name) {
        return switch (name) {
            case "x", "y", "pressure" ->
                random.nextBoolean() ? SendMode.PLAYED : SendMode.PLAYED.restingAt(random.nextInt(128));
            case "gate" ->
                switch (random.nextInt(3)) {
                    case 0 -> SendMode.PLAYED;
                    case 1 -> SendMode.of(Press.TOGGLE, 1 + random.nextInt(127), 0);
                    default -> SendMode.of(Press.STEPS, 0, 25, 50, 75, 100);
                };
            default -> SendMode.PLAYED;
        };
    }

    private static Profile any(Random random) {
        Profile base = profile();
        List<Control> controls = new ArrayList<>();
        for (Control control : base.controls()) {
            List<Dimension> dimensions = new ArrayList<>();
            for (Dimension dimension : control.dimensions()) {
                boolean aNote = dimension.pattern() instanceof MessagePattern.NoteVelocity
                        || dimension.pattern() instanceof MessagePattern.NoteGate;
                Dimension changed = dimension.with(
                        aNote || random.nextBoolean()
                                ? dimension.pattern()
                                : anyPattern(random, dimension.name().equals("turn")));
                boolean button = control.kind() == Control.Kind.BUTTON;
                SendMode output = dimension.name().equals("gate") && !button
                        ? SendMode.PLAYED
                        : anyOutput(random, dimension.name());
                dimensions.add(changed.with(random.nextInt(8) == 0 ? SendMode.PLAYED.switchedOff(true) : output));
            }
            controls.add(control.sending(dimensions));
        }
        Feel pads = new Feel(
                Control.Kind.PAD,
                Feel.Curve.of(List.of(0, random.nextInt(20), 40, 90, 120)),
                25 + random.nextInt(376),
                0,
                0,
                0,
                random.nextBoolean());
        return base.withControls(controls).with(base.choices().with(pads).lit(random.nextInt(101)));
    }

    @Property(tries = 300)
    void whatIsWrittenIsWhatIsReadBack(@ForAll long seed) {
        MemoryImage programme = format.programme(any(new Random(seed)));
        Profile taken = format.profile(profile(), programme);
        assertThat(format.programme(taken)).isEqualTo(programme);
        assertThat(format.differences(programme, format.programme(taken))).isEmpty();
        for (int block = 0; block < programme.size(); block++) {
            byte[] said = format.write(block, programme.size(), programme.block(block))
                    .data();
            said[2] = 0x31;
            MemoryFormat.Reply.Told told = (MemoryFormat.Reply.Told) format.reply(new MidiMessage.SysEx(said));
            assertThat(told.data()).isEqualTo(programme.block(block));
        }
    }

    @Property(tries = 300)
    void aByteThatIsWrongIsNoticed(@ForAll long seed) {
        Random random = new Random(seed);
        MemoryImage programme = format.programme(profile());
        byte[] said = format.write(1, 4, programme.block(1)).data();
        said[2] = 0x31;
        int at = 3 + random.nextInt(said.length - 3);
        said[at] = (byte) (said[at] + 1 + random.nextInt(126) & 0x7F);
        assertThat(format.reply(new MidiMessage.SysEx(said))).isInstanceOf(MemoryFormat.Reply.Broken.class);
    }

    @Test
    void pagesOfTheDeviceBecomePagesOfTheRig() {
        Profile two = profile().withControls(paged(profile()));
        MemoryImage programme = format.programme(two.with(two.traits()
                .withPages(List.of(new PageGroup(
                        "pads", "Pads", PageGroup.Paging.KEYS, List.of("One", "Two"), CobbleMemory.keyIds())))));
        assertThat(programme.size()).isEqualTo(5);
        Profile taken = format.profile(profile(), programme);
        assertThat(taken.control("pad7@2")).isPresent();
        assertThat(taken.traits().group("pads").orElseThrow().paging()).isEqualTo(PageGroup.Paging.KEYS);
        assertThat(format.programme(taken)).isEqualTo(programme);
        assertThat(format.differences(format.programme(profile()), programme))
                .extracting(
                        MemoryFormat.Difference::where, MemoryFormat.Difference::rig, MemoryFormat.Difference::device)
                .contains(Tuple.tuple("Pads, page 2", "none", "there"));
    }

    private static List<Control> paged(Profile profile) {
        List<Control> controls = new ArrayList<>();
        for (Control control : profile.controls()) {
            boolean pad = control.kind() == Control.Kind.PAD;
            controls.add(pad ? control.onPage("pads", 1) : control);
            if (pad) {
                controls.add(control.onPage("pads", 2));
            }
        }
        return controls;
    }

    @Test
    void whatItCannotDoIsNamed() {
        Profile osc = profile()
                .withControls(profile().controls().stream()
                        .map(c -> c.id().equals("knob3")
                                ? c.sending(List.of(new Dimension(
                                        "turn", new MessagePattern.OscNumber("/a", 0, 0, 1, Encoding.ABSOLUTE))))
                                : c)
                        .toList());
        assertThatThrownBy(() -> format.programme(osc)).hasMessage("knob3: Cobble cannot send /a, 0 to 1");
        Profile uneven = profile()
                .withControls(profile().controls().stream()
                        .map(c -> c.id().equals("side1")
                                ? c.sending(List.of(c.dimensions().get(0).with(SendMode.of(Press.STEPS, 0, 1, 100))))
                                : c)
                        .toList());
        assertThatThrownBy(() -> format.programme(uneven))
                .hasMessage(
                        "side1: Cobble's steps lie evenly between the first and the last, like [0, 50, 100]; the rig has [0, 1, 100]");
    }
}
