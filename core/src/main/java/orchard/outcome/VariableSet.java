package orchard.outcome;

import java.util.List;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/** A variable was set: nobody had to be told. */
public record VariableSet(Ref.ToParameter parameter, double position) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.THROUGH,
                telling.words(parameter) + " is " + telling.names().text(parameter, position)
                        + " now: a variable, which nobody has to be told."));
    }
}
