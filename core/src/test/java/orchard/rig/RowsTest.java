package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Phrase;
import orchard.layout.Strips;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import org.junit.jupiter.api.Test;

/** Rows of strips over foci, and the mappings that come and go with them. */
class RowsTest {

    private static final String ROW = "e1";

    private static Parameter parameter(String group, String name, Range range, Law law, boolean settable) {
        String id = group + "." + name;
        return new Parameter(id, group, name, range, law, range.low(), new Binding.Osc("/desk/" + id), settable);
    }

    /** A desk of 12 tracks and 3 busses, and foci over them. */
    private static Rig rig() {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        Law switched = new Law.Named(List.of("off", "on"));
        for (int i = 1; i <= 12; i++) {
            String track = "track" + i;
            groups.add(new Group(track, "", "Track " + i, ""));
            parameters.add(parameter(track, "Pan", new Range(-100, 100, "%"), new Law.Linear(), true));
            parameters.add(parameter(track, "Volume", new Range(-60, 6, "dB"), new Law.DecibelTaper(), true));
            parameters.add(parameter(track, "Mute", new Range(0, 1, ""), switched, true));
            parameters.add(parameter(track, "Solo", new Range(0, 1, ""), switched, true));
            parameters.add(parameter(track, "Meter", new Range(0, 1, ""), new Law.Linear(), false));
        }
        for (int i = 1; i <= 3; i++) {
            groups.add(new Group("bus" + i, "", "Bus " + i, ""));
            parameters.add(parameter("bus" + i, "Level", new Range(0, 1, ""), new Law.Linear(), true));
        }
        Profile profile = new Profile(List.of(), groups, parameters, List.of(), List.of(), List.of(), List.of());
        return Rig.of(List.of(
                new Part.OfDevice(new Device("desk", "Desk", "", new Seat(Wire.OSC, "/desk", ""), profile)),
                focus("focus1", "track", 12, 8),
                focus("focus2", "track", 12, 1),
                focus("focus3", "bus", 3, 3)));
    }

    private static Part.OfFocus focus(String id, String noun, int places, int width) {
        List<String> all =
                IntStream.rangeClosed(1, places).mapToObj(i -> noun + i).toList();
        return new Part.OfFocus(new Focus(id, "Bank " + id, noun, "desk", all, width, Focus.Ends.STOP, null, null, ""));
    }

    private static Rig with(Rig rig, Element row) {
        Layout layout = new Layout("layout1", "Mixer", List.of(row));
        return rig.apply(new Rows(rig).edit("draw", null, layout));
    }

    private static Element row(Strips strips) {
        return new Element(ROW, "Row", new Box(0, 0, 32, 16), strips);
    }

    private static Rig change(Rig rig, String phrase, String value) {
        Layout before = rig.layout("layout1").orElseThrow();
        Element row = before.element(ROW).orElseThrow();
        Rows rows = new Rows(rig);
        Strips strips = rows.with((Strips) row.face(), phrase, value);
        return rig.apply(rows.edit("change", before, before.with(row.as(strips))));
    }

    private static List<String> sets(Rig rig) {
        return rig.mappings().stream()
                .map(m -> m.trigger().control() + " " + m.target().orElseThrow().parameter())
                .toList();
    }

    @Test
    void aNewRowHasWhatMixersHaveOverTheWidestFocus() {
        Strips usual = new Rows(rig()).usual();
        assertThat(usual.focus()).isEqualTo("focus1");
        assertThat(usual.count()).isEqualTo(8);
        assertThat(usual.told())
                .isEqualTo(Map.of(Strips.Part.FADER, "Volume", Strips.Part.BUTTON, "Mute", Strips.Part.METER, "Meter"));
        Rig rig = with(rig(), row(usual));
        assertThat(rig.mappings()).hasSize(16);
        assertThat(sets(rig)).contains("e1-3-fader 3:Volume", "e1-8-button 8:Mute");
        Layout layout = rig.layout("layout1").orElseThrow();
        assertThat(layout.played()).hasSize(4 * 8);
        assertThat(layout.played("e1-3-name").orElseThrow().follows())
                .isEqualTo(new Ref.ToParameter("focus1", "3:Mute"));
        assertThat(new Rows(rig.apply(new Rows(rig).edit("delete", layout, null))).usual())
                .isEqualTo(usual);
    }

    @Test
    void aChangeOfTheRowChangesEveryStrip() {
        Rig rig = with(rig(), row(new Rows(rig()).usual()));
        rig = change(rig, "fader", "Pan");
        assertThat(sets(rig)).hasSize(16).contains("e1-1-fader 1:Pan", "e1-8-fader 8:Pan");
        rig = change(rig, "another", "Solo");
        assertThat(sets(rig)).hasSize(24);
        rig = change(rig, "count", "3");
        assertThat(sets(rig)).hasSize(9);
        rig = change(rig, "focus", "focus3");
        assertThat(sets(rig))
                .as("nothing of it is there: what is usual comes in its place")
                .containsExactly("e1-1-fader 1:Level", "e1-2-fader 2:Level", "e1-3-fader 3:Level");
        Rig now = rig;
        assertThatThrownBy(() -> change(now, "fader", "Volume")).isInstanceOf(Mistake.class);
    }

