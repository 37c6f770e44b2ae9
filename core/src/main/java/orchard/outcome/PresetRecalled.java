package orchard.outcome;

import java.util.List;
import orchard.outcome.Line.Tone;

/** A preset of a device was recalled; what it set stands in steps of its own. */
public record PresetRecalled(String device, String preset) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String which = telling.rig().presets().stream()
                .filter(one -> one.id().equals(preset))
                .map(one -> "“" + one.name() + "”")
                .findFirst()
                .orElse(preset);
        return List.of(Line.of(Tone.THROUGH, "The preset " + which + " was recalled."));
    }
}
