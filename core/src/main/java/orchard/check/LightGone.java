package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;

/** A rule of a light asks about something that is gone, so that it never holds. */
record LightGone() implements Surprise {

    @Override
    public String title() {
        return "Lights whose rules never hold";
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Mapping mapping : scene.rig().mappings()) {
            for (Show.Answer answer : mapping.show().answers()) {
                for (Rung rung : answer.rungs()) {
                    fault(rung.during(), scene.names())
                            .ifPresent(fault -> findings.add(new Finding(
                                    this,
                                    "A rule of " + scene.names().words(answer.light()) + " never holds: while "
                                            + rung.during().words(scene.names()) + ".",
                                    fault + " What stands below it is shown instead.",
                                    new Finding.Place(Finding.Page.MAP, mapping.id(), ""))));
                }
            }
        }
        return findings;
    }

    private static Optional<String> fault(Condition condition, Directory names) {
        Optional<String> own = condition.fault(names);
        return own.isPresent()
                ? own
                : condition.parts().stream()
                        .flatMap(part -> fault(part, names).stream())
                        .findFirst();
    }
}
