package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A device told what one of its groups is called now. */
public record GroupNamed(String device, String group, String name) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.IN, "It is called “" + name + "” from now on."));
    }
}
