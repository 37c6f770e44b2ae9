package orchard.outcome;

import java.util.List;
import java.util.Optional;
import orchard.outcome.Line.Tone;
import orchard.signal.MidiMessage;

/** A message went on to another device by a route. */
public record PassedOn(String route, String to, MidiMessage message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.OUT, "Passed on to " + telling.device(to) + ": " + message.words() + "."));
    }

    @Override
    public Optional<Sent> sent() {
        return Optional.of(new Sent(to, message));
    }
}
