package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mapping.Mapping;

/** Controls that do something as a rule and nothing while some layers are on. */
record Blocked() implements Finder {

    /** How many controls are named. */
    private static final int NAMED = 3;

    @Override
    public String title() {
        return "Does nothing in some layers";
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
        Ways ways = new Ways(scene.rig());
        for (Layer layer : scene.rig().layers()) {
            if (layer.blocks() && findings.size() < Replay.MOST) {
                into(layer, ways)
                        .ifPresent(steps -> look(layer, steps, ways, scene).ifPresent(findings::add));
            }
        }
        return findings;
    }

    private static Optional<List<Ways.Step>> into(Layer layer, Ways ways) {
        return ways.to(standing -> standing.listening().isOn(layer.id()));
    }

    private Optional<Finding> look(Layer layer, List<Ways.Step> steps, Ways ways, Scene scene) {
        Ways.Standing[] stands = new Ways.Standing[2];
        ways.to(standing -> {
            stands[0] = stands[0] == null ? standing : stands[0]; // as a rule none is on
            stands[1] = standing;
            return standing.listening().isOn(layer.id());
        });
        List<Mapping> silent = scene.rig().mappings().stream()
                .filter(mapping -> ways.control(mapping, stands[0]).isPresent())
                .filter(mapping -> mapping.when().triggers().stream().noneMatch(to -> ways.isHeard(to, stands[1])))
                .toList();
        if (silent.isEmpty()) {
            return Optional.empty();
        }
        Set<Ref.ToControl> controls = silent.stream()
                .flatMap(mapping -> mapping.when().triggers().stream())
                .collect(Collectors.toSet());
        steps.forEach(step -> controls.add(step.control()));
        Replay replay = new Replay(scene.rig(), scene.names(), ways.about(controls));
        replay.follow(steps);
        Mapping first = silent.get(0);
        replay.play(first, first.trigger(), false);
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
