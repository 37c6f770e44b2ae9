package orchard.outcome;

import java.util.List;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/** Its device put a parameter elsewhere and did not say where. */
public record ParameterForgotten(Ref.ToParameter parameter) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, telling.words(parameter) + " is not known until its device tells it."));
    }
}
