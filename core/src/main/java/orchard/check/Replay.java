package orchard.check;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import orchard.engine.Trace;
import orchard.engine.Trial;
import orchard.gear.Control;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.outcome.Considered;
import orchard.outcome.Outcome;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;

/** Steps that are gone through in an engine, with as much of the rig as they are about. */
final class Replay {

    /** The most replays for one sort of findings: Check is asked for on every page. */
    static final int MOST = 12;

    private final Rig rig;
    private final Directory names;
    private final Trial trial;
    private Way way = Way.NONE;
    private List<Trace> last = List.of();

    /**
     * @param names what things are called
     * @param about the mappings that matter
     */
    Replay(Rig whole, Directory names, List<Mapping> about) {
        Set<Mapping> kept = new HashSet<>(about);
        this.rig = whole.apply(new Edit(
                "",
                whole.mappings().stream()
                        .filter(mapping -> !kept.contains(mapping))
                        .map(mapping -> new Edit.Change(new Part.OfMapping(mapping), null))
                        .toList()));
        this.names = names;
        this.trial = new Trial(rig);
    }

    /** What was done until now, and what is on. */
    Way way() {
        return new Way(way.steps(), trial.layers());
    }

    /** Goes a way, in so much of the rig as it and some mappings are about. */
    static Replay along(Ways.Route route, List<Mapping> some, Ways ways, Scene scene) {
        Replay replay = new Replay(scene.rig(), scene.names(), ways.about(some, route.steps()));
        route.steps().forEach(step -> replay.play(step.mapping(), step.control(), step.holds()));
        return replay;
    }

    /** A hand does what a mapping waits for that listens where a way leads to. */
    void play(Mapping mapping, Ways.Route route, Ways ways) {
        play(mapping, ways.control(mapping, route.standing()).orElse(mapping.trigger()), false);
    }

    /** A hand does what a mapping waits for, and lets go unless it holds on. */
    void play(Mapping mapping, Ref.ToControl control, boolean holds) {
        boolean isPressed = rig.device(control.device())
                .flatMap(device -> device.profile().control(control.control()))
                .map(Control::kind)
                .filter(kind -> kind.pressed())
                .isPresent();
        Gesture gesture = mapping.when().gesture();
        way = way.and((holds ? "hold " : isPressed ? "press " : "move ") + names.words(control));
        if (!isPressed) {
            trial.play(control, 0.3);
        }
        if (gesture.kind() == Gesture.Kind.DOUBLE) {
            trial.play(control, 1);
            trial.play(control, 0);
        }
        trial.play(control, 1);
        if (gesture.kind() == Gesture.Kind.HOLD) {
            trial.pass(gesture.seconds() + 0.01);
        }
        if (isPressed && !holds) {
            List<Trace> pressed = trial.traces();
            trial.play(control, 0);
            last = pressed;
        } else {
            last = trial.traces();
        }
    }

    /** Something else happens. */
    void happen(String words, Trial.EventAt event) {
        way = way.and(words);
        trial.happen(event);
        last = trial.traces();
    }

    /** Whether a mapping did something in the last step. */
    boolean acted(Mapping mapping) {
        return last.stream()
                .flatMap(trace -> trace.all(Considered.class).stream())
                .anyMatch(step -> step.mapping().equals(mapping.id()) && step.verdict() == Considered.Verdict.ACTED);
    }

    /** Whether something of a kind came of the last step. */
    <T extends Outcome> boolean saw(Class<T> kind, Predicate<T> which) {
        return last.stream().flatMap(trace -> trace.all(kind).stream()).anyMatch(which);
    }

    /** Whether a layer is on now. */
    boolean isOn(String layer) {
        return trial.layers().contains(layer);
    }
}
