package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A device came for the first time, and is left as it is. */
public record LeftAlone(String device) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.IN,
                telling.device(device)
                        + " came, and is left as it is, as its settings on Connect say: it is told what changes."));
    }
}
