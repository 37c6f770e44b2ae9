package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.trigger.Trigger;
import org.springframework.util.MultiValueMap;

/**
 * One of the things that set a mapping off besides controls, as a line of a form.
 *
 * @param line what the names of its fields begin with
 */
record TriggerForm(String line, Trigger.Kind kind, List<Field> fields) {

    /** The lines of all there are. */
    static List<TriggerForm> of(List<Trigger> also, Rig rig, Directory names, ParameterTitles titles) {
        List<TriggerForm> lines = new ArrayList<>();
        for (int i = 0; i < also.size(); i++) {
            lines.add(of("t" + i, also.get(i), rig, names, titles));
        }
        return lines;
    }

    private static TriggerForm of(String line, Trigger one, Rig rig, Directory names, ParameterTitles titles) {
        return new TriggerForm(
                line,
                one.kind(),
                one.fields(names).stream()
                        .map(field -> ActionForm.shown(field, rig, titles))
                        .toList());
    }

    /** A line as it is filled in just now, or a new one: of another kind it has other fields. */
    static TriggerForm anew(MultiValueMap<String, String> typed, Rig rig, Directory names, ParameterTitles titles) {
        String line = Optional.ofNullable(typed.getFirst("line"))
                .orElseGet(() -> "new" + UUID.randomUUID().toString().replace("-", ""));
        Typed in = new Typed(ActionForm.values(typed, line));
        return of(line, fresh(kind(in.text("what")), in, names), rig, names, titles);
    }

    /** A message keeps what is filled in: more devices can be named. */
    private static Trigger fresh(Trigger.Kind kind, Typed in, Directory names) {
        if (kind == Trigger.Kind.MESSAGE && !in.text("form").isEmpty()) {
            try {
                return kind.fresh().filled(in, names);
            } catch (Mistake unread) {
                return kind.fresh();
            }
        }
        return kind.fresh();
    }

    /** All that a form says sets it off. */
    static List<Trigger> read(
            String part, MultiValueMap<String, String> typed, Directory names, ParameterTitles titles) {
        List<Trigger> also = new ArrayList<>();
        List<String> lines = typed.getOrDefault("line", List.of());
        for (int i = 0; i < lines.size(); i++) {
            try {
                Typed in = ActionForm.typed(typed, lines.get(i), titles);
                also.add(kind(in.text("what")).fresh().filled(in, names));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(
                        part, lines.get(i) + "." + mistake.field(), "Line " + (i + 1) + ": " + mistake.getMessage());
            }
        }
        return also;
    }

    private static Trigger.Kind kind(String name) {
        return Typed.of("what", name.isEmpty() ? Trigger.Kind.VALUE.name() : name)
                .oneOf("what", Trigger.Kind.class);
    }
}
