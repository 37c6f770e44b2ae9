package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * A device told several parameters in one message.
 *
 * @param dump what that is called
 * @param told how many of them
 */
public record DumpHeard(String device, String dump, int told) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String values = told == 1 ? "one value" : told + " values";
        return List.of(Line.of(
                Tone.IN, Telling.device(device, telling.names()) + " told " + values + " in its " + dump + "."));
    }
}
