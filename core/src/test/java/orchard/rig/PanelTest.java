package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import org.junit.jupiter.api.Test;

/** Panels that are made of a device's parameters. */
class PanelTest {

    private static Parameter parameter(String id, String group, Range range, Law law) {
        return new Parameter(id, group, id, range, law, range.low(), new Binding.Osc("/desk/" + id), true);
    }

    private static Law names(int count) {
        return new Law.Named(
                IntStream.range(0, count).mapToObj(i -> "Value " + i).toList());
    }

    private static Device device(List<Parameter> parameters) {
        return new Device(
                "desk", "Desk", "", new Seat(Wire.OSC, "/desk", ""), Profile.BLANK.withParameters(parameters));
    }

    private static Panel panel(List<Parameter> parameters) {
        Device device = device(parameters);
        return Panel.of(Rig.of(List.of(new Part.OfDevice(device))), device, parameters, "Desk");
    }

    private static Rig made(List<Parameter> parameters) {
        Rig rig = Rig.of(List.of(new Part.OfDevice(device(parameters))));
        return rig.apply(panel(parameters).edit());
    }

    @Test
    void everyParameterBecomesTheElementThatFitsIt() {
        List<Parameter> all = List.of(
                parameter("level", "", new Range(-60, 6, "dB"), new Law.DecibelTaper()),
                parameter("on", "", new Range(0, 1, ""), names(2)),
                parameter("shape", "", new Range(0, 3, ""), names(4)),
                parameter("wave", "", new Range(0, 95, ""), names(96)),
                parameter("cutoff", "", new Range(20, 20_000, "Hz"), new Law.Logarithmic()),
                parameter("pan", "mover", new Range(-270, 270, "°"), new Law.Linear()),
                parameter("tilt", "mover", new Range(-135, 135, "°"), new Law.Linear()));
        Rig rig = made(all);
        assertThat(rig.layouts().get(0).elements())
                .extracting(Element::kind)
                .containsExactly(Kind.FADER, Kind.BUTTON, Kind.CHOICES, Kind.LIST, Kind.KNOB, Kind.LABEL, Kind.FIELD);
        assertThat(rig.mappings())
                .flatExtracting(Mapping::targets)
                .extracting(Ref.ToParameter::parameter)
                .containsExactly("level", "on", "shape", "wave", "cutoff", "pan", "tilt");
        assertThat(rig.mappings())
                .extracting(m -> m.trigger().dimension())
                .containsExactly("position", "gate", "choice", "choice", "turn", "x", "y");
    }

    @Test
    void whatDoesNotFitOnOnePageGoesOnOnTheNextGroupByGroup() {
        List<Parameter> all = IntStream.range(0, 160)
                .mapToObj(i -> parameter("p" + i, "g" + i / 8, new Range(0, 1, "%"), new Law.Linear()))
                .toList();
        Layout layout = made(all).layouts().get(0);
        assertThat(panel(all).left()).isEmpty();
        assertThat(layout.pages()).hasSizeGreaterThan(1);
        List<String> titles = layout.elements().stream()
                .filter(element -> element.kind() == Kind.LABEL)
                .map(Element::name)
                .toList();
        assertThat(titles)
                .hasSize(20)
                .doesNotHaveDuplicates()
                .startsWith("g0", "g1")
                .endsWith("g19");
        assertThat(layout.pages().get(0).name()).isEqualTo("g0");
    }

    @Property(tries = 200)
    void nothingOverlapsAndWhatFindsNoRoomIsSaid(@ForAll long seed) {
        Random random = new Random(seed);
        List<Parameter> all = new ArrayList<>();
        int count = random.nextInt(120);
        for (int i = 0; i < count; i++) {
            Law law = random.nextInt(3) == 0
                    ? names(2 + random.nextInt(12))
                    : random.nextBoolean() ? new Law.Linear() : new Law.DecibelTaper();
            String unit = random.nextInt(4) == 0 ? "°" : "";
            all.add(parameter("p" + i, "g" + i / (1 + random.nextInt(9)), new Range(0, 11, unit), law));
        }
        Panel panel = panel(all);
        Rig rig = Rig.of(List.of(new Part.OfDevice(device(all)))).apply(panel.edit());
        Layout layout = rig.layouts().get(0);
        for (Element one : layout.elements()) {
            assertThat(layout.on(one.page()).stream()
                            .filter(other -> other.box().overlaps(one.box())))
                    .as(one.toString())
                    .containsExactly(one);
        }
        Set<String> found = rig.mappings().stream()
                .flatMap(m -> m.targets().stream())
                .map(Ref.ToParameter::parameter)
                .collect(Collectors.toCollection(HashSet::new));
        panel.left().forEach(parameter -> assertThat(found.add(parameter.id())).isTrue());
        assertThat(found).hasSize(count);
    }
}
