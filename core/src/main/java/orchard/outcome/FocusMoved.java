package orchard.outcome;

import java.util.List;
import orchard.gear.Focus;
import orchard.outcome.Line.Tone;

/**
 * A focus stands elsewhere, or was pinned or let go.
 *
 * @param under ids of the places that lie under it side by side, "" where there is none
 */
public record FocusMoved(String focus, List<String> under, boolean pinned) implements Outcome {

    public FocusMoved {
        under = List.copyOf(under);
    }

    @Override
    public List<Line> lines(Telling telling) {
        String words = telling.names()
                .focus(focus)
                .map(of -> of.name() + " stands at " + name(of, under.get(0), telling)
                        + (last() > 0 ? " to " + name(of, under.get(last()), telling) : ""))
                .orElse("A focus moved");
        return List.of(Line.of(Tone.THROUGH, words + (pinned ? ", pinned." : ".")));
    }

    private int last() {
        int last = under.size() - 1;
        while (last > 0 && under.get(last).isEmpty()) {
            last--;
        }
        return last;
    }

    private static String name(Focus focus, String place, Telling telling) {
        int number = focus.places().indexOf(place);
        return number < 0 ? "no place" : focus.placeName(number, telling.names());
    }
}
