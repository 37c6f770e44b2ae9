package orchard.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.light.Motion;
import orchard.light.Sweep;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Cases;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.text.grammar.SentencesParser.AnswerContext;
import orchard.text.grammar.SentencesParser.BranchContext;
import orchard.text.grammar.SentencesParser.CasesContext;
import orchard.text.grammar.SentencesParser.CircledContext;
import orchard.text.grammar.SentencesParser.ConditionContext;
import orchard.text.grammar.SentencesParser.GestureContext;
import orchard.text.grammar.SentencesParser.HeldContext;
import orchard.text.grammar.SentencesParser.LookContext;
import orchard.text.grammar.SentencesParser.MarksContext;
import orchard.text.grammar.SentencesParser.RunContext;
import orchard.text.grammar.SentencesParser.SentenceContext;
import orchard.text.grammar.SentencesParser.ShowContext;
import orchard.text.grammar.SentencesParser.ShownContext;
import orchard.text.grammar.SentencesParser.SweepContext;
import orchard.text.grammar.SentencesParser.TakeoverContext;
import orchard.text.grammar.SentencesParser.TwiceContext;
import orchard.text.grammar.SentencesParser.WhenContext;
import orchard.trigger.Trigger;
import org.antlr.v4.runtime.tree.ParseTree;
import org.antlr.v4.runtime.tree.TerminalNode;

/** Reads one sentence that keeps to the grammar. */
record SentenceReader(NameReader read) {

    /** @throws Unread where it means nothing in this rig */
    Mapping mapping(String id, SentenceContext sentence) {
        When when = Unread.at(sentence.when().getStart(), () -> when(sentence.when()));
        List<String> layers = sentence.layer().stream().map(read::layer).toList();
        List<Branch> branches = sentence.cases().branch().stream()
                .map(branch -> Unread.at(branch.getStart(), () -> branch(branch)))
                .toList();
        Branch first = branches.get(0);
        return Unread.at(
                sentence.getStart(),
                () -> new Mapping(
                        id,
                        when,
                        layers,
                        first.during(),
                        first.shape(),
                        first.actions(),
                        show(sentence.show()),
                        takeover(sentence.takeover()),
                        marks(sentence.marks()),
                        new Cases(every(sentence.cases()), branches.subList(1, branches.size()))));
    }

    private When when(WhenContext when) {
        List<Ref.ToControl> controls = new ArrayList<>();
        Gesture gesture = Gesture.MOVE;
        if (when.controls() != null) {
            when.controls().run().forEach(run -> controls.addAll(run(run)));
            gesture = gesture(when.controls().gesture());
        }
        List<Trigger> also = when.trigger().stream()
                .map(trigger -> Unread.at(trigger.getStart(), () -> new TriggerReader(read).visit(trigger)))
                .toList();
        return new When(controls, gesture, also);
    }

    private List<Ref.ToControl> run(RunContext run) {
        if (run.control() != null) {
            return List.of(read.control(run.control()));
        }
        String device = read.device(run.device());
        String first = read.control(run.controlName(0), device);
        String last = read.control(run.controlName(1), device);
        return read.rolls()
                .run(device, first, last)
                .orElseThrow(() -> new Unread(
                        run.controlName(1).getStart(),
                        read.rolls().controls(device).written(last) + " does not stand behind "
                                + read.rolls().controls(device).written(first)));
    }

    private Gesture gesture(GestureContext gesture) {
        if (gesture instanceof HeldContext held) {
            return Unread.at(
                    held.seconds().getStart(), () -> new Gesture(Gesture.Kind.HOLD, read.seconds(held.seconds())));
        } else if (gesture instanceof TwiceContext twice) {
            return Unread.at(
                    twice.seconds().getStart(), () -> new Gesture(Gesture.Kind.DOUBLE, read.seconds(twice.seconds())));
        }
        return gesture instanceof CircledContext ? Gesture.CIRCLE : Gesture.MOVE;
    }

    /** Whether every case acts that holds: then “and” stands between all of them, and “otherwise” between none. */
    private static boolean every(CasesContext cases) {
        Boolean every = null;
        for (ParseTree child : cases.children) {
            boolean joins =
                    child.getText().equalsIgnoreCase("and") || child.getText().equalsIgnoreCase("otherwise");
            if (child instanceof TerminalNode word && joins) {
                boolean isAnd = word.getText().equalsIgnoreCase("and");
                if (every != null && every != isAnd) {
                    throw new Unread(
                            word.getSymbol(),
                            "either every case that holds acts (“and”) or the first one (“otherwise”), not some of both");
                }
                every = isAnd;
            }
        }
        return every != null && every;
    }

