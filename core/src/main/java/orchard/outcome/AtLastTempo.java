package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/**
 * Beats went on at the last tempo, because the one the rig has cannot be heard.
 *
 * @param bpm beats a minute
 * @param isChosen whether the rig has one at all
 */
public record AtLastTempo(double bpm, boolean isChosen) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String why = isChosen ? "the tempo cannot be heard right now" : "no tempo is chosen on Connect";
        return List.of(Line.of(Tone.WRONG, "Beats go on at %,.1f BPM: %s.".formatted(bpm, why)));
    }
}
