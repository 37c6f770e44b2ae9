package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.MappingPlan;
import orchard.gear.Dimension;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/** What hands do: from a control's message to the mappings that listen to it, and what each makes of it. */
final class Controls {

    /** No hand goes further than so many whole ways from one message to the next. */
    private static final double MOST_WAYS = 4;

    private final State state;
    private final Cycle cycle;
    private final Mappings mappings;
    private final Lights lights;
    private final Layers layers;

    Controls(State state, Cycle cycle, Mappings mappings, Lights lights, Layers layers) {
        this.state = state;
        this.cycle = cycle;
        this.mappings = mappings;
        this.lights = lights;
        this.layers = layers;
    }

    /** A message came in that is about a control. */
    void moved(State.OfControl control, Message message) {
        ControlPlan plan = control.plan;
        double number = plan.dimension().pattern().number(message);
        if (!Double.isFinite(number)) {
            cycle.note(new Refused(plan.control().name() + " needs a number here, and " + message.words()
                    + " has none that can be used"));
            return;
        }
        cycle.struck =
                message instanceof MidiMessage.NoteOn on && on.velocity() > 0 ? on.velocity() / 127.0 : Double.NaN;
        Encoding encoding = plan.dimension().pattern().encoding();
        if (encoding == Encoding.ABSOLUTE) {
            movedTo(control, number);
        } else {
            movedBy(control, number, encoding);
        }
    }

    /**
     * The page a message is about where controls of several pages send it: the open one, but a release is about the page whose
     * control is down. 0 where no page matters. To be asked before any of them moves.
     */
    static int pageMeant(State.OfControl[] heard) {
        int page = 0;
        for (State.OfControl control : heard) {
            if (control.plan.needsPage()) {
                if (control.down || control.plan.isDown()) {
                    return control.plan.page().number();
                }
                page = control.plan.page().group().state().at;
            }
        }
        return page;
    }

    /** Whether a message says of a key that it is up. */
    static boolean isLetGo(State.OfControl control, Message message) {
        Dimension dimension = control.plan.dimension();
        return control.plan.isKey()
                && Position.cut(dimension.position(dimension.pattern().number(message))) == 0;
    }

    /** A hand puts a control somewhere without a message. */
    void played(State.OfControl control, double position) {
        Dimension dimension = control.plan.dimension();
        Encoding encoding = dimension.pattern().encoding();
        if (encoding == Encoding.ABSOLUTE) {
            double low = dimension.pattern().low();
            stands(control, position, low + position * (dimension.pattern().high() - low));
        } else {
            movedBy(control, encoding == Encoding.STEPPING ? 1.0 / Encoding.WAY : encoding.number(1), encoding);
        }
    }

    private void movedTo(State.OfControl control, double number) {
        stands(control, Position.cut(control.plan.dimension().position(number)), number);
    }

    private void stands(State.OfControl control, double told, double number) {
        ControlPlan plan = control.plan;
        double position = told;
        Feeling feeling = plan.feeling();
        if (feeling != null) {
            position = feeling.bend().applyAsDouble(position);
            double way = Math.abs(position - control.position);
            boolean atAnEnd = position == 0 || position == 1;
            if (way <= feeling.jitter() && !atAnEnd) {
                holdBack(control, number, "heard, but so small a move is taken for jitter");
                return;
            }
        }
        if (control.hand.doubted) {
            control.hand.doubted = false;
            // it stands where it stood, or else it was moved while nobody heard it
            control.hand.moves += Math.abs(position - control.position) <= Takeovers.MET ? 0 : 1;
        }
        control.hand.moves++;
        control.position = position;
        if (plan.touchOf() != null && position == 0) {
            lights.doubt(plan.touchOf()); // while the finger was on it the motor was told nothing
        }
        if (plan.motor() != null && !byHand(plan.motor())) {
            lights.motorMoved(plan.motor(), position);
            noteMoved(control, position, number, false);
            holdBack(control, "heard, but its motor moved it");
            return;
        }
        for (State.OfLight ring : plan.rings()) {
            lights.handMoved(ring, position);
        }
        noteMoved(control, position, number, true);
        if (control.touches.length + control.touching.size() > 0) {
            finger(control);
        }
        if (plan.isKey()) {
            key(control, position);
            return;
        }
        hidden(control);
        for (MappingPlan mapping : control.listeners) {
            mappings.moved(mapping, control, position);
        }
        if (!control.presses.isEmpty()) {
            letGoHidden(control, position);
        }
    }

    /** What is pressed belongs to who took the press until it is let go, whatever is edited or turned meanwhile. */
    private void key(State.OfControl control, double position) {
        boolean begins = position > 0 && !control.down;
        if (begins && (cycle.overtaken || !control.device.present)) {
            control.down = true; // it comes up without anybody having taken it
            holdBack(
                    control,
                    cycle.overtaken ? "heard, but everything was stopped after it" : "heard, but its device is gone");
            return;
        }
        List<Debt.Layer> nexts = List.of();
        if (begins) {
            control.down = true;
            hidden(control);
            nexts = layers.nexts();
            for (MappingPlan mapping : control.listeners) {
                mappings.open(mapping, control, position);
            }
        } else if (!control.down) {
            for (MappingPlan mapping : control.listeners) {
                mappings.letGoUnpressed(mapping, control, position);
            }
            rest(control);
            return;
        }
        for (Press press : List.copyOf(control.presses)) {
            mappings.key(press, position, begins);
        }
        if (!begins && control.presses.isEmpty()) {
            holdBack(control, "heard, but nobody took this press");
        }
        if (begins && control.listeners.length > 0) {
            layers.used(nexts);
        }
        if (position == 0) {
            control.down = false;
            rest(control);
        }
    }