    private Branch branch(BranchContext branch) {
        Condition during = branch.condition() == null
                ? new Always()
                : Unread.at(branch.condition().getStart(), () -> new ConditionReader(read).visit(branch.condition()));
        ActionReader actions = new ActionReader(read);
        List<Action> press = actions.all(branch.actions(0).action());
        List<Action> release = branch.actions().size() == 1
                ? List.of()
                : actions.all(branch.actions(1).action());
        Optional<Parameter> measure = SentenceWriter.measure(read.rolls(), press);
        Shape shape = new StageReader(read, measure).shape(branch.shape());
        return new Branch(during, shape, Unread.at(branch.actions(0).getStart(), () -> new Actions(press, release)));
    }

    private Show show(ShowContext show) {
        return new Show(
                show == null
                        ? List.of()
                        : show.answer().stream()
                                .map(answer -> Unread.at(answer.getStart(), () -> answer(answer)))
                                .toList());
    }

    private Show.Answer answer(AnswerContext answer) {
        List<Rung> rungs = new ArrayList<>();
        for (int i = 0; i < answer.condition().size(); i++) {
            ConditionContext during = answer.condition(i);
            rungs.add(new Rung(
                    Unread.at(during.getStart(), () -> new ConditionReader(read).visit(during)),
                    rule(answer.shown(i)),
                    look(answer.shown(i))));
        }
        ShownContext last = answer.shown(rungs.size());
        int rank = answer.NUMBER() == null
                ? 0
                : (int) Math.rint(Spelling.number(answer.NUMBER().getText()));
        return new Show.Answer(read.light(answer.light()), rule(last), look(last), rungs, rank);
    }

    private static Show.Rule rule(ShownContext shown) {
        String words = shown.what().start.getText().toLowerCase(Locale.ROOT)
                + (shown.what().getChildCount() > 1
                        ? " " + shown.what().stop.getText().toLowerCase(Locale.ROOT)
                        : "");
        return switch (words) {
            case "its value" -> Show.Rule.VALUE;
            case "its name" -> Show.Rule.NAME;
            case "its choice" -> Show.Rule.CHOICE;
            case "on off" -> Show.Rule.ON_OFF;
            case "lit" -> Show.Rule.ON;
            default -> Show.Rule.OFF;
        };
    }

    private Look look(ShownContext shown) {
        LookContext look = shown.look();
        return Unread.at(
                look.getStart() == null ? shown.getStart() : look.getStart(),
                () -> new Look(
                        shown.parameter() == null ? null : read.parameter(shown.parameter()),
                        look.colour() == null ? "" : read.text(look.colour().STRING()),
                        look.percent() == null ? 100 : (int) Math.rint(read.share(look.percent()) * 100),
                        motion(look),
                        look.STRING() == null ? "" : read.text(look.STRING()),
                        look.sweep() == null ? null : sweep(look.sweep())));
    }

    private static Motion motion(LookContext look) {
        return Stream.of(Motion.values())
                .filter(motion -> motion != Motion.STILL)
                .filter(motion -> Tokens.says(
                        look, motion.words().substring(motion.words().lastIndexOf(' ') + 1)))
                .findFirst()
                .orElse(Motion.STILL);
    }

    private static Sweep sweep(SweepContext sweep) {
        return switch (sweep.getChild(1).getText().toLowerCase(Locale.ROOT)) {
            case "as" -> Sweep.DOT;
            case "filled" -> Sweep.FILL;
            case "from" -> Sweep.MIDDLE;
            default -> Sweep.BOTH;
        };
    }

    private static Takeover takeover(TakeoverContext takeover) {
        return takeover == null
                ? null
                : switch (takeover.getChild(1).getText().toLowerCase(Locale.ROOT)) {
                    case "jumps" -> Takeover.JUMP;
                    case "is" -> Takeover.PICK_UP;
                    default -> Takeover.CONVERGE;
                };
    }

    private Marks marks(MarksContext marks) {
        return marks == null
                ? Marks.NONE
                : Unread.at(
                        marks.getStart(),
                        () -> new Marks(
                                marks.start.getText().equalsIgnoreCase("favourite"),
                                marks.STRING().stream().map(read::text).toList()));
    }
}
