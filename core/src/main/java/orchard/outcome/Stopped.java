package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * A panic: nothing waits any more, and whatever was held is let go.
 *
 * @param device the only one that is concerned, or "" for all
 */
public record Stopped(String device) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.THROUGH,
                device.isEmpty()
                        ? "Everything was stopped."
                        : "Everything on "
                                + telling.names()
                                        .device(device)
                                        .map(d -> d.name())
                                        .orElse(device) + " was stopped."));
    }
}
