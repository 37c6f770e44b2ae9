package orchard.outcome;

import java.util.ArrayList;
import java.util.List;
import orchard.condition.Condition;
import orchard.mapping.Branch;
import orchard.outcome.Line.Tone;

/**
 * Of the cases of a mapping, these were taken.
 *
 * @param cases their numbers, the first one 0; none if none held
 */
public record CaseTaken(String mapping, List<Integer> cases) implements Outcome {

    public CaseTaken {
        cases = List.copyOf(cases);
    }

    @Override
    public List<Line> lines(Telling telling) {
        List<Line> lines = new ArrayList<>();
        telling.rig().mapping(mapping).ifPresent(of -> {
            List<Branch> branches = of.branches();
            boolean every = of.cases().every();
            for (int i = 0; i < branches.size(); i++) {
                Condition during = branches.get(i).during();
                if (branches.get(i).always()) {
                    continue;
                }
                boolean isTaken = cases.contains(i);
                boolean wasAsked = every || cases.isEmpty() || i <= cases.get(0);
                if (wasAsked) {
                    lines.add(new Line(
                            isTaken ? Tone.THROUGH : Tone.MISSED,
                            isTaken
                                    ? "It holds that " + during.words(telling.names()) + "."
                                    : "It does not hold that " + during.words(telling.names()) + ".",
                            mapping));
                }
            }
        });
        return lines;
    }
}
