package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A mapping that was muted acts again. */
public record LoopFreed(String mapping) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "What was muted because it went round without end acts again."));
    }
}
