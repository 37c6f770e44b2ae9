package orchard.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
        phrases.add(plain(", "));
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
        String range = shape.scale()
                .map(s -> ends(s, parameter))
                .or(() -> parameter.map(p -> p.textOfReal(p.range().low()) + " to "
                        + p.textOfReal(p.range().high())))
                .orElse("its whole range");
        String law = parameter.map(p -> ", " + p.law().words()).orElse("");
        return range + law + (shape.inverted() ? ", inverted" : "");
    }

    private static String ends(Stage.Scale scale, Optional<Parameter> parameter) {
        return parameter
                .map(p -> p.textOfReal(scale.low()) + " to " + p.textOfReal(scale.high()))
                .orElse(Display.text(scale.low(), "") + " to " + Display.text(scale.high(), ""));
    }

    private static String show(Mapping mapping, Directory directory) {
        return mapping.show().answers().stream()
                .map(answer -> rule(answer) + " on " + light(answer.light(), directory))
                .distinct()
                .collect(Collectors.joining(" and "));
    }

    private static String rule(Show.Answer answer) {
        return answer.rule() == Show.Rule.VALUE ? "its value" : "on or off";
    }

    private static String light(Ref.ToLight ref, Directory directory) {
        Optional<Device> device = directory.device(ref.device());
        Optional<Light> light = device.flatMap(d -> d.profile().light(ref.light()));
        Optional<Control> control =
                light.flatMap(l -> device.flatMap(d -> d.profile().control(l.control())));
        return light.map(l ->
                        control.map(c -> c.name() + "’s " + l.lamp().words()).orElse(l.name()))
                .orElseGet(() -> directory.words(ref));
    }

    private static Phrase plain(String text) {
        return new Phrase(Clause.NONE, text);
    }
}
