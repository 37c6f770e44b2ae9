package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import orchard.Gear;
import orchard.action.PlayNotes;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.shape.Shape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Layouts as files: out of one rig, into another with other gear. */
class LayoutFileTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");

    private static final Layout LAYOUT = new Layout(
            "layout1",
            "Balcony",
            List.of(new Page("p1", "Sound"), new Page("p2", "Keys")),
            List.of(
                    new Element("e1", "Cutoff", new Box(0, 0, 4, 9), Kind.FADER.plain()).on("p1"),
                    new Element("e2", "Shown", new Box(4, 0, 6, 2), Kind.VALUE.plain(), CUTOFF),
                    new Element("e3", "Keys", new Box(0, 9, 32, 9), Kind.KEYS.plain()).on("p2")));

    private static Rig rig() {
        Rig rig = Rig.of(
                List.of(new Part.OfDevice(Gear.box()), new Part.OfDevice(Gear.desk()), new Part.OfLayout(LAYOUT)));
        rig = rig.apply(new Keyboards(rig).played(LAYOUT, LAYOUT.elements().get(2), "plays", "box"));
        return rig.apply(Edit.add(
                "map",
                new Part.OfMapping(
                        new MappingCopier(rig).plain("m9", new Ref.ToControl("layout1", "e1", "position"), CUTOFF))));
    }

    private static LayoutFile file() {
        return LayoutFile.read(LayoutFile.write(rig(), LAYOUT));
    }

    private static Device other(String id, String name, Parameter... parameters) {
        Device desk = Gear.desk();
        return new Device(
                id, name, desk.role(), desk.seat(), desk.profile().withParameters(List.of(), List.of(parameters)));
    }

    private static Parameter osc(String id, String name, String address) {
        return new Parameter(
                id, "", name, new Range(200, 8_000, "Hz"), new Law.Logarithmic(), 200, new Binding.Osc(address), true);
    }

    @Test
    void whatIsWrittenIsReadAndTakenIntoTheSameRigItIsTheSameAgain() {
        LayoutFile file = file();
        assertThat(file.layout()).isEqualTo(LAYOUT);
        assertThat(file.gear()).extracting(LayoutFile.Gear::name).containsExactlyInAnyOrder("Desk", "Box");
        LayoutTaken taken = new LayoutTaken(file, rig());
        assertThat(taken.matches()).noneMatch(match -> match.found().isEmpty());
        LayoutTaken.Outcome outcome = taken.taken(Map.of());
        assertThat(outcome.left()).isEmpty();
        Rig after = rig().apply(outcome.edit());
        Layout again = after.layout(outcome.layout()).orElseThrow();
        assertThat(again.name()).isEqualTo("Balcony 2");
        assertThat(again.elements()).isEqualTo(LAYOUT.elements());
        assertThat(after.mappings()).hasSize(4);
        assertThat(after.mappings().get(3).when().triggers())
                .allMatch(trigger -> trigger.device().equals(outcome.layout()));
    }

    @Test
    void inAnEmptyRigItIsAllThereButDoesNothingAndSaysSo() {
        LayoutTaken taken = new LayoutTaken(file(), Rig.EMPTY);
        assertThat(taken.matches()).allMatch(match -> match.found().isEmpty());
        LayoutTaken.Outcome outcome = taken.taken(Map.of());
        assertThat(outcome.left()).hasSize(3);
        Rig after = Rig.EMPTY.apply(outcome.edit());
        assertThat(after.layouts().get(0).elements()).hasSize(3);
        assertThat(after.mappings()).isEmpty();
    }

    @Test
    void aDeviceOfAnotherNameIsFoundByWhatItHasAndAParameterByItsName() {
        Parameter cutoff = osc("vcf", "Cutoff", "/ferry/vcf");
        Parameter grouped = Gear.desk().profile().parameter("cutoff").orElseThrow();
        Device ferry = new Device(
                "ferry",
                "Ferry",
                "",
                Gear.desk().seat(),
                Gear.desk()
                        .profile()
                        .withParameters(List.of(new Parameter(
                                "vcf",
                                grouped.group(),
                                grouped.name(),
                                cutoff.range(),
                                cutoff.law(),
                                cutoff.standard(),
                                cutoff.binding(),
                                true))));
        Rig rig = Rig.of(List.of(new Part.OfDevice(ferry)));
        LayoutTaken taken = new LayoutTaken(file(), rig);
        assertThat(taken.matches())
                .filteredOn(match -> match.key().equals(CUTOFF.key()))
                .extracting(LayoutTaken.Match::found)
                .containsExactly("ferry/vcf");
    }

    @Test
    void whatIsNotFoundIsOfferedByTheNearestAddressAndTakenWhenItIsChosen() {
        String address =
                LayoutFile.address(Gear.desk().profile().parameter("cutoff").orElseThrow());
        Rig rig = Rig.of(List.of(new Part.OfDevice(
                other("desk2", "Desk", osc("a", "Something", "/other"), osc("b", "Brightness", "/north" + address)))));
        LayoutTaken taken = new LayoutTaken(file(), rig);
        LayoutTaken.Match match = taken.matches().stream()
                .filter(one -> one.key().equals(CUTOFF.key()))
                .findFirst()
                .orElseThrow();
        assertThat(match.found()).isEmpty();
        assertThat(match.near()).extracting(LayoutTaken.Option::key).containsExactly("desk2/b");
        LayoutTaken.Outcome outcome = taken.taken(Map.of(CUTOFF.key(), "desk2/b"));
        Rig after = rig.apply(outcome.edit());
        assertThat(after.mappings().get(0).targets()).containsExactly(new Ref.ToParameter("desk2", "b"));
        assertThat(after.layouts().get(0).element("e2").orElseThrow().follows())
                .isEqualTo(new Ref.ToParameter("desk2", "b"));
        assertThat(outcome.left()).singleElement().asString().startsWith("Keys does nothing");
    }

    @Test
    void whatWouldBeBrokenHereIsLeftOutWithItsReason() {
        Mapping many = new Mapping(
                "m1",
                new When(List.of(new Ref.ToControl("layout1", "e3-48", "velocity"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new PlayNotes("box", 1, 48))),
                new Show(List.of()));
        LayoutFile file = new LayoutFile(
                LayoutFile.FORMAT,
                1,
                LAYOUT,
                List.of(many.in(List.of("storm"))),
                List.of(new LayoutFile.Gear("box", "Box", List.of())),
                List.of());
        Rig rig = Rig.of(List.of(new Part.OfDevice(Gear.box())));
        LayoutFile strange = new LayoutFile(
                LayoutFile.FORMAT,
                1,
                LAYOUT,
                List.of(many.with(new When(List.of(new Ref.ToControl("box", "p1", "gate"))))),
                file.gear(),
                List.of());
        assertThat(new LayoutTaken(strange, rig).taken(Map.of()).left())
                .anyMatch(words -> words.contains("not on this layout"));
        List<String> left =
                new ArrayList<>(new LayoutTaken(file, rig).taken(Map.of()).left());
        assertThat(left).anyMatch(words -> words.contains("a layer that is not here"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "{",
                "[]",
                "null",
                "{\"format\":\"orchard-rig\",\"version\":1}",
                "{\"format\":\"orchard-layout\",\"version\":2,\"layout\":{\"id\":\"a\",\"name\":\"b\"}}",
                "{\"format\":\"orchard-layout\",\"version\":1}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"elements\":[{\"id\":\"e1\","
                        + "\"kind\":\"ANVIL\",\"name\":\"x\",\"x\":0,\"y\":0,\"width\":1,\"height\":1}]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"elements\":[{\"id\":\"e1\","
                        + "\"kind\":\"FADER\",\"name\":\"x\",\"x\":0,\"y\":0,\"width\":99,\"height\":1}]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"elements\":[{\"id\":\"e1\","
                        + "\"kind\":\"FADER\",\"name\":\"x\",\"x\":\"wide\",\"y\":0,\"width\":1,\"height\":1}]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"elements\":[{\"id\":\"e1\","
                        + "\"kind\":\"FADER\",\"name\":\"x\",\"x\":0,\"y\":0,\"width\":1,\"height\":1,\"page\":\"p7\"}]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"pages\":[{\"id\":\"p\","
                        + "\"name\":\"x\"},{\"id\":\"p\",\"name\":\"y\"}]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"colour\":\"red\"}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\",\"elements\":[null]}}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\"},\"mappings\":[null]}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\"},\"gear\":[{\"device\":\"x\"}]}",
                "{\"format\":\"orchard-layout\",\"version\":1,\"layout\":{\"id\":\"a\",\"name\":\"b\"},\"foci\":[{}]}"
            })
    void aBadFileIsASentence(String json) {
        assertThatThrownBy(() -> {
                    LayoutFile file = LayoutFile.read(json);
                    new LayoutTaken(file, rig()).taken(Map.of());
                })
                .as(json)
                .isInstanceOf(Mistake.class)
                .hasMessageMatching("(?s).{10,}")
                .hasMessageNotContainingAny("orchard.", "java.", "`", "Creator");
    }

    @Test
    void tenThousandElementsAndALongNameAreRefused() {
        List<Element> many = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            many.add(new Element("e" + i, "x", new Box(0, 0, 1, 1), Kind.LAMP.plain()));
        }
        String huge = PartJson.lines(
                new LayoutFile(LayoutFile.FORMAT, 1, new Layout("a", "b", many), List.of(), List.of(), List.of()), 4);
        assertThatThrownBy(() -> LayoutFile.read(huge))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("1000");
        Element named = new Element("e1", "n".repeat(10_000), new Box(0, 0, 1, 1), Kind.LAMP.plain());
        String longName = PartJson.lines(
                new LayoutFile(
                        LayoutFile.FORMAT, 1, new Layout("a", "b", List.of(named)), List.of(), List.of(), List.of()),
                4);
        assertThatThrownBy(() -> LayoutFile.read(longName)).isInstanceOf(Mistake.class);
    }
}
