package orchard.outcome;

import java.util.List;
import orchard.gear.Focus;
import orchard.outcome.Line.Tone;

/**
 * A focus stands elsewhere, or was pinned or let go.
 *
 * @param under ids of the places that lie under it, as many as it can hold; "" where there is none
 */
public record FocusMoved(String focus, List<String> under, boolean pinned) implements Outcome {

    public FocusMoved {
        under = List.copyOf(under);
    }

    @Override
    public List<Line> lines(Telling telling) {
        String words = telling.names()
                .focus(focus)
                .map(of -> of.several() ? picked(of, telling) : at(of, telling))
                .orElse("A focus moved");
        return List.of(Line.of(Tone.THROUGH, words + (pinned ? ", pinned." : ".")));
    }

    private String at(Focus of, Telling telling) {
        return of.name() + " stands at " + name(of, under.get(0), telling)
                + (last() > 0 ? " to " + name(of, under.get(last()), telling) : "");
    }

    private String picked(Focus of, Telling telling) {
        List<String> all = under.stream()
                .filter(place -> !place.isEmpty())
                .map(place -> name(of, place, telling))
                .toList();
        return of.name() + (all.isEmpty() ? " holds nothing" : " holds " + String.join(", ", all));
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
