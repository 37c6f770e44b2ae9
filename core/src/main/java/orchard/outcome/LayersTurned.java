package orchard.outcome;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;
import orchard.outcome.Line.Tone;

/**
 * Layers came or went, or lie in another order.
 *
 * @param stack ids of those that are on now, the lowest first
 * @param latched ids of those among them that stay on by themselves, in the order in which they were turned on
 * @param came ids of those that came
 * @param went ids of those that went
 */
public record LayersTurned(List<String> stack, List<String> latched, List<String> came, List<String> went)
        implements Outcome {

    public LayersTurned {
        stack = List.copyOf(stack);
        latched = List.copyOf(latched);
        came = List.copyOf(came);
        went = List.copyOf(went);
    }

    @Override
    public List<Line> lines(Telling telling) {
        List<String> parts = new ArrayList<>();
        if (!came.isEmpty()) {
            parts.add(names(came, telling) + (came.size() == 1 ? " is" : " are") + " on now");
        }
        if (!went.isEmpty()) {
            parts.add(names(went, telling) + (went.size() == 1 ? " is" : " are") + " off now");
        }
        List<String> topmostFirst = new ArrayList<>(stack);
        Collections.reverse(topmostFirst);
        String over = stack.isEmpty() ? "no layer is on" : "on are, the topmost first: " + names(topmostFirst, telling);
        return List.of(Line.of(
                Tone.THROUGH, "Layer " + (parts.isEmpty() ? "order" : String.join("; ", parts)) + "; " + over + "."));
    }

    private static String names(List<String> ids, Telling telling) {
        return ids.stream().map(telling.names()::layerName).collect(Collectors.joining(", "));
    }
}
