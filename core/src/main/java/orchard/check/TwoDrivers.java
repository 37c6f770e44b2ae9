package orchard.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.gear.Ref;
import orchard.mapping.Mapping;

/** Two mappings set one parameter at the same time. */
record TwoDrivers() implements Finder {

    @Override
    public String title() {
        return "Two hands on one parameter";
    }

    @Override
    public Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    public boolean isAbsence() {
        return false;
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public Finding.Page countedOn() {
        return null;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        Map<Ref.ToParameter, List<Mapping>> drivers = new LinkedHashMap<>();
        for (Mapping mapping : scene.rig().mappings()) {
            for (Ref.ToParameter target : Check.driven(mapping)) {
                drivers.computeIfAbsent(target, t -> new ArrayList<>()).add(mapping);
            }
        }
        drivers.forEach((target, mappings) -> {
            if (mappings.size() > 1 && !mappings.stream().allMatch(mapping -> mapping.putsControl(scene.names()))) {
                String triggers = mappings.stream()
                        .flatMap(m -> m.when().triggers().stream())
                        .map(scene.names()::words)
                        .distinct()
                        .collect(Collectors.joining(" and "));
                findings.add(new Finding(
                        this,
                        scene.names().words(target) + " is set by " + triggers + ".",
                        "Whichever moves last wins; the parameter jumps when the other is touched.",
                        new Finding.Place(
                                Finding.Page.MAP,
                                mappings.get(mappings.size() - 1).id(),
                                "")));
            }
        });

        return findings;
    }
}
