package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;
import orchard.signal.MidiMessage;

/** A message goes on to another device by a route; what sends it stands beside it. */
public record PassedOn(String route, String to, MidiMessage message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.OUT, "Passed on to " + telling.device(to) + ": " + message.words() + "."));
    }
}
