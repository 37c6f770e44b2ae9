package orchard.outcome;

import java.util.List;
import java.util.Optional;
import orchard.outcome.Line.Tone;
import orchard.signal.Message;

/** A message was sent that is about the device as a whole: a greeting, a keep-alive, a panic. */
public record Said(String device, String why, Message message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(
                Line.of(Tone.OUT, "The " + why + " of " + telling.device(device) + ": " + message.words() + "."));
    }

    @Override
    public Optional<Sent> sent() {
        return Optional.of(new Sent(device, message));
    }
}
