package orchard.mapping;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.parameter.Display;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.trigger.Trigger;

/**
 * A mapping as one plain sentence. Some phrases name a clause and are the places to edit it; the words between them only
 * join. The same sentence is used wherever a mapping has to be named.
 */
public record Sentence(List<Phrase> phrases) {

    /** Which clause a phrase stands for. */
    public enum Clause {
        NONE,
        /** No words of its own: what comes next stands on another line, where there is room for lines. */
        BREAK,
        WHEN,
        LAYERS,
        WHILE,
        SHAPE,
        DO,
        RELEASE,
        SHOW;

        /** Lower-case name, as pages use it. */
        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Some words, and the clause they stand for.
     *
     * @param branch the case they belong to, the first one 0
     */
    public record Phrase(Clause clause, String text, int branch) {}

    /** The whole sentence as text. */
    public String text() {
        return phrases.stream().map(Phrase::text).collect(Collectors.joining());
    }

    /** The sentence of a mapping, with names as they are right now. */
    public static Sentence of(Mapping mapping, Directory directory) {
        List<Phrase> phrases = new ArrayList<>();
        Ref.ToControl trigger = mapping.trigger();
        Optional<Control> control =
                directory.device(trigger.device()).flatMap(d -> d.profile().control(trigger.control()));
        phrases.add(plain("When "));
        if (!mapping.when().triggers().isEmpty()) {
            phrases.add(new Phrase(Clause.WHEN, triggers(mapping.when(), directory), 0));
        }
        if (!mapping.when().triggers().isEmpty()) {
            phrases.add(plain(" " + verb(mapping.when(), control)));
        }
        for (Trigger also : mapping.when().also()) {
            boolean isFirst = mapping.when().triggers().isEmpty()
                    && also == mapping.when().also().get(0);
            phrases.add(plain(isFirst ? "" : " or "));
            phrases.add(new Phrase(Clause.WHEN, also.words(directory), 0));
        }
        if (!mapping.layers().isEmpty()) {
            phrases.add(plain(", in "));
            phrases.add(new Phrase(
                    Clause.LAYERS,
                    mapping.layers().stream().map(directory::layerName).collect(Collectors.joining(" or ")),
                    0));
        }
        List<Branch> branches = mapping.branches();
        String next = mapping.cases().every() ? "and " : "otherwise ";
        for (int i = 0; i < branches.size(); i++) {
            if (i > 0) {
                phrases.add(new Phrase(Clause.BREAK, "; ", i));
                phrases.add(plain(next));
            } else {
                phrases.add(branches.size() > 1 ? new Phrase(Clause.BREAK, ", ", 0) : plain(", "));
            }
            add(branches.get(i), i, directory, phrases);
        }
        if (!mapping.show().answers().isEmpty()) {
            phrases.add(branches.size() > 1 ? new Phrase(Clause.BREAK, ", ", 0) : plain(", "));
            phrases.add(plain("and show "));
            phrases.add(new Phrase(Clause.SHOW, show(mapping, directory), 0));
        }
        phrases.add(plain("."));
        return new Sentence(List.copyOf(phrases));
    }

    /** What is done in one case. */
    private static void add(Branch branch, int index, Directory directory, List<Phrase> phrases) {
        if (!branch.always()) {
            phrases.add(plain("while "));
            phrases.add(new Phrase(Clause.WHILE, branch.during().words(directory), index));
            phrases.add(plain(", "));
        }
        if (follows(branch)) {
            follow(branch, index, directory, phrases);
        } else {
            List<Action> actions = branch.actions().onPress();
            for (int i = 0; i < actions.size(); i++) {
                if (i > 0) {
                    phrases.add(new Phrase(Clause.BREAK, ", ", index));
                }
                phrases.add(new Phrase(Clause.DO, actions.get(i).words(directory), index));
            }
            String shaped = stages(branch.shape(), Optional.empty());
            if (!shaped.isEmpty()) {
                phrases.add(plain(", "));
                phrases.add(new Phrase(Clause.SHAPE, shaped, index));
            }
        }
        if (!branch.actions().onRelease().isEmpty()) {
            phrases.add(plain(", and when it is let go, "));
            phrases.add(new Phrase(
                    Clause.RELEASE,
                    branch.actions().onRelease().stream()
                            .map(action -> action.words(directory))
                            .collect(Collectors.joining(", ")),
                    index));
        }
    }

    /** Whether all it does is to let parameters follow the control, without stages of their own. */
    private static boolean follows(Branch branch) {
        return branch.actions().onPress().stream()
                .allMatch(action ->
                        action instanceof SetParameter set && set.own().stages().isEmpty());
    }

    private static void follow(Branch branch, int index, Directory directory, List<Phrase> phrases) {
        List<Ref.ToParameter> targets = branch.actions().onPress().stream()
                .map(Action::parameter)
                .distinct()
                .toList();
        Optional<Parameter> parameter = targets.stream().findFirst().flatMap(directory::parameter);
        phrases.add(plain("set "));
        phrases.add(new Phrase(
                Clause.DO, targets.stream().map(directory::words).collect(Collectors.joining(" and ")), index));
        boolean crosses = branch.shape().stages().stream().anyMatch(stage -> stage.side() == Stage.Side.CROSSING);
        phrases.add(plain(crosses ? ", " : " "));
        String whole = crosses ? "" : "over its whole range";
        String stages = stages(branch.shape(), parameter);
        phrases.add(
                new Phrase(Clause.SHAPE, whole + (whole.isEmpty() || stages.isEmpty() ? "" : ", ") + stages, index));
    }

    /** The one that crosses over first, because it says most. */
    private static String stages(Shape shape, Optional<Parameter> parameter) {
        return Stream.concat(
                        shape.stages().stream().filter(stage -> stage.side() == Stage.Side.CROSSING),
                        shape.stages().stream().filter(stage -> stage.side() != Stage.Side.CROSSING))
                .map(stage -> stage.words(parameter))
                .collect(Collectors.joining(", "));
    }

    /** A run of controls is named by its ends. */
    private static String triggers(When when, Directory directory) {
        List<Ref.ToControl> triggers = when.triggers();
        if (when.gesture().kind() == Gesture.Kind.CIRCLE) {
            // the finger goes round on all of it, whichever of its dimensions stands for that
            Ref.ToControl on = triggers.get(0);
            return directory.words(new Ref.ToControl(on.device(), on.control(), "gate"));
        }
        return triggers.size() > 3
                ? "one of %d, %s to %s"
                        .formatted(
                                triggers.size(),
                                directory.words(triggers.get(0)),
                                directory.words(triggers.get(triggers.size() - 1)))
                : triggers.stream().map(directory::words).collect(Collectors.joining(" or "));
    }

    private static String verb(When when, Optional<Control> control) {
        String time = Display.text(when.gesture().seconds(), "s");
        return switch (when.gesture().kind()) {
            case MOVE -> control.map(c -> c.kind().verb()).orElse("moves");
            case HOLD -> "is held for " + time;
            case DOUBLE -> "is pressed twice within " + time;
            case CIRCLE -> "is circled";
        };
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
            String lamp = control.isPresent() ? light.map(l -> l.kind().words()).orElseThrow() : directory.words(ref);
            String rule = answer.shortly(directory) + " on ";
            lamps.computeIfAbsent(rule + where, k -> new ArrayList<>()).add(lamp);
        }
        return lamps.entrySet().stream()
                .map(entry -> entry.getKey() + String.join(" and ", entry.getValue()))
                .collect(Collectors.joining(" and "));
    }

    private static Phrase plain(String text) {
        return new Phrase(Clause.NONE, text, 0);
    }
}
