package orchard.app.web;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.recipe.Recipe;
import orchard.rig.EditRefused;
import orchard.rig.Rig;

/** A recipe as a form: its fields with what stands in them, and back. */
record RecipeForm(Recipe recipe, List<Field> fields) {

    /** The forms of all recipes that fit a mapping. */
    static List<RecipeForm> of(Mapping mapping, Rig rig, ParameterTitles titles) {
        return Recipe.fitting(mapping, rig).stream()
                .map(recipe -> new RecipeForm(
                        recipe,
                        recipe.fields(mapping, rig).stream()
                                .map(field -> shown(field, titles))
                                .toList()))
                .toList();
    }

    private static Field shown(Field field, ParameterTitles titles) {
        return field.input() == Field.Input.PARAMETER
                ? Field.ofRig(field.name(), field.label(), titles.title(field.value()), field.input())
                : field;
    }

    /** The mapping that a filled-in form means. */
    static Mapping read(String recipe, Mapping mapping, Rig rig, Map<String, String> typed, ParameterTitles titles) {
        Recipe chosen = Recipe.fitting(mapping, rig).stream()
                .filter(each -> each.key().equals(recipe))
                .findFirst()
                .orElseThrow(() -> new Mistake("There is no recipe “" + recipe + "” that fits this mapping"));
        Map<String, String> values = new HashMap<>(typed);
        try {
            chosen.fields(mapping, rig).stream()
                    .filter(field -> field.input() == Field.Input.PARAMETER)
                    .forEach(field ->
                            values.computeIfPresent(field.name(), (name, title) -> titles.key(field.name(), title)));
            return chosen.filled(mapping, rig, new Typed(values));
        } catch (Mistake mistake) {
            throw EditRefused.invalid(mapping.id(), mistake.field(), mistake.getMessage());
        }
    }
}
