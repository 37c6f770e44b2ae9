package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * What is believed of a device may be wrong: it is greeted, asked, and told everything again.
 *
 * @param why what told of it, in words
 */
public record Doubted(String device, String why) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.IN,
                telling.device(device) + " may have missed something, for " + why
                        + ": it is asked, and told everything again."));
    }
}
