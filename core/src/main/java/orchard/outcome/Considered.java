package orchard.outcome;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.action.SetParameter;
import orchard.gear.Directory;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.outcome.Line.Tone;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/**
 * A mapping was considered.
 *
 * @param action which of its actions; the first where it is about all of them
 * @param values the control's position first, then the value after each stage, the parameter's position last; NaN for
 *     nothing; empty if it came to nothing before
 * @param why what it decided and why, in a sentence
 */
public record Considered(String mapping, int action, Verdict verdict, List<Double> values, String why)
        implements Outcome {

    /** What a mapping decided. */
    public enum Verdict {
        /** It did what it says. */
        ACTED,
        /** It listens to this, but did nothing. */
        HELD_BACK,
        /** It cannot work as it stands. */
        FAULTY
    }

    public Considered {
        values = List.copyOf(values);
    }

    @Override
    public List<Line> lines(Telling telling) {
        Optional<Mapping> of = telling.rig().mapping(mapping);
        String sentence = of.map(m -> Sentence.of(m, telling.names()).text()).orElse(mapping);
        String told = of.map(m -> " " + values(m, telling.names())).orElse("");
        return List.of(
                switch (verdict) {
                    case ACTED -> new Line(Tone.THROUGH, sentence + told, mapping);
                    case HELD_BACK -> new Line(Tone.MISSED, sentence + " It " + why + "." + told, mapping);
                    case FAULTY -> new Line(Tone.WRONG, sentence + " " + why + told, mapping);
                });
    }

    /** Every value between the stages, with the stage's name. */
    private String values(Mapping of, Directory names) {
        if (values.isEmpty()) {
            return "";
        }
        StringBuilder text = new StringBuilder(String.format(Locale.ROOT, "%.3f", values.get(0)));
        int index = of.branchOf(action);
        Branch branch = of.branches().get(index);
        int place = action - of.actionsBefore(index);
        if (place < branch.actions().onPress().size()
                && branch.actions().onPress().get(place) instanceof SetParameter set
                && names.parameter(set.parameter()).isPresent()
                && values.size() > 1) {
            Parameter parameter = names.parameter(set.parameter()).orElseThrow();
            Shape shape = branch.shape().then(set.own());
            ShapeFunction function = of.functionOf(shape, parameter, names);
            for (int i = 1; i < values.size() - 1 && i <= shape.stages().size(); i++) {
                text.append(" → ")
                        .append(shape.stages().get(i - 1).kind().words())
                        .append(" ")
                        .append(function.text(i - 1, values.get(i)));
            }
            double last = values.get(values.size() - 1);
            text.append(" → ").append(Double.isNaN(last) ? "nothing" : parameter.text(last));
        }
        return "(" + text + ")";
    }
}
