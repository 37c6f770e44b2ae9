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
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.ForEach;
import orchard.action.SwitchLayer;
import orchard.engine.Event;
import orchard.engine.Trial;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;
import orchard.mapping.Mapping;
import orchard.outcome.CascadeCut;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.SongTurns;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/** Mappings that no hand sets off, and that set each other off. When they run they are cut after one round; what was meant is not what comes about. */
record Round() implements Surprise {

    @Override
    public String title() {
        return "Set each other off";
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
                        Finding finding = new Finding(
                                this,
                                (round.size() == 1 ? "A mapping sets itself off: " : "These set each other off: ") + way
                                        + ".",
                                "The last of them sets the first off again; it is cut there, and every press gives one round.",
                                new Finding.Place(Finding.Page.MAP, mapping.id(), ""));
                        findings.add(findings.size() < Replay.MOST ? tried(finding, round, scene) : finding);
                    });
        }
        return findings;
    }

    /** The finding with what sets the round off, if it was cut when that happened. */
    private static Finding tried(Finding finding, List<Mapping> round, Scene scene) {
        Mapping first = round.get(0);
        for (Trigger trigger : first.when().also()) {
            Replay replay = new Replay(scene.rig(), scene.names(), round);
            for (Trial.EventAt event : happenings(trigger, scene)) {
                replay.happen(trigger.words(scene.names()), event);
                if (replay.saw(CascadeCut.class, cut -> cut.cut().contains(first.id()))) {
                    return finding.with(new Way(List.of(trigger.words(scene.names())), List.of()));
                }
            }
        }
        return finding;
    }

    /** What may make a trigger go off, one after the other. */
    private static List<Trial.EventAt> happenings(Trigger trigger, Scene scene) {
        if (trigger instanceof ValueMoves value) {
            Ref.ToParameter ref = value.parameter();
            double at = scene.rig()
                    .parameter(ref)
                    .map(parameter -> parameter.position(value.real()))
                    .orElse(0.5);
            return DoubleStream.of(0, 1, 0, at, 1, at)
                    .mapToObj(position ->
                            (Trial.EventAt) nanos -> new Event.Touched(nanos, ref.device(), ref.parameter(), position))
                    .toList();
        } else if (trigger instanceof LayerTurns layer) {
            return List.of(
                    nanos -> new Event.Layered(nanos, layer.layer(), true),
                    nanos -> new Event.Layered(nanos, layer.layer(), false));
        } else if (trigger instanceof FocusMoves focus) {
            return List.of(nanos -> new Event.Focused(nanos, focus.focus(), "", 1, false));
        }
        return scene.rig().songs().stream()
                .map(song -> (Trial.EventAt) nanos -> new Event.SongReached(nanos, song.id()))
                .toList();
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
                .flatMap(action -> action instanceof ForEach each
                        ? each.each(scene.rig()).stream().map(ForEach.One::action)
                        : Stream.of(action))
                .anyMatch(action -> other.when().also().stream().anyMatch(trigger -> tells(action, trigger, scene)));
    }

    private static boolean tells(Action action, Trigger trigger, Scene scene) {
        if (trigger instanceof ValueMoves value && action.parameter() != null) {
            return mayBe(action.parameter(), value.parameter(), scene);
        }
        boolean steps = action.moves()
                .filter(owner -> owner.kind() == Selector.Kind.SONGS)
                .isPresent();
        return trigger instanceof LayerTurns layer && turns(action, layer, scene)
                || trigger instanceof FocusMoves focus && action.movesFocus().equals(Optional.of(focus.focus()))
                || trigger instanceof SongTurns && steps;
    }

    /** Whether an action can bring a layer, or take it away, whichever is waited for. */
    private static boolean turns(Action action, LayerTurns layer, Scene scene) {
        boolean isMeant = !(action instanceof SwitchLayer to)
                || to.way() != (layer.comes() ? SwitchLayer.Way.OFF : SwitchLayer.Way.ON);
        return isMeant && action.layers(scene.rig()).contains(layer.layer());
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
