package orchard.app.live;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.gear.SendMode;
import orchard.outcome.ControlMoved;
import orchard.outcome.DumpHeard;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.parameter.Parameter;

/** Which control, and which parameter, a hand has meant of all that moves. Takes every trace, because only so is it known what was never heard. */
final class Meant {

    private static final double ENOUGH = 0.02;
    private static final Set<String> BESIDE_A_HIT = Set.of("pressure", "x", "y");
    private static final long OWN_DOING_NANOS = 700_000_000;

    private final Names names;
    /** Where things stand, as last heard; what is not among them was never heard. */
    private final Map<Ref, Double> stands = new HashMap<>();
    /** Where they stood when they were heard first since it began anew. */
    private final Map<Ref, Double> from = new HashMap<>();

    private final Map<Ref, Long> ownDoing = new HashMap<>();
    private Ref.ToControl control;
    private Ref.ToParameter parameter;

    Meant(Names names) {
        this.names = names;
    }

    /**
     * Takes the next trace.
     *
     * @param asked whether anybody wants to know what is meant
     */
    void take(Trace trace, boolean asked) {
        for (ParameterSet set : trace.all(ParameterSet.class)) {
            ownDoing.put(set.parameter(), trace.event().nanos());
        }
        control = asked ? moved(trace) : null;
        parameter = asked ? told(trace) : null;
        trace.all(ControlMoved.class).forEach(step -> stands.put(step.control(), step.position()));
        trace.all(ParameterTold.class).forEach(step -> stands.put(step.parameter(), step.position()));
    }

    /** The control that was moved in the last trace, clearly enough to be meant, or null. */
    Ref.ToControl control() {
        return control;
    }

    /** The parameter that was moved in the last trace in its own software, clearly enough to be meant, or null. */
    Ref.ToParameter parameter() {
        return parameter;
    }

    /** Whatever moved a little until now, moves from here. */
    void beginAnew() {
        from.clear();
    }

    /** The same for one thing. */
    void beginAnew(Ref ref) {
        from.remove(ref);
    }

    /** The control that was moved clearly enough to be meant. */
    private Ref.ToControl moved(Trace trace) {
        for (ControlMoved step : trace.all(ControlMoved.class)) {
            Optional<Control> found = names.device(step.control().device())
                    .flatMap(d -> d.profile().control(step.control().control()));
            boolean touchSense = step.control().dimension().equals(Dimension.TOUCH);
            // whoever hits a pad means the hit, wherever on it the finger lands
            boolean besideAHit = found.isPresent()
                    && found.get().kind().pressed()
                    && BESIDE_A_HIT.contains(step.control().dimension());
            if (found.isEmpty() || touchSense || besideAHit || !step.byHand()) {
                continue;
            }
            if (isMeant(found.get(), step)) {
                return step.control();
            }
        }
        return null;
    }

    /**
     * A press is meant, and every step of a thing without ends. What was never heard is meant at its first message, because many say no more, but for sensors:
     * they stream whether or not they are moved. All else has to go some way.
     */
    private boolean isMeant(Control control, ControlMoved step) {
        boolean isNew = !stands.containsKey(step.control()) && !from.containsKey(step.control());
        Double stood = stands.get(step.control());
        double before = from.computeIfAbsent(step.control(), c -> stood == null ? step.position() : stood);
        boolean saysByPress = control.dimension(step.control().dimension())
                .filter(dimension -> dimension.output().press() != SendMode.Press.PLAYED)
                .isPresent();
        return switch (control.kind()) {
            case MOTION -> Math.abs(before - step.position()) >= ENOUGH;
            case ENDLESS_KNOB -> true;
            default ->
                control.kind().pressed() && (step.position() > 0 || saysByPress)
                        || isNew
                        || Math.abs(before - step.position()) >= ENOUGH;
        };
    }

    /** The parameter that was moved in its own software, not by Orchard. */
    private Ref.ToParameter told(Trace trace) {
        // many values at once are no hand's; and a hand on a control means that, even if its device tells what it moves
        boolean isOneMove = trace.first(DumpHeard.class) == null && trace.first(ControlMoved.class) == null;
        if (!(trace.event() instanceof Event.Arrived arrived) || !isOneMove) {
            return null;
        }
        for (ParameterTold step : trace.all(ParameterTold.class)) {
            long since = arrived.nanos() - ownDoing.getOrDefault(step.parameter(), Long.MIN_VALUE / 2);
            boolean own = step.answer() || since < OWN_DOING_NANOS;
            boolean settable = names.parameter(step.parameter())
                    .filter(Parameter::settable)
                    .isPresent();
            Double stood = stands.get(step.parameter());
            double before = from.computeIfAbsent(step.parameter(), p -> stood == null ? step.position() : stood);
            if (!own && settable && Math.abs(before - step.position()) >= ENOUGH) {
                return step.parameter();
            }
        }
        return null;
    }
}
