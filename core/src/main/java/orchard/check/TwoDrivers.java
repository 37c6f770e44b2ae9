package orchard.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Ref;
import orchard.mapping.Mapping;

/** Two mappings set one parameter at the same time. */
record TwoDrivers() implements Surprise {

    @Override
    public String title() {
        return "Two hands on one parameter";
    }

    /** The first two of some mappings that can act at the same time; in layers that exclude each other, or lie over one another on one control, they cannot. */
    private static Optional<List<Mapping>> together(List<Mapping> mappings, Scene scene) {
        for (int i = 0; i < mappings.size(); i++) {
            for (int j = i + 1; j < mappings.size(); j++) {
                if (together(mappings.get(i), mappings.get(j), scene)) {
                    return Optional.of(List.of(mappings.get(i), mappings.get(j)));
                }
            }
        }
        return Optional.empty();
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
        Ways ways = new Ways(scene.rig());
        Map<Ref.ToParameter, List<Mapping>> drivers = new LinkedHashMap<>();
        for (Mapping mapping : scene.rig().mappings()) {
            for (Ref.ToParameter target : Check.driven(mapping)) {
                drivers.computeIfAbsent(target, t -> new ArrayList<>()).add(mapping);
            }
        }
        drivers.forEach((target, mappings) -> {
            Optional<List<Mapping>> two = together(mappings, scene);
            if (two.isPresent() && !mappings.stream().allMatch(mapping -> mapping.putsControl(scene.names()))) {
                String triggers = mappings.stream()
                        .flatMap(m -> m.when().triggers().stream())
                        .map(scene.names()::words)
                        .distinct()
                        .collect(Collectors.joining(" and "));
                Finding finding = new Finding(
                        this,
                        scene.names().words(target) + " is set by " + triggers + ".",
                        "Whichever moves last wins; the parameter jumps when the other is touched.",
                        new Finding.Place(
                                Finding.Page.MAP,
                                mappings.get(mappings.size() - 1).id(),
                                ""));
                findings.add(findings.size() < Replay.MOST ? confirmed(finding, two.get(), ways, scene) : finding);
            }
        });
        return findings;
    }

    /** The finding with the way to where both act, one after the other. */
    private static Finding confirmed(Finding finding, List<Mapping> two, Ways ways, Scene scene) {
        Optional<Ways.Route> to = ways.toHear(two);
        if (to.isEmpty()) {
            return finding;
        }
        Replay replay = Replay.along(to.get(), two, ways, scene);
        boolean both = true;
        for (Mapping mapping : two) {
            replay.play(mapping, to.get(), ways);
            both &= replay.acted(mapping);
        }
        return both ? finding.with(replay.way()) : finding;
    }
}
