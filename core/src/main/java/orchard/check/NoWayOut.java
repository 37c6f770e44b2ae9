package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.action.Action;
import orchard.action.NextLayer;
import orchard.action.SwitchLayer;
import orchard.gear.Layer;
import orchard.gear.LayerStack;
import orchard.gear.Ref;
import orchard.mapping.Listening;
import orchard.mapping.Mapping;

/** A layer can be turned on by a control, and then no control turns it off again. */
record NoWayOut() implements Surprise {

    @Override
    public String title() {
        return "No way out of a layer";
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        Ways ways = new Ways(scene.rig());
        for (Layer layer : scene.rig().layers()) {
            Optional<Mapping> entry = layer.switched() ? entry(layer, scene) : Optional.empty();
            entry.filter(way -> !leaves(layer, scene))
                    .map(way -> new Finding(
                            this,
                            "Layer " + layer.name() + " stays on: no control turns it off.",
                            "Press " + way.cause(scene.names())
                                    + ": it is on. Then nothing that listens in it, or falls"
                                    + " through it, turns it off; only the stack on Map and Perform does.",
                            new Finding.Place(Finding.Page.MAP, way.id(), "")))
                    .flatMap(finding -> findings.size() < Replay.MOST
                            ? confirmed(finding, layer, ways, scene)
                            : Optional.of(finding))
                    .ifPresent(findings::add);
        }
        return findings;
    }

    /** The finding with the way into the layer; empty if a press leads out of it after all. */
    private static Optional<Finding> confirmed(Finding finding, Layer layer, Ways ways, Scene scene) {
        Optional<Ways.Route> into = ways.to(standing -> standing.latched().contains(layer.id()));
        if (into.isEmpty()) {
            return Optional.of(finding);
        }
        Replay replay = Replay.along(into.get(), ways.switching(), ways, scene);
        if (!replay.isOn(layer.id())) {
            return Optional.of(finding); // it hangs on more than presses
        }
        Way way = replay.way();
        for (Mapping mapping : ways.switching()) {
            for (Ref.ToControl control : mapping.when().triggers()) {
                replay.play(mapping, control, false);
                if (!replay.isOn(layer.id())) {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(finding.with(way));
    }

    /** A mapping that turns a layer on so that it stays. */
    private static Optional<Mapping> entry(Layer layer, Scene scene) {
        return scene.rig().mappings().stream()
                .filter(mapping -> mapping.everyAction()
                        .anyMatch(action -> action instanceof SwitchLayer to
                                        && to.layer().equals(layer.id())
                                        && (to.way() == SwitchLayer.Way.TURN || to.way() == SwitchLayer.Way.ON)
                                || action instanceof NextLayer next
                                        && next.layers(scene.rig()).contains(layer.id())))
                .findFirst();
    }

    /** Whether a mapping turns it off that listens to its control while the layer is on. */
    private static boolean leaves(Layer layer, Scene scene) {
        LayerStack stack = LayerStack.of(scene.rig().layers(), List.of(layer.id()), List.of());
        Listening listening = new Listening(stack, scene.rig());
        return scene.rig().mappings().stream()
                .filter(mapping -> mapping.everyAction().anyMatch(action -> turnsOff(action, layer, scene)))
                .anyMatch(mapping -> mapping.when().triggers().stream()
                        .anyMatch(trigger -> listening.of(about(trigger, scene)).contains(mapping)));
    }

    private static List<Mapping> about(Ref.ToControl control, Scene scene) {
        return scene.rig().mappings().stream()
                .filter(mapping -> mapping.when().triggers().contains(control))
                .toList();
    }

    private static boolean turnsOff(Action action, Layer layer, Scene scene) {
        if (action instanceof NextLayer next) {
            List<String> through = next.layers(scene.rig());
            return through.size() > 1 && through.contains(layer.id());
        }
        if (!(action instanceof SwitchLayer to)) {
            return false;
        }
        boolean isSame = to.layer().equals(layer.id());
        boolean isRival = scene.rig().layer(to.layer()).filter(layer::excludes).isPresent();
        return isSame && (to.way() == SwitchLayer.Way.TURN || to.way() == SwitchLayer.Way.OFF)
                || isRival && (to.way() == SwitchLayer.Way.TURN || to.way() == SwitchLayer.Way.ON);
    }
}
