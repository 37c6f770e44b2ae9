package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * Other sentences act now than before.
 *
 * @param silenced ids of the mappings, layers and devices that are silenced
 * @param alone ids of those that alone may act; none for all
 */
public record SilenceChanged(List<String> silenced, List<String> alone) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String tried = alone.isEmpty() ? "" : alone.size() + " tried alone";
        String kept = silenced.isEmpty() ? "" : silenced.size() + " silenced";
        return List.of(Line.of(
                Tone.THROUGH,
                tried.isEmpty() && kept.isEmpty()
                        ? "Everything acts again."
                        : "From now on: " + tried + (tried.isEmpty() || kept.isEmpty() ? "" : ", ") + kept + "."));
    }
}
