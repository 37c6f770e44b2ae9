package orchard.engine;

import java.util.List;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.Target;
import orchard.parameter.Parameter;
import orchard.signal.Encoding;
import orchard.signal.Message;

/** What hands do: from a control's message to the mappings that listen to it, and what each makes of it. */
final class Controls {

    private final State state;
    private final Turn turn;
    private final Parameters parameters;
    private final Answers answers;

    Controls(State state, Turn turn, Parameters parameters, Answers answers) {
        this.state = state;
        this.turn = turn;
        this.parameters = parameters;
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
        for (MappingPlan mapping : takers) {
            run(mapping, position, Double.NaN);
        }
    }

    private void holdBack(ControlPlan control, double number, String why) {
        noteMoved(control, state.controlPosition[control.slot()], number, false);
        holdBack(control.mappings(), why);
    }

    private void holdBack(MappingPlan[] mappings, String why) {
        for (MappingPlan mapping : mappings) {
            turn.note(new Step.Considered(mapping.mapping().id(), Step.Verdict.HELD_BACK, List.of(), why));
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
        if (encoding == Encoding.COUNTING) {
            double before = state.controlNumber[slot];
            double width = control.dimension().pattern().high()
                    - control.dimension().pattern().low();
            steps = Double.isNaN(before) ? 0 : (number - before) / width;
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
            if (steps != 0 || mapping.fault() != null) {
                run(mapping, Double.NaN, steps);
            } else {
                turn.note(new Step.Considered(
                        mapping.mapping().id(), Step.Verdict.HELD_BACK, List.of(), "heard, but this was no movement"));
            }
        }
    }

    /** Exactly one of position and steps is a number. */
    private void run(MappingPlan mapping, double position, double steps) {
        if (mapping.fault() != null) {
            tellFault(mapping, mapping.fault());
            return;
        }
        try {
            for (Target target : mapping.targets()) {
                run(mapping, target, Double.isNaN(position) ? stepped(mapping, target, steps) : position);
            }
        } catch (RuntimeException e) {
            tellFault(mapping, "It failed: " + e.getMessage());
        }
    }

    private void run(MappingPlan mapping, Target target, double position) {
        ParameterPlan parameter = target.parameter();
        double shaped = target.shape().forward(position);
        DevicePlan device = parameter.device();
        int place = !turn.traced() ? 0 : turn.steps().size();
        String why;
        Step.Verdict verdict = Step.Verdict.HELD_BACK;
        if (!state.present[device.slot()]) {
            why = "heard, but " + device.device().name() + " is not there";
        } else if (parameters.set(parameter, shaped)) {
            verdict = Step.Verdict.ACTED;
            why = "";
        } else {
            why = !turn.traced() ? "" : "already at " + parameters.text(parameter);
        }
        if (turn.traced()) {
            turn.steps()
                    .add(
                            place,
                            new Step.Considered(
                                    mapping.mapping().id(),
                                    verdict,
                                    target.shape().values(position),
                                    why));
        }
    }

    private double stepped(MappingPlan mapping, Target target, double steps) {
        Parameter parameter = target.parameter().parameter();
        double current = state.parameterPosition[target.parameter().slot()];
        double known = Double.isNaN(current) ? parameter.position(parameter.standard()) : current;
        double virtual = state.virtualPosition[mapping.slot()];
        boolean inStep = !Double.isNaN(virtual)
                && Math.abs(Parameters.settled(parameter, target.shape().forward(virtual)) - known) < Position.SAME;
        double next = Position.cut((inStep ? virtual : target.shape().backward(known)) + steps);
        state.virtualPosition[mapping.slot()] = next;
        return next;
    }

    private void tellFault(MappingPlan mapping, String fault) {
        if (!state.faultTold[mapping.slot()]) {
            state.faultTold[mapping.slot()] = true;
            turn.note(new Step.Considered(mapping.mapping().id(), Step.Verdict.FAULTY, List.of(), fault));
        }
    }

    private void noteMoved(ControlPlan control, double position, double number, boolean byHand) {
        if (turn.traced()) {
            turn.note(new Step.ControlMoved(control.ref(), position, number, byHand));
        }
    }
}
