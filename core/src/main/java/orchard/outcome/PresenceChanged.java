package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A device came or went. */
public record PresenceChanged(String device, boolean present) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, telling.device(device) + (present ? " is there." : " is gone.")));
    }
}