    /** What was let go is not pressed any longer in any other way. */
    private void rest(State.OfControl control) {
        for (State.OfControl resting : control.plan.resting()) {
            letGo(resting);
        }
    }

    /** What mappings hold that a layer hides by now is let go by the hand that held it. */
    private void letGoHidden(State.OfControl control, double position) {
        for (Press press : List.copyOf(control.presses)) {
            boolean isHidden = true;
            for (MappingPlan mapping : control.listeners) {
                isHidden &= mapping.state() != press.plan.state();
            }
            if (isHidden) {
                mappings.hiddenMoved(press, position);
            }
        }
    }

    /** Tells of the mappings that would listen if other layers were on. */
    private void hidden(State.OfControl control) {
        if (cycle.traced() && control.about.length > control.listeners.length) {
            for (MappingPlan mapping : control.about) {
                if (!layers.listens(control, mapping)) {
                    cycle.note(new Considered(
                            mapping.state().id,
                            0,
                            Considered.Verdict.HELD_BACK,
                            List.of(),
                            "heard, but " + layers.why(control, mapping)));
                }
            }
        }
    }

    private void holdBack(State.OfControl control, double number, String why) {
        noteMoved(control, control.position, number, false);
        holdBack(control, why);
    }

    private void holdBack(State.OfControl control, String why) {
        for (MappingPlan mapping : control.listeners) {
            cycle.note(new Considered(mapping.state().id, 0, Considered.Verdict.HELD_BACK, List.of(), why));
        }
    }

    /** Whether a hand moves a motor fader: a finger is on it, or else its motor had no reason to move lately. */
    private boolean byHand(State.OfLight motor) {
        State.OfControl touch = motor.plan.touch();
        return touch != null ? touch.isHeld() : cycle.now - motor.shownNanos > Engine.MOTOR_NANOS;
    }

    /** Nobody will ever say that it comes up: its device is gone, or speaks of it in another way from now on. */
    void letGo(State.OfControl control) {
        boolean isFinger = control.plan.dimension().name().equals(Dimension.TOUCH);
        if (isFinger && control.position > 0) {
            movedTo(control, control.plan.dimension().rest());
        }
        if (control.down) {
            movedTo(control, control.plan.dimension().rest());
            control.down = false;
        }
        for (Press press : List.copyOf(control.presses)) {
            mappings.comeUp(press); // those of faders and knobs, which have no rest to go to
        }
    }

    private void movedBy(State.OfControl control, double number, Encoding encoding) {
        double steps;
        double turns = Double.NaN;
        if (encoding == Encoding.COUNTING) {
            double before = control.number;
            double width = control.plan.dimension().pattern().high()
                    - control.plan.dimension().pattern().low();
            steps = Double.isNaN(before) ? 0 : (number - before) / width;
            turns = number / width;
            control.number = number;
            if (Math.abs(steps) > MOST_WAYS) {
                holdBack(control, number, "heard, but nobody turns so far at once: it counts anew");
                return;
            }
        } else if (encoding == Encoding.STEPPING) {
            steps = number;
        } else {
            steps = encoding.steps((int) number) / (double) Encoding.WAY;
        }
        if (control.plan.feeling() != null) {
            steps *= control.plan.feeling().steps();
        }
        control.hand.moves++;
        control.position = Position.cut((Double.isNaN(control.position) ? 0 : control.position) + steps);
        noteMoved(control, control.position, number, true);
        hidden(control);
        for (MappingPlan mapping : control.listeners) {
            mappings.turned(mapping, control, steps, turns);
        }
    }

    /**
     * A finger came or went, or lies on something else now: devices that record moves want to know, each of the end of what it was told began.
     */
    void finger(State.OfControl control) {
        List<State.OfParameter> now = new ArrayList<>();
        for (Plan.Touch touch : control.touches) {
            State.OfParameter parameter = touch.address().now;
            boolean isMeant = control.isHeld() && touch.mapping().active && parameter != null;
            if (isMeant && !now.contains(parameter)) {
                now.add(parameter);
            }
        }
        for (State.OfParameter parameter : List.copyOf(control.touching)) {
            if (!now.contains(parameter)) {
                control.touching.remove(parameter);
                tellFinger(parameter, false);
            }
        }
        for (State.OfParameter parameter : now) {
            if (!control.touching.contains(parameter)) {
                control.touching.add(parameter);
                tellFinger(parameter, true);
            }
        }
    }

    private void tellFinger(State.OfParameter parameter, boolean begins) {
        Message message = parameter.parameter.binding().touched(begins);
        if (message != null) {
            cycle.send(parameter.device, message);
            cycle.note(new Said(parameter.ref.device(), begins ? "touch" : "end of the touch", message));
        }
    }

    private void noteMoved(State.OfControl control, double position, double number, boolean byHand) {
        if (cycle.traced()) {
            cycle.note(new ControlMoved(control.ref, position, number, byHand));
        }
    }
}
