package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A message waits until it is due. */
public record Waits(long nanos) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "It is dated, and waits %,.1f ms.".formatted(nanos / 1e6)));
    }
}
