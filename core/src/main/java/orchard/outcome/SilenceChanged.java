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

    /** How much of the rig is kept from acting, in a few words; "" for nothing. */
    public String words() {
        String tried = alone.isEmpty() ? "" : alone.size() + " alone";
        String kept = silenced.isEmpty() ? "" : silenced.size() + " silenced";
        return tried + (tried.isEmpty() || kept.isEmpty() ? "" : ", ") + kept;
    }

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(
                Line.of(Tone.THROUGH, words().isEmpty() ? "Everything acts again." : "From now on: " + words() + "."));
    }
}
