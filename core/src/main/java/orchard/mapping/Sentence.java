package orchard.mapping;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Light;
import orchard.gear.Ref;
import orchard.parameter.Display;
import orchard.parameter.Parameter;

/**
 * A mapping as one plain sentence. Some phrases name a clause and are the places to edit it; the words between them only
 * join. The same sentence is used wherever a mapping has to be named.
 */
public record Sentence(List<Phrase> phrases) {

    /** Which clause a phrase stands for. */
    public enum Clause {
        NONE,
        WHEN,
        WHILE,
        SHAPE,
        DO,
        SHOW;

        /** Lower-case name, as pages use it. */
        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Some words, and the clause they stand for. */
    public record Phrase(Clause clause, String text) {}

    /** The whole sentence as text. */
    public String text() {
        return phrases.stream().map(Phrase::text).collect(Collectors.joining());
    }

    /** The sentence of a mapping, with names as they are right now. */
    public static Sentence of(Mapping mapping, Directory directory) {
        List<Phrase> phrases = new ArrayList<>();
        Ref.ToControl trigger = mapping.when().triggers().get(0);
        Optional<Control> control =
                directory.device(trigger.device()).flatMap(d -> d.profile().control(trigger.control()));
        phrases.add(plain("When "));
        phrases.add(new Phrase(
                Clause.WHEN,
                mapping.when().triggers().stream().map(directory::words).collect(Collectors.joining(" or "))));
        phrases.add(plain(" " + control.map(c -> c.kind().verb()).orElse("moves")));
        List<Ref.ToParameter> targets = targets(mapping);
        Optional<Parameter> parameter = targets.stream().findFirst().flatMap(directory::parameter);
        phrases.add(plain(", set "));
        phrases.add(new Phrase(Clause.DO, targets.stream().map(directory::words).collect(Collectors.joining(" and "))));
        phrases.add(plain(mapping.shape().scale().isPresent() ? ", " : " "));
        phrases.add(new Phrase(Clause.SHAPE, shape(mapping.shape(), parameter)));
        if (!mapping.show().answers().isEmpty()) {
            phrases.add(plain(", and show "));
            phrases.add(new Phrase(Clause.SHOW, show(mapping, directory)));
        }
        phrases.add(plain("."));
        return new Sentence(List.copyOf(phrases));
    }

    /** The parameters a mapping sets, in order. */
    public static List<Ref.ToParameter> targets(Mapping mapping) {
        return mapping.then().actions().stream()
                .map(action -> ((Do.SetParameter) action).parameter())
                .toList();
    }

    private static String shape(Shape shape, Optional<Parameter> parameter) {
        String law = parameter.map(p -> ", " + p.law().words()).orElse("");
        String range = shape.scale().map(s -> ends(s, parameter) + law).orElse("over its whole range");
        return range + (shape.inverted() ? ", inverted" : "");
    }

    private static String ends(Stage.Scale scale, Optional<Parameter> parameter) {
        return parameter
                .map(p -> p.textOfReal(scale.low()) + " to " + p.textOfReal(scale.high()))
                .orElse(Display.text(scale.low(), "") + " to " + Display.text(scale.high(), ""));
    }

    /** Lights of one control that answer by the same rule are named together: “its value on Knob 3’s display and ring”. */
    private static String show(Mapping mapping, Directory directory) {
        Map<String, List<String>> lamps = new LinkedHashMap<>();
        for (Show.Answer answer : mapping.show().answers()) {
            Ref.ToLight ref = answer.light();
            Optional<Device> device = directory.device(ref.device());
            Optional<Light> light = device.flatMap(d -> d.profile().light(ref.light()));
            Optional<Control> control =
                    light.flatMap(l -> device.flatMap(d -> d.profile().control(l.control())));
            String where = control.map(c -> c.name() + "’s ").orElse("");
            String lamp = control.isPresent() ? light.map(l -> l.lamp().words()).orElseThrow() : directory.words(ref);
            String rule = answer.rule() == Show.Rule.VALUE ? "its value on " : "on or off on ";
            lamps.computeIfAbsent(rule + where, k -> new ArrayList<>()).add(lamp);
        }
        return lamps.entrySet().stream()
                .map(entry -> entry.getKey() + String.join(" and ", entry.getValue()))
                .collect(Collectors.joining(" and "));
    }

    private static Phrase plain(String text) {
        return new Phrase(Clause.NONE, text);
    }
}
