package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** Nothing in the rig is about this message. */
public record NobodyListens() implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.MISSED, "Nobody listens: nothing in the rig is about this message."));
    }
}
