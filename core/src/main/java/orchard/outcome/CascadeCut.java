package orchard.outcome;

import java.util.List;
import java.util.stream.Collectors;
import orchard.mapping.Sentence;
import orchard.outcome.Line.Tone;

/**
 * What mappings set off came back to some of them in one turn, and went no further.
 *
 * @param mappings ids of all that were set off, in order
 * @param cut ids of those that would have been set off again
 */
public record CascadeCut(List<String> mappings, List<String> cut) implements Outcome {

    public CascadeCut {
        mappings = List.copyOf(mappings);
        cut = List.copyOf(cut);
    }

    @Override
    public List<Line> lines(Telling telling) {
        String round = cut.stream()
                .map(id -> telling.rig().mapping(id))
                .flatMap(mapping -> mapping.stream())
                .map(mapping -> "“" + Sentence.of(mapping, telling.names()).text() + "”")
                .collect(Collectors.joining(" and "));
        return List.of(Line.of(
                Tone.WRONG,
                "What was set off came back to " + round + " and was cut there: " + mappings.size()
                        + (mappings.size() == 1 ? " mapping" : " mappings") + " acted."));
    }
}
