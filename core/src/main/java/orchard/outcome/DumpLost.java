package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * What a device tells of its parameters cannot be used, or did not come.
 *
 * @param dump what it is called
 * @param why in half a sentence
 */
public record DumpLost(String device, String dump, String why) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.WRONG,
                "The " + dump + " of " + Telling.device(device, telling.names()) + " cannot be used: " + why + "."));
    }
}
