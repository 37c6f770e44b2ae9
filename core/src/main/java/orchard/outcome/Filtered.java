package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A person said that such messages are not to be taken. */
public record Filtered(String why) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.MISSED, why + ". Connect is where that is set."));
    }
}
