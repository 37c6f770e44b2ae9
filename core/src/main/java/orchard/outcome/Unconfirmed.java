package orchard.outcome;

import java.util.List;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/** A value was sent again and again because of what its device answered, and never confirmed; it is not sent again. */
public record Unconfirmed(Ref.ToParameter parameter, int times) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.WRONG,
                telling.device(parameter.device()) + " answers what sets " + telling.words(parameter)
                        + ", but never confirms it; it was sent " + times + " times and is not sent again."));
    }
}
