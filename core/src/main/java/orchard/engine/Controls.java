package orchard.engine;

import java.util.List;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.signal.Encoding;
import orchard.signal.Message;

/** What hands do: from a control's message to the mappings that listen to it, and what each makes of it. */
final class Controls {

    private final State state;
    private final Turn turn;
    private final Mappings mappings;
    private final Answers answers;

    Controls(State state, Turn turn, Mappings mappings, Answers answers) {
        this.state = state;
        this.turn = turn;
        this.mappings = mappings;
        this.answers = answers;
    }

    /** A message came in that is about a control. */
    void moved(ControlPlan control, Message message) {
        double number = control.dimension().pattern().number(message);
        if (!Double.isFinite(number)) {
            turn.note(new Step.Refused(control.control().name() + " needs a number here, and " + message.words()
                    + " has none that can be used"));
            return;
        }
        Encoding encoding = control.dimension().pattern().encoding();
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
    int pageMeant(ControlPlan[] heard) {
        int page = 0;
        for (ControlPlan control : heard) {
            if (control.needsPage()) {
                if (state.pressTaken[control.slot()] != null) {
                    return control.page().number();
                }
                page = state.openPage[control.page().group().slot()];
            }
        }
        return page;
    }

    /** Whether a control is pressed at this moment. */
    boolean isDown(ControlPlan control) {
        return state.controlPosition[control.slot()] > 0;
    }

    private void movedTo(ControlPlan control, double number) {
        double position = Position.cut(control.dimension().position(number));
        int slot = control.slot();
        Feeling feeling = control.feeling();
        if (feeling != null) {
            position = feeling.bend().applyAsDouble(position);
            double way = Math.abs(position - state.controlPosition[slot]);
            boolean atAnEnd = position == 0 || position == 1;
            if (way <= feeling.jitter() && !atAnEnd) {
                holdBack(control, number, "heard, but so small a move is taken for jitter");
                return;
            }
        }
        boolean wasDown = state.pressTaken[slot] != null;
        MappingPlan[] takers = wasDown ? state.pressTaken[slot] : control.mappings();
        if (control.control().kind().pressed() && control.dimension().tellsRelease()) {
            state.pressTaken[slot] = position == 0 ? null : takers;
        }
        state.controlPosition[slot] = position;
        if (control.touchOf() != null && position == 0) {
            // while the finger was on it the motor was told nothing
            state.shown[control.touchOf().slot()] = null;
            answers.markDirty(control.touchOf());
        }
        if (control.motor() != null && !byHand(control.motor())) {
            noteMoved(control, position, number, false);
            holdBack(takers, "heard, but its motor moved it");
            return;
        }
        for (LightPlan ring : control.rings()) {
            state.shown[ring.slot()] = ring.lamp().message(position, "");
        }
        noteMoved(control, position, number, true);
        if (control.touches().length > 0) {
            tellFingers(control, position > 0);
        }
        for (MappingPlan mapping : takers) {
            mappings.moved(mapping, control, position, wasDown);
        }
    }

    private void holdBack(ControlPlan control, double number, String why) {
        noteMoved(control, state.controlPosition[control.slot()], number, false);
        holdBack(control.mappings(), why);
    }

    private void holdBack(MappingPlan[] mappings, String why) {
        for (MappingPlan mapping : mappings) {
            turn.note(new Step.Considered(mapping.mapping().id(), 0, Step.Verdict.HELD_BACK, List.of(), why));
        }
    }

    /** Whether a hand moves a motor fader: a finger is on it, or else its motor had no reason to move lately. */
    private boolean byHand(LightPlan motor) {
        return motor.touch() >= 0
                ? state.controlPosition[motor.touch()] > 0
                : turn.now - state.shownNanos[motor.slot()] > Engine.MOTOR_NANOS;
    }

    /** Its device is gone: what is held down comes up, for nobody else will ever say so. */
    void letGo(ControlPlan control) {
        if (control.touchOf() != null) {
            state.controlPosition[control.slot()] = 0;
        }
        if (state.pressTaken[control.slot()] != null) {
            movedTo(control, control.dimension().rest());
        }
    }

    private void movedBy(ControlPlan control, double number, Encoding encoding) {
        int slot = control.slot();
        double steps;
        double turns = Double.NaN;
        if (encoding == Encoding.COUNTING) {
            double before = state.controlNumber[slot];
            double width = control.dimension().pattern().high()
                    - control.dimension().pattern().low();
            steps = Double.isNaN(before) ? 0 : (number - before) / width;
            turns = number / width;
            state.controlNumber[slot] = number;
        } else {
            steps = encoding.steps((int) number) / 127.0;
        }
        if (control.feeling() != null) {
            steps *= control.feeling().steps();
        }
        double before = state.controlPosition[slot];
        state.controlPosition[slot] = Position.cut((Double.isNaN(before) ? 0 : before) + steps);
        noteMoved(control, state.controlPosition[slot], number, true);
        for (MappingPlan mapping : control.mappings()) {
            mappings.turned(mapping, control, steps, turns);
        }
    }

    /** A finger came or went: devices that record moves want to know. */
    private void tellFingers(ControlPlan control, boolean begins) {
        for (ParameterPlan parameter : control.touches()) {
            Message message = parameter.parameter().binding().touched(begins);
            turn.send(parameter.ref().device(), message);
            turn.note(new Step.Said(parameter.ref().device(), begins ? "touch" : "end of the touch", message));
        }
    }

    private void noteMoved(ControlPlan control, double position, double number, boolean byHand) {
        if (turn.traced()) {
            turn.note(new Step.ControlMoved(control.ref(), position, number, byHand));
        }
    }
}
