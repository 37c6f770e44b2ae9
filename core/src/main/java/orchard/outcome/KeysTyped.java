package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * Keys were typed, all of them.
 *
 * @param outcome how many, and into what, without a full stop
 */
public record KeysTyped(String outcome) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "It says that it " + outcome + "."));
    }
}
