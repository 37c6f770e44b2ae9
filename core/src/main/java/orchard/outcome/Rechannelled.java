package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;
import orchard.signal.MidiMessage;

/** A device spoke on a channel that stands for a layer: its controls are meant. */
public record Rechannelled(MidiMessage message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "Its channel stands for a layer, so it means " + message.words() + "."));
    }
}
