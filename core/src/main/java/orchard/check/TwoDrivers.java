package orchard.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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

    /** Whether two of some mappings can act at the same time: in different layers that exclude each other, or lie over one another on one control, they cannot. */
    private static boolean together(List<Mapping> mappings, Scene scene) {
        for (int i = 0; i < mappings.size(); i++) {
            for (int j = i + 1; j < mappings.size(); j++) {
                if (together(mappings.get(i), mappings.get(j), scene)) {
                    return true;
                }
            }
        }
        return false;
    }

    private static boolean together(Mapping one, Mapping other, Scene scene) {
        boolean sameLayers = Set.copyOf(one.layers()).equals(Set.copyOf(other.layers()));
        boolean oneHand = other.when().triggers().containsAll(one.when().triggers());
        boolean rivals = !one.layers().isEmpty()
                && !other.layers().isEmpty()
                && one.layers().stream()
                        .flatMap(id -> scene.rig().layer(id).stream())
                        .allMatch(layer -> other.layers().stream()
                                .flatMap(id -> scene.rig().layer(id).stream())
                                .allMatch(layer::excludes));
        return sameLayers || !oneHand && !rivals;
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
            if (together(mappings, scene)
                    && !mappings.stream().allMatch(mapping -> mapping.putsControl(scene.names()))) {
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
