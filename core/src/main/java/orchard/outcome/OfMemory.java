package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A message was about the device's memory, not about anything played. */
public record OfMemory() implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "It is about the device's memory, which Describe reads and writes."));
    }
}
