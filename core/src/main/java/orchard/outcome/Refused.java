package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** Something came in that cannot be used. */
public record Refused(String why) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.WRONG, why + "."));
    }
}
