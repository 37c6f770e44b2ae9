package orchard.outcome;

import java.util.List;
import java.util.Locale;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/**
 * A control was moved.
 *
 * @param position where it stands now
 * @param number the number in its message
 * @param byHand false if it only tells where its motor took it
 */
public record ControlMoved(Ref.ToControl control, double position, double number, boolean byHand) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        Line moved = Line.of(
                Tone.IN,
                "That is " + telling.words(control) + ", " + (byHand ? "now" : "taken by its motor, now") + " at "
                        + String.format(Locale.ROOT, "%.0f %%", position * 100) + ".");
        return telling.isListenedTo()
                ? List.of(moved)
                : List.of(moved, Line.of(Tone.MISSED, "No mapping listens to " + telling.words(control) + "."));
    }
}
