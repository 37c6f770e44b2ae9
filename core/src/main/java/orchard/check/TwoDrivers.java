package orchard.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        Ways ways = new Ways(scene.rig());
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
                Finding finding = new Finding(
                        this,
                        scene.names().words(target) + " is set by " + triggers + ".",
                        "Whichever moves last wins; the parameter jumps when the other is touched.",
                        new Finding.Place(
                                Finding.Page.MAP,
                                mappings.get(mappings.size() - 1).id(),
                                ""));
                findings.add(findings.size() < Replay.MOST ? confirmed(finding, mappings, ways, scene) : finding);
            }
        });
        return findings;
    }

    /** The finding with the way to where both act, one after the other. */
    private static Finding confirmed(Finding finding, List<Mapping> mappings, Ways ways, Scene scene) {
        Mapping one = mappings.get(0);
        Mapping other = mappings.get(1);
        Optional<List<Ways.Step>> to =
                ways.to(standing -> ways.control(one, standing).isPresent()
                        && ways.control(other, standing).isPresent());
        if (to.isEmpty()) {
            return finding;
        }
        Set<Ref.ToControl> controls = new HashSet<>(one.when().triggers());
        controls.addAll(other.when().triggers());
        to.get().forEach(step -> controls.add(step.control()));
        Replay replay = new Replay(scene.rig(), scene.names(), ways.about(controls));
        replay.follow(to.get());
        boolean both = true;
        for (Mapping mapping : List.of(one, other)) {
            replay.play(mapping, mapping.trigger(), false);
            both &= replay.acted(mapping);
        }
        return both ? finding.with(replay.way()) : finding;
    }
}
