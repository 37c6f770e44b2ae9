package orchard.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.Gear;
import orchard.action.Choose;
import orchard.action.SetParameter;
import orchard.action.Toggle;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Zone;
import org.junit.jupiter.api.Test;

class RecipeTest {

    private static final Rig RIG = Gear.rig();

    private static List<Mapping> pairs() {
        List<Mapping> all = new ArrayList<>();
        Device box = RIG.device("box").orElseThrow();
        for (Control control : box.profile().controls()) {
            for (Dimension dimension : control.dimensions()) {
                for (Parameter parameter :
                        RIG.device("desk").orElseThrow().profile().parameters()) {
                    all.add(Gear.mapping("m1", control.id(), dimension.name(), parameter.id()));
                }
            }
        }
        return all;
    }

    private static Map<String, String> usual(Recipe recipe, Mapping mapping) {
        Map<String, String> typed = new HashMap<>();
        recipe.fields(mapping, RIG).forEach(field -> typed.put(field.name(), field.value()));
        if (recipe instanceof Stretches) {
            typed.put("middle", "desk/cutoff");
            typed.put("high", "desk/mute");
        }
        return typed;
    }

    @Test
    void whatFitsIsMadeAsItStandsThereAndWorks() {
        Set<Recipe> seen = new HashSet<>();
        for (Mapping mapping : pairs()) {
            for (Recipe recipe : Recipe.fitting(mapping, RIG)) {
                Mapping made = recipe.filled(mapping, RIG, new Typed(usual(recipe, mapping)));
                String as = recipe + " of " + Sentence.of(mapping, RIG);
                assertThat(Fault.of(made, RIG)).as(as).isEmpty();
                RIG.apply(Edit.add("add", new Part.OfMapping(made)));
                assertThat(Recipe.fitting(made, RIG)).as("chosen again: " + as).contains(recipe, new Plain());
                seen.add(recipe);
            }
        }
        assertThat(seen).containsExactlyInAnyOrderElementsOf(Recipe.ALL);
    }

    @Test
    void whatCannotBeFilledInIsRefusedBesideItsField() {
        for (Mapping mapping : pairs()) {
            for (Recipe recipe : Recipe.fitting(mapping, RIG)) {
                for (Field field : recipe.fields(mapping, RIG)) {
                    if (field.input() == Field.Input.CHOICE) {
                        continue;
                    }
                    Map<String, String> typed = usual(recipe, mapping);
                    typed.put(field.name(), "no such thing");
                    assertThatThrownBy(() -> recipe.filled(mapping, RIG, new Typed(typed)))
                            .isInstanceOfSatisfying(
                                    Mistake.class,
                                    mistake -> assertThat(mistake.field()).isEqualTo(field.name()));
                }
            }
        }
    }

    @Test
    void whatIsOnlyToldOrMissingHasNone() {
        assertThat(Recipe.fitting(Gear.mapping("m1", "k1", "turn", "meter"), RIG))
                .isEmpty();
        assertThat(Recipe.fitting(Gear.mapping("m1", "k9", "turn", "volume"), RIG))
                .isEmpty();
        assertThat(Recipe.fitting(Gear.mapping("m1", "k1", "turn", "nothing"), RIG))
                .isEmpty();
    }

    @Test
    void eachMakesWhatItSays() {
        Mapping knob = Gear.mapping("m1", "k1", "turn", "volume");
        Mapping stretches = new Stretches().filled(knob, RIG, new Typed(usual(new Stretches(), knob)));
        assertThat(stretches.actions().onPress())
                .hasSize(3)
                .allSatisfy(action -> assertThat(
                                ((SetParameter) action).own().stages().get(0))
                        .isInstanceOf(Zone.class));
        Mapping pedal = new PickedUp().filled(knob, RIG, new Typed(usual(new PickedUp(), knob)));
        assertThat(pedal.takeover()).isEqualTo(Takeover.PICK_UP);

        Mapping pad = Gear.mapping("m1", "p1", "velocity", "volume");
        Map<String, String> two = Map.of("high", "-6 dB", "low", "-20 dB", "how", "again");
        Mapping toggle = new TwoValues().filled(pad, RIG, new Typed(two));
        assertThat(toggle.trigger()).isEqualTo(new Ref.ToControl("box", "p1", "gate"));
        assertThat(toggle.actions().onPress())
                .containsExactly(new Toggle(new Ref.ToParameter("desk", "volume"), -20, -6));
        Map<String, String> held = Map.of("high", "-6 dB", "low", "-20 dB", "how", "release");
        assertThat(new TwoValues().filled(pad, RIG, new Typed(held)).actions().onRelease())
                .hasSize(1);
        Map<String, String> same = Map.of("high", "-6 dB", "low", "-6 dB", "how", "again");
        assertThatThrownBy(() -> new TwoValues().filled(pad, RIG, new Typed(same)))
                .hasMessageContaining("both are");

        Mapping row = new Row().filled(pad, RIG, Typed.of("values", "-20 dB\n-6 dB"));
        assertThat(row.when().triggers()).hasSize(2);
        assertThat(row.actions().onPress().get(0)).isInstanceOf(Choose.class);
        assertThatThrownBy(() -> new Row().filled(pad, RIG, Typed.of("values", "-20 dB\n-6 dB\n0 dB")))
                .hasMessageContaining("there are only 2");

        Mapping plain = new Plain().filled(stretches, RIG, new Typed(Map.of()));
        assertThat(plain.actions()).isEqualTo(knob.actions());
        assertThat(plain.shape()).isEqualTo(knob.shape());
    }
}
