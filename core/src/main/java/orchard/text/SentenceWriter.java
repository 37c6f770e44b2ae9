package orchard.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.action.Action;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.light.Motion;
import orchard.mapping.Branch;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;

/** Writes mappings as text that {@link Sheet} reads back as they were. Not for use by several threads. */
public final class SentenceWriter {

    private static final int WIDE = 110;
    private static final String INDENT = "\n    ";

    private final Rolls rolls;

    /** @param devices all there are, those of layouts among them */
    public SentenceWriter(Directory names, List<Device> devices) {
        this.rolls = new Rolls(names, devices);
    }

    /** Sentences one under the other, each with its id. */
    public String written(List<Mapping> mappings) {
        return mappings.stream().map(this::written).collect(Collectors.joining("\n\n", "", "\n"));
    }

    /** A sentence with its id; on several lines where it is long. */
    public String written(Mapping mapping) {
        List<String> lines = new ArrayList<>();
        lines.add(Tokens.label(mapping.id()) + " When " + when(mapping)
                + (mapping.layers().isEmpty()
                        ? ""
                        : ", in "
                                + mapping.layers().stream()
                                        .map(rolls.layers()::written)
                                        .collect(Collectors.joining(" or ")))
                + ",");
        List<Branch> branches = mapping.branches();
        for (int i = 0; i < branches.size(); i++) {
            String before = i == 0 ? "" : mapping.cases().every() ? "and " : "otherwise ";
            lines.addAll(branch(before, branches.get(i)));
            int last = lines.size() - 1;
            lines.set(last, lines.get(last) + (i < branches.size() - 1 ? ";" : ","));
        }
        if (!mapping.show().answers().isEmpty()) {
            lines.add("show "
                    + mapping.show().answers().stream().map(this::answer).collect(Collectors.joining(" and ")) + ",");
        }
        if (mapping.takeover() != null) {
            lines.add(takeover(mapping.takeover()) + ",");
        }
        if (!mapping.marks().equals(Marks.NONE)) {
            lines.add(marks(mapping.marks()) + ",");
        }
        int last = lines.size() - 1;
        lines.set(last, lines.get(last).substring(0, lines.get(last).length() - 1) + ".");
        String one = String.join(" ", lines);
        return one.length() <= WIDE ? one : String.join(INDENT, lines);
    }

    private String when(Mapping mapping) {
        List<String> causes = new ArrayList<>();
        List<Ref.ToControl> triggers = mapping.when().triggers();
        if (!triggers.isEmpty()) {
            causes.add(run(triggers)
                            .orElseGet(
                                    () -> triggers.stream().map(rolls::written).collect(Collectors.joining(" or ")))
                    + " " + gesture(mapping));
        }
        TriggerWriter writer = new TriggerWriter(rolls);
        mapping.when().also().forEach(also -> causes.add(writer.written(also)));
        return String.join(" or ", causes);
    }

    /** Three or more controls that stand one after the other are named by the first and the last. */
    private Optional<String> run(List<Ref.ToControl> triggers) {
        if (triggers.size() < 3) {
            return Optional.empty();
        }
        Ref.ToControl first = triggers.get(0);
        Ref.ToControl last = triggers.get(triggers.size() - 1);
        return rolls.run(first.device(), first.control(), last.control())
                .filter(triggers::equals)
                .map(run -> "any of " + rolls.controls(first.device()).written(first.control()) + " to "
                        + rolls.controls(first.device()).written(last.control()) + " of "
                        + rolls.devices().written(first.device()));
    }

    private String gesture(Mapping mapping) {
        Gesture gesture = mapping.when().gesture();
        return switch (gesture.kind()) {
            case MOVE ->
                rolls.names()
                        .device(mapping.trigger().device())
                        .flatMap(on -> on.profile().control(mapping.trigger().control()))
                        .map(Control::kind)
                        .map(Control.Kind::verb)
                        .orElse("moves");
            case HOLD -> "is held for " + Spelling.seconds(gesture.seconds());
            case DOUBLE -> "is pressed twice within " + Spelling.seconds(gesture.seconds());
            case CIRCLE -> "is circled";
        };
    }

    private List<String> branch(String before, Branch branch) {
        StringBuilder head = new StringBuilder(before);
        if (!branch.always()) {
            head.append("while ")
                    .append(new ConditionWriter(rolls).written(branch.during()))
                    .append(", ");
        }
        if (!branch.shape().stages().isEmpty()) {
            head.append("shape ")
                    .append(new StageWriter(
                                    rolls, measure(rolls, branch.actions().onPress()))
                            .written(branch.shape()))
                    .append(", ");
        }
        ActionWriter writer = new ActionWriter(rolls);
        List<Action> press = branch.actions().onPress();
        List<Action> release = branch.actions().onRelease();
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < press.size(); i++) {
            boolean isLast = i == press.size() - 1 && release.isEmpty();
            lines.add((i == 0 ? head : "") + writer.written(press.get(i)) + (isLast ? "" : ","));
        }
        if (!release.isEmpty()) {
            lines.add("and when it is let go, "
                    + release.stream().map(writer::written).collect(Collectors.joining(", ")));
        }
        return lines;
    }

    /** The parameter in whose unit the stages of a case are: the first it sets. */
    static Optional<Parameter> measure(Rolls rolls, List<Action> press) {
        return press.stream()
                .map(Action::parameter)
                .filter(parameter -> parameter != null)
                .findFirst()
                .flatMap(rolls.names()::parameter);
    }

    private String answer(Show.Answer answer) {
        return answer.rungs().stream()
                        .map(rung -> "while " + new ConditionWriter(rolls).written(rung.during()) + ", "
                                + shown(rung.rule(), rung.look()) + ", otherwise ")
                        .collect(Collectors.joining())
                + shown(answer.rule(), answer.look())
                + " on "
                + rolls.written(answer.light())
                + (answer.rank() == 0 ? "" : " asked at " + answer.rank());
    }

    private String shown(Show.Rule rule, Look look) {
        return rule.words()
                + (look.of() == null ? "" : " of " + rolls.written(look.of()))
                + (look.words().isEmpty() ? "" : " saying " + Spelling.quoted(look.words()))
                + (look.colour().isEmpty() ? "" : " in " + Spelling.quoted(look.colour()))
                + (look.brightness() == 100 ? "" : " at " + look.brightness() + " %")
                + (look.sweep() == null ? "" : " drawn " + look.sweep().words())
                + (look.motion() == Motion.STILL ? "" : " " + look.motion().words());
    }

    private static String takeover(Takeover takeover) {
        return "it " + takeover.words();
    }

    private static String marks(Marks marks) {
        String tagged = marks.tags().isEmpty()
                ? ""
                : "tagged " + marks.tags().stream().map(Spelling::quoted).collect(Collectors.joining(" or "));
        return ((marks.favourite() ? "favourite " : "") + tagged).strip();
    }
}
