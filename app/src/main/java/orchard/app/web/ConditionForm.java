package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.Not;
import orchard.condition.PageOpen;
import orchard.condition.PresetRecalled;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import org.springframework.util.MultiValueMap;

/**
 * One of the conditions of a case as a line of a form.
 *
 * @param line what the names of its fields begin with
 * @param not whether its opposite is meant
 * @param was its place among the conditions there are, or −1 if it is new
 * @param kind what sort it is; null for one that is made of others, which is kept as it is
 * @param words how that one reads
 */
record ConditionForm(String line, boolean not, int was, Condition.Kind kind, String words, List<Field> fields) {

    /** What the kind of a line says that is kept as it is. */
    static final String KEPT = "KEPT";

    /** The lines of a condition. */
    static List<ConditionForm> of(Condition during, Rig rig, Directory names, ParameterTitles titles) {
        List<ConditionForm> lines = new ArrayList<>();
        List<Condition> parts = parts(during);
        for (int i = 0; i < parts.size(); i++) {
            lines.add(of("c" + i, i, parts.get(i), rig, names, titles));
        }
        return lines;
    }

    /** Whether any of its lines is enough. */
    static boolean isAny(Condition during) {
        return during instanceof Any;
    }

    private static List<Condition> parts(Condition during) {
        return during instanceof Always
                ? List.of()
                : during instanceof All || during instanceof Any ? during.parts() : List.of(during);
    }

    private static ConditionForm of(
            String line, int was, Condition one, Rig rig, Directory names, ParameterTitles titles) {
        boolean not = one instanceof Not of && of.of().kind().isPresent();
        Condition shown = not ? one.parts().get(0) : one;
        return new ConditionForm(
                line,
                not,
                was,
                shown.kind().orElse(null),
                shown.words(names),
                shown.fields(names).stream()
                        .map(field -> ActionForm.shown(field, rig, titles))
                        .toList());
    }

    /** A line as it is filled in just now, or a new one: of another kind, or about another device, it has other fields. */
    static ConditionForm anew(MultiValueMap<String, String> typed, Rig rig, Directory names, ParameterTitles titles) {
        String line = Optional.ofNullable(typed.getFirst("line"))
                .orElseGet(() -> "new" + UUID.randomUUID().toString().replace("-", ""));
        Typed in = new Typed(ActionForm.values(typed, line));
        Condition fresh = kind(in.text("what")).fresh(names);
        Condition about = about(fresh, in, names);
        ConditionForm made = of(line, -1, about, rig, names, titles);
        return new ConditionForm(line, in.text("not").equals("true"), -1, made.kind(), made.words(), made.fields());
    }

    /** A fresh condition about the device that is chosen already, whose pages or presets it offers. */
    private static Condition about(Condition fresh, Typed in, Directory names) {
        String device = in.text("device");
        return switch (fresh.kind().orElseThrow()) {
            case PAGE -> new PageOpen(device, "", "");
            case PRESET -> new PresetRecalled(device, "");
            case DEVICE -> new DevicePresent(device);
            case FOCUS -> new FocusAt(in.text("focus"), "");
            default -> fresh;
        };
    }

    /**
     * The condition that a form means.
     *
     * @param before the one there was, from which those come that are kept as they are
     */
    static Condition read(
            String part,
            MultiValueMap<String, String> typed,
            Condition before,
            Directory names,
            ParameterTitles titles) {
        List<Condition> parts = new ArrayList<>();
        List<Condition> there = parts(before);
        List<String> lines = typed.getOrDefault("line", List.of());
        for (int i = 0; i < lines.size(); i++) {
            try {
                Typed in = ActionForm.typed(typed, lines.get(i), titles);
                if (in.text("what").equals(KEPT)) {
                    int was = in.text("was").matches("\\d{1,3}") ? Integer.parseInt(in.text("was")) : -1;
                    if (was < 0 || was >= there.size()) {
                        throw new Mistake("what", "this was changed meanwhile; look at what it is now");
                    }
                    parts.add(there.get(was));
                    continue;
                }
                Condition one = kind(in.text("what")).fresh(names).filled(in, names);
                parts.add(in.text("not").equals("true") ? new Not(one) : one);
            } catch (Mistake mistake) {
                throw EditRefused.invalid(
                        part, lines.get(i) + "." + mistake.field(), "Line " + (i + 1) + ": " + mistake.getMessage());
            }
        }
        boolean any = "any".equals(typed.getFirst("mode"));
        return parts.isEmpty()
                ? new Always()
                : parts.size() == 1 ? parts.get(0) : any ? new Any(parts) : new All(parts);
    }

    private static Condition.Kind kind(String name) {
        return Typed.of("what", name.isEmpty() ? Condition.Kind.LAYER.name() : name)
                .oneOf("what", Condition.Kind.class);
    }
}
