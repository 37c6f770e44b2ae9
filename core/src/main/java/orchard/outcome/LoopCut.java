package orchard.outcome;

import java.util.List;
import orchard.gear.Directory;
import orchard.outcome.Line.Tone;

/**
 * A mapping was found in a loop that goes round through devices, and is muted.
 *
 * @param from the device whose answers set it off
 * @param to the device it sets
 * @param rounds how many answers led here
 */
public record LoopCut(String mapping, String from, String to, int rounds) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(Tone.WRONG, words(telling.names())));
    }

    /** What goes round without end, as a sentence. */
    public String words(Directory names) {
        String one = Telling.device(from, names);
        String other = Telling.device(to, names);
        return (one.equals(other)
                        ? one + " answers what it is sent, and that sets it again"
                        : one + " and " + other + " set each other off")
                + " without end (" + rounds + " times): this mapping is muted until it is edited or freed.";
    }
}
