package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;
import orchard.signal.MidiMessage;

/** A message went on to another device by a route. */
public record PassedOn(String route, String to, MidiMessage message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.OUT, message.words() + " is passed on to " + telling.device(to)));
    }
}
