package orchard.app.web;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.rig.EditRefused;
import orchard.shape.Stage;

/**
 * A stage as a form: its fields with what stands in them, and back.
 *
 * @param kind what the stage is called
 * @param help what it does, in a sentence
 */
record StageForm(String kind, String help, List<Field> fields) {

    /**
     * The form of a stage.
     *
     * @param held the controls that can be held, by key, with their words
     */
    static StageForm of(Stage stage, Parameter parameter, Map<String, String> held) {
        List<Field> fields = stage.fields(parameter).stream()
                .map(field -> field.input() == Field.Input.HELD ? choice(field, held) : field)
                .toList();
        return new StageForm(stage.kind().words(), stage.kind().help(), fields);
    }

    private static Field choice(Field field, Map<String, String> held) {
        Map<String, String> choices = new LinkedHashMap<>();
        choices.put("", "nothing");
        choices.putAll(held);
        return Field.choice(field.name(), field.label(), field.value(), choices);
    }

    /** The stage that a filled-in form means. */
    static Stage read(String part, Stage before, Map<String, String> typed, Parameter parameter) {
        try {
            return before.filled(new Typed(typed), parameter);
        } catch (Mistake mistake) {
            throw EditRefused.invalid(part, mistake.field(), mistake.getMessage());
        }
    }
}
