package orchard.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import orchard.action.Action;
import orchard.action.NextLayer;
import orchard.action.SwitchLayer;
import orchard.gear.LayerStack;
import orchard.gear.Ref;
import orchard.mapping.Branch;
import orchard.mapping.Listening;
import orchard.mapping.Mapping;
import orchard.rig.Rig;

/** Which layers hands can bring about, and by which presses: looked through the shortest way first. */
final class Ways {

    /** The most combinations of layers that are looked at. */
    private static final int MOST = 2_000;

    /**
     * How layers stand.
     *
     * @param latched ids of those that stay on, the last one on top
     * @param held ids of those that are held, in order
     */
    record Standing(List<String> latched, List<String> held, Listening listening) {
        private List<List<String>> key() {
            return List.of(latched, held);
        }
    }

    /**
     * A press.
     *
     * @param holds whether it is held down from then on
     */
    record Step(Mapping mapping, Ref.ToControl control, boolean holds) {}

    /** The presses that bring layers about, and how these stand then. */
    record Route(List<Step> steps, Standing standing) {}

    /** A standing, and how it came about. */
    private record Found(Standing standing, Found before, Step step) {}

    private final Rig rig;
    private final Map<Ref.ToControl, List<Mapping>> about = new HashMap<>();
    private final List<Mapping> switching;

    Ways(Rig rig) {
        this.rig = rig;
        rig.mappings()
                .forEach(mapping -> mapping.when()
                        .triggers()
                        .forEach(control -> about.computeIfAbsent(control, c -> new ArrayList<>())
                                .add(mapping)));
        this.switching = rig.mappings().stream()
                .filter(mapping -> mapping.everyAction()
                        .anyMatch(action -> !action.layers(rig).isEmpty()))
                .toList();
    }

    /** All mappings that are about a control that some of them, or some steps, are about. */
    List<Mapping> about(List<Mapping> some, List<Step> steps) {
        Set<Ref.ToControl> controls = new HashSet<>();
        some.forEach(mapping -> controls.addAll(mapping.when().triggers()));
        steps.forEach(step -> controls.add(step.control()));
        return rig.mappings().stream()
                .filter(mapping -> mapping.when().triggers().stream().anyMatch(controls::contains))
                .toList();
    }

    /** The mappings that turn layers on or off. */
    List<Mapping> switching() {
        return switching;
    }

    /** The control by which a mapping acts as layers stand; empty if it listens to none. */
    Optional<Ref.ToControl> control(Mapping mapping, Standing standing) {
        return mapping.when().triggers().stream()
                .filter(control -> standing.listening()
                        .of(about.getOrDefault(control, List.of()))
                        .contains(mapping))
                .findFirst();
    }

    /** The shortest way to where mappings listen, all of them at once. */
    Optional<Route> toHear(List<Mapping> mappings) {
        return to(standing ->
                mappings.stream().allMatch(mapping -> control(mapping, standing).isPresent()));
    }

    /** Whether anything listens to a control as layers stand. */
    boolean isHeard(Ref.ToControl control, Standing standing) {
        return !standing.listening().of(about.getOrDefault(control, List.of())).isEmpty();
    }

    /** The shortest way to how layers should stand; empty if no hand gets there. */
    Optional<Route> to(Predicate<Standing> goal) {
        Set<List<List<String>>> seen = new HashSet<>();
        ArrayDeque<Found> look = new ArrayDeque<>();
        look.add(new Found(first(), null, null));
        while (!look.isEmpty()) {
            Found at = look.poll();
            if (goal.test(at.standing())) {
                return Optional.of(new Route(steps(at), at.standing()));
            }
            for (Found next : next(at)) {
                if (seen.size() < MOST && seen.add(next.standing().key())) {
                    look.add(next);
                }
            }
        }
        return Optional.empty();
    }

    private static List<Step> steps(Found to) {
        List<Step> steps = new ArrayList<>();
        for (Found at = to; at.step() != null; at = at.before()) {
            steps.add(0, at.step());
        }
        return steps;
    }

    /** How layers stand before anything was pressed. */
    Standing first() {
        return standing(List.of(), List.of());
    }

    private Standing standing(List<String> latched, List<String> held) {
        return new Standing(latched, held, new Listening(LayerStack.of(rig.layers(), latched, held), rig));
    }

    private List<Found> next(Found at) {
        List<Found> next = new ArrayList<>();
        for (Mapping mapping : switching) {
            Optional<Ref.ToControl> control = control(mapping, at.standing());
            for (Branch branch : control.isPresent() ? mapping.branches() : List.<Branch>of()) {
                List<String> latched = new ArrayList<>(at.standing().latched());
                List<String> held = new ArrayList<>(at.standing().held());
                int before = held.size();
                branch.actions().onPress().forEach(action -> turn(latched, held, action));
                boolean holds = held.size() > before;
                if (!holds) {
                    branch.actions().onRelease().forEach(action -> turn(latched, held, action));
                }
                next.add(new Found(standing(latched, held), at, new Step(mapping, control.get(), holds)));
            }
        }
        return next;
    }

    private void turn(List<String> latched, List<String> held, Action action) {
        if (action instanceof SwitchLayer to) {
            boolean isOn = latched.contains(to.layer());
            switch (to.way()) {
                case HELD -> held.add(to.layer());
                case ONCE -> {} // it is off with the press that would use it
                case OFF -> latched.remove(to.layer());
                case ON -> latch(to.layer(), latched);
                case TURN -> {
                    latched.remove(to.layer());
                    if (!isOn) {
                        latch(to.layer(), latched);
                    }
                }
            }
        } else if (action instanceof NextLayer to) {
            List<String> through = to.layers(rig);
            int at = latched.stream().mapToInt(through::indexOf).max().orElse(-1);
            if (!through.isEmpty()) {
                int from = at < 0 && to.by() > 0 ? -1 : Math.max(at, 0);
                latch(through.get(Math.floorMod(from + to.by(), through.size())), latched);
            }
        }
    }

    private void latch(String layer, List<String> latched) {
        latched.remove(layer);
        rig.layer(layer).ifPresent(on -> {
            latched.removeIf(other -> rig.layer(other).filter(on::excludes).isPresent());
            latched.add(layer);
        });
    }
}
