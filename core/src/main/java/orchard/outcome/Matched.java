package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;
import orchard.signal.Message;

/** An address was a pattern, and this is one that it matches. */
public record Matched(Message message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "The pattern matches " + message.subject() + "."));
    }
}