    @Test
    void aStripThatIsLiftedOutKeepsItsMappingsAndStaysWhenTheRowChanges() {
        Rig rig = with(rig(), row(new Rows(rig()).usual()));
        Layout before = rig.layout("layout1").orElseThrow();
        Element row = before.element(ROW).orElseThrow();
        Strips strips = (Strips) row.face();
        List<Element> all = new ArrayList<>(List.of(row.as(strips.without(3))));
        all.addAll(strips.strip(ROW, row.box(), 3));
        Rig lifted = rig.apply(new Rows(rig).edit("lift", before, before.with(all)));
        assertThat(sets(lifted)).containsExactlyElementsOf(sets(rig));
        assertThat(lifted.layout("layout1").orElseThrow().played())
                .containsExactlyInAnyOrderElementsOf(before.played());
        Rig changed = change(lifted, "fader", "Pan");
        assertThat(sets(changed)).contains("e1-3-fader 3:Volume", "e1-4-fader 4:Pan");
    }

    @Test
    void aMappingThatSomebodyChangedStaysTheirs() {
        Rig rig = with(rig(), row(new Rows(rig()).usual()));
        Mapping made = rig.mappings().stream()
                .filter(m -> m.trigger().control().equals("e1-2-fader"))
                .findFirst()
                .orElseThrow();
        Mapping theirs =
                new MappingCopier(rig).plain(made.id(), made.trigger(), new Ref.ToParameter("desk", "bus1.Level"));
        rig = rig.apply(Edit.change("mine", new Part.OfMapping(made), new Part.OfMapping(theirs)));
        rig = change(rig, "fader", "Pan");
        assertThat(rig.mappings()).contains(theirs);
        assertThat(sets(rig)).hasSize(16).doesNotContain("e1-2-fader 2:Pan");
    }

    /** A file that somebody wrote may say that. */
    @Test
    void elementsOfOneIdAndFarTooManyAreRefusedWithWords() {
        Element row = row(new Rows(rig()).usual());
        Element like = new Element("e1-3-fader", "Mine", new Box(0, 0, 1, 1), Kind.FADER.plain());
        for (List<Element> wrong : List.of(List.of(row, like), List.of(like, like))) {
            assertThatThrownBy(() -> Rig.of(List.of(new Part.OfLayout(new Layout("layout1", "Two", wrong)))))
                    .isInstanceOf(EditRefused.class)
                    .hasMessageContaining("e1-3-fader");
        }
        List<Element> many = IntStream.range(0, 10_000)
                .mapToObj(i -> new Element("e" + i, "Fader", new Box(0, 0, 1, 1), Kind.FADER.plain()))
                .toList();
        assertThatThrownBy(() -> Rig.of(List.of(new Part.OfLayout(new Layout("layout1", "Many", many)))))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("at most");
        Strips wild = new Strips("focus9", 1_000_000, null, List.of(-1, 3, 3, 99));
        assertThat(wild.count()).isEqualTo(Strips.MOST);
        assertThat(wild.lifted()).containsExactly(3);
    }

    /** A focus that is gone, or narrower than it was, leaves strips that set nothing; nothing breaks. */
    @Test
    void aRowOutlivesItsFocus() {
        Rig rig = with(rig(), row(new Rows(rig()).usual()));
        Rig without = rig.again(Edit.remove("gone", rig.part("focus1").orElseThrow()));
        Layout layout = without.layout("layout1").orElseThrow();
        Strips strips = (Strips) layout.element(ROW).orElseThrow().face();
        assertThat(new Rows(without).phrases(strips).get(1).options().get(0).words())
                .isEqualTo("a focus that is gone");
        assertThat(layout.played()).hasSize(32);
        Rig moved = change(without, "focus", "focus3");
        assertThat(sets(moved)).containsExactly("e1-1-fader 1:Level", "e1-2-fader 2:Level", "e1-3-fader 3:Level");
    }

    /** Whatever is chosen, in whatever order: every control of the row is mapped once to what it says, and nothing else is left. */
    @Property(tries = 60)
    void whateverIsChosenControlsAndMappingsAgree(@ForAll Random random) {
        Rig rig = with(rig(), row(new Rows(rig()).usual()));
        for (int step = 0; step < 12; step++) {
            Layout before = rig.layout("layout1").orElseThrow();
            Element row = before.element(ROW).orElseThrow();
            if (random.nextInt(4) == 0) {
                Box box = new Box(0, 0, 1 + random.nextInt(32), 1 + random.nextInt(18));
                rig = rig.apply(new Rows(rig).edit("size", before, before.with(row.at(box))));
            } else {
                List<Phrase> phrases = new Rows(rig).phrases((Strips) row.face());
                Phrase phrase = phrases.get(random.nextInt(phrases.size()));
                Phrase.Option option =
                        phrase.options().get(random.nextInt(phrase.options().size()));
                rig = change(rig, phrase.name(), option.value());
            }
            Layout after = rig.layout("layout1").orElseThrow();
            assertThat(rig.mappings())
                    .extracting(m -> m.trigger() + " " + m.target().orElseThrow())
                    .containsExactlyInAnyOrderElementsOf(after.rows().entrySet().stream()
                            .map(entry -> entry.getKey() + " " + entry.getValue())
                            .toList());
            for (Element one : after.played()) {
                assertThat(after.played())
                        .filteredOn(o -> !o.id().equals(one.id()) && o.box().overlaps(one.box()))
                        .isEmpty();
                assertThat(row.kind()).isEqualTo(Kind.STRIPS);
            }
        }
    }
}
