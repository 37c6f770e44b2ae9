package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Layer;
import orchard.mapping.Mapping;

/** Controls that do something as a rule and nothing while some layers are on. */
record Blocked() implements Surprise {

    /** How many controls are named. */
    private static final int NAMED = 3;

    @Override
    public String title() {
        return "Does nothing in some layers";
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        Ways ways = new Ways(scene.rig());
        for (Layer layer : scene.rig().layers()) {
            if (layer.blocks() && findings.size() < Replay.MOST) {
                ways.to(standing -> standing.listening().isOn(layer.id()))
                        .flatMap(into -> look(layer, into, ways, scene))
                        .ifPresent(findings::add);
            }
        }
        return findings;
    }

    private Optional<Finding> look(Layer layer, Ways.Route into, Ways ways, Scene scene) {
        Ways.Standing usual = ways.first();
        List<Mapping> silent = scene.rig().mappings().stream()
                .filter(mapping -> ways.control(mapping, usual).isPresent())
                .filter(mapping ->
                        mapping.when().triggers().stream().noneMatch(to -> ways.isHeard(to, into.standing())))
                .toList();
        if (silent.isEmpty()) {
            return Optional.empty();
        }
        Replay replay = Replay.along(into, silent, ways, scene);
        Mapping first = silent.get(0);
        replay.play(first, into, ways);
        if (!replay.isOn(layer.id()) || replay.acted(first)) {
            return Optional.empty();
        }
        List<String> named = silent.stream()
                .flatMap(mapping -> mapping.when().triggers().stream())
                .distinct()
                .map(scene.names()::words)
                .toList();
        String some = String.join(", ", named.subList(0, Math.min(NAMED, named.size())));
        String more = named.size() > NAMED ? " and " + (named.size() - NAMED) + " more" : "";
        return Optional.of(new Finding(
                        this,
                        "While " + layer.name() + " is on, nothing comes of " + some + more + ".",
                        "It blocks what it does not use itself.",
                        new Finding.Place(Finding.Page.MAP, first.id(), ""))
                .with(replay.way()));
    }
}
