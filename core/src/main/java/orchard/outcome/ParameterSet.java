package orchard.outcome;

import java.util.List;
import java.util.Optional;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;
import orchard.signal.Message;

/** A parameter was set. */
public record ParameterSet(Ref.ToParameter parameter, double position, Message message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.OUT,
                telling.words(parameter) + " was set to " + telling.names().text(parameter, position) + ": "
                        + message.words() + " to " + telling.device(parameter.device()) + "."));
    }

    @Override
    public Optional<Sent> sent() {
        return Optional.of(new Sent(parameter.device(), message));
    }
}
