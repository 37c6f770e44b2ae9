package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import orchard.Gear;
import orchard.action.PlayNotes;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Keys;
import orchard.layout.Layout;
import orchard.layout.Phrase;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.Test;

class KeyboardsTest {

    private static final Keys OCTAVE = new Keys(60, 72, Keys.Strike.FRONT, true);
    private static final Element KEYS = new Element("e1", "Low keys", new Box(0, 0, 32, 6), OCTAVE);
    private static final Layout LAYOUT = new Layout("layout1", "Balcony", List.of(KEYS));

    private static Rig rig() {
        return Rig.of(
                List.of(new Part.OfDevice(Gear.box()), new Part.OfDevice(Gear.desk()), new Part.OfLayout(LAYOUT)));
    }

    private static Rig playing() {
        Rig rig = rig();
        return rig.apply(new Keyboards(rig).played(LAYOUT, KEYS, "plays", "box"));
    }

    private static PlayNotes plays(Rig rig) {
        return (PlayNotes) rig.mappings().get(0).actions().onPress().get(0);
    }

    @Test
    void everyKeyIsAControlOfItsOwnAndNothingElseIs() {
        assertThat(LAYOUT.device().profile().controls()).hasSize(13);
        assertThat(LAYOUT.device().profile().control("e1-72")).isPresent();
        assertThat(LAYOUT.device().profile().control("e1")).isEmpty();
    }

    @Test
    void oneMappingPlaysAllKeys() {
        Rig rig = playing();
        Mapping mapping = rig.mappings().get(0);
        assertThat(mapping.when().triggers()).hasSize(13).startsWith(new Ref.ToControl("layout1", "e1-60", "velocity"));
        assertThat(plays(rig)).isEqualTo(new PlayNotes("box", 1, 60));
        assertThat(new Keyboards(rig).phrases(LAYOUT, KEYS))
                .extracting(Phrase::value)
                .containsExactly("C4", "C5", "box", "1", "");
        Rig other = rig.apply(new Keyboards(rig).played(LAYOUT, KEYS, "channel", "7"));
        assertThat(plays(other)).isEqualTo(new PlayNotes("box", 7, 60));
        Rig none = other.apply(new Keyboards(other).played(LAYOUT, KEYS, "plays", ""));
        assertThat(none.mappings()).isEmpty();
    }

    /** Keys that are lit stay so when they are others, and none is left that shows something and is gone. */
    @Test
    void keysAreLitByWhatSoundsWhicheverTheyAre() {
        Rig rig = playing();
        Rig lit = rig.apply(new Keyboards(rig).played(LAYOUT, KEYS, "lit", "sounding"));
        assertThat(lit.mappings().get(0).show().answers()).hasSize(13);
        assertThat(new Keyboards(lit).phrases(LAYOUT, KEYS))
                .extracting(Phrase::value)
                .endsWith("sounding");
        Layout other = LAYOUT.with(KEYS.as(new Keyboards(lit).with(OCTAVE, "from", "c3")));
        Rig after = lit.apply(new Rows(lit).edit("lower", LAYOUT, other));
        assertThat(after.mappings().get(0).show().answers())
                .hasSize(25)
                .allSatisfy(answer -> assertThat(
                                other.device().profile().light(answer.light().light()))
                        .isPresent());
        Rig dark = lit.apply(new Keyboards(lit).played(LAYOUT, KEYS, "lit", ""));
        assertThat(dark.mappings()).isEqualTo(rig.mappings());
    }

    @Test
    void onlyWhatSpeaksMidiIsOffered() {
        assertThat(new Keyboards(rig()).phrases(LAYOUT, KEYS).get(2).options())
                .extracting(Phrase.Option::value)
                .contains("", "box")
                .doesNotContain("desk");
    }

    @Test
    void theMappingGoesWithTheKeysAndWhoeverTransposedItKeepsThat() {
        Rig rig = playing();
        Mapping mapping = rig.mappings().get(0);
        Mapping higher = mapping.with(new orchard.mapping.Actions(List.of(new PlayNotes("box", 1, 72))));
        rig = rig.apply(Edit.change("transpose", new Part.OfMapping(mapping), new Part.OfMapping(higher)));
        Layout lower = LAYOUT.with(KEYS.as(new Keyboards(rig).with(OCTAVE, "from", "c3")));
        Rig after = rig.apply(new Rows(rig).edit("lower", LAYOUT, lower));
        assertThat(after.mappings().get(0).when().triggers())
                .hasSize(25)
                .startsWith(new Ref.ToControl("layout1", "e1-48", "velocity"));
        assertThat(plays(after)).isEqualTo(new PlayNotes("box", 1, 60));
        Rig gone = after.apply(new Rows(after).edit("delete", lower, lower.without("e1")));
        assertThat(gone.mappings()).isEmpty();
    }

    @Test
    void whatCannotBeIsSaidBesideItsField() {
        Keyboards keyboards = new Keyboards(playing());
        assertThatThrownBy(() -> keyboards.with(OCTAVE, "from", "H2"))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("no note");
        assertThatThrownBy(() -> keyboards.with(OCTAVE, "to", "C3")).hasMessageContaining("from one note to a higher");
        assertThatThrownBy(() -> keyboards.with(OCTAVE, "from", "C-1").over(0, 100))
                .hasMessageContaining("88 keys");
        Element fader = new Element("e2", "Fader", new Box(0, 0, 1, 1), orchard.layout.Kind.FADER.plain());
        assertThatThrownBy(() -> keyboards.played(LAYOUT, fader, "plays", "box"))
                .hasMessageContaining("no keys");
        assertThatThrownBy(() -> keyboards.played(LAYOUT, KEYS, "plays", "nobody"))
                .hasMessageContaining("gone");
        assertThatThrownBy(() -> keyboards.played(LAYOUT, KEYS, "channel", "17"))
                .hasMessageContaining("1–16");
    }
}
