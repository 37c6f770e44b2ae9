package orchard.outcome;

import java.util.List;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/**
 * A device told a parameter's value.
 *
 * @param answer whether it says back what Orchard had set
 * @param moved whether it stood elsewhere before, as far as Orchard knew
 */
public record ParameterTold(Ref.ToParameter parameter, double position, String text, boolean answer, boolean moved)
        implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.IN,
                telling.words(parameter) + " is at " + text
                        + (answer
                                ? ": the answer to what Orchard set."
                                : moved ? ": changed on its own side." : ": no news.")));
    }
}
