package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;
import orchard.signal.Message;

/** Several messages made one: a 14-bit controller, an RPN or NRPN. */
public record Joined(Message message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "With what came before it makes " + message.words() + "."));
    }
}
