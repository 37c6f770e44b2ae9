package orchard.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.action.Action;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;
import orchard.mapping.Mapping;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.SongTurns;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/** Mappings that no hand sets off, and that set each other off. When they run they are cut after one round; what was meant is not what comes about. */
record Round() implements Finder {

    @Override
    public String title() {
        return "Set each other off";
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
        List<Mapping> watching = scene.rig().mappings().stream()
                .filter(mapping -> !mapping.when().also().isEmpty())
                .toList();
        Map<Mapping, List<Mapping>> next = new HashMap<>();
        watching.forEach(mapping -> next.put(
                mapping,
                watching.stream()
                        .filter(other -> setsOff(mapping, other, scene))
                        .toList()));
        List<Finding> findings = new ArrayList<>();
        Set<Mapping> told = new HashSet<>();
        for (Mapping mapping : watching) {
            round(mapping, next)
                    .filter(round -> Collections.disjoint(round, told))
                    .ifPresent(round -> {
                        told.addAll(round);
                        String way = round.stream()
                                .map(one -> "“" + one.cause(scene.names()) + "”")
                                .collect(Collectors.joining(", then "));
                        findings.add(new Finding(
                                this,
                                (round.size() == 1 ? "A mapping sets itself off: " : "These set each other off: ") + way
                                        + ".",
                                "The last of them sets the first off again; it is cut there, and every press gives one round.",
                                new Finding.Place(Finding.Page.MAP, mapping.id(), "")));
                    });
        }
        return findings;
    }

    /** The shortest way from a mapping back to itself. */
    private static Optional<List<Mapping>> round(Mapping from, Map<Mapping, List<Mapping>> next) {
        Map<Mapping, Mapping> before = new HashMap<>();
        ArrayDeque<Mapping> look = new ArrayDeque<>(List.of(from));
        while (!look.isEmpty()) {
            Mapping at = look.poll();
            for (Mapping then : next.get(at)) {
                if (then == from) {
                    List<Mapping> way = new ArrayList<>(List.of(at));
                    while (way.get(0) != from) {
                        way.add(0, before.get(way.get(0)));
                    }
                    return Optional.of(way);
                }
                if (before.putIfAbsent(then, at) == null) {
                    look.add(then);
                }
            }
        }
        return Optional.empty();
    }

    private static boolean setsOff(Mapping mapping, Mapping other, Scene scene) {
        return mapping.everyAction()
                .anyMatch(action -> other.when().also().stream().anyMatch(trigger -> tells(action, trigger, scene)));
    }

    private static boolean tells(Action action, Trigger trigger, Scene scene) {
        if (trigger instanceof ValueMoves value && action.parameter() != null) {
            return mayBe(action.parameter(), value.parameter(), scene);
        }
        boolean steps = action.moves()
                .filter(owner -> owner.kind() == Selector.Kind.SONGS)
                .isPresent();
        return trigger instanceof LayerTurns layer && action.layers(scene.rig()).contains(layer.layer())
                || trigger instanceof FocusMoves focus && action.movesFocus().equals(Optional.of(focus.focus()))
                || trigger instanceof SongTurns && steps;
    }

    /** Whether two addresses can mean the same parameter. */
    private static boolean mayBe(Ref.ToParameter one, Ref.ToParameter other, Scene scene) {
        return one.equals(other) || reaches(one, other, scene) || reaches(other, one, scene);
    }

    private static boolean reaches(Ref.ToParameter through, Ref.ToParameter ref, Scene scene) {
        return Through.of(through, scene.rig())
                .filter(by -> by.focus().local(ref, scene.rig()).equals(Optional.of(by.local())))
                .isPresent();
    }
}
