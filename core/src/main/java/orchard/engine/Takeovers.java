package orchard.engine;

import orchard.engine.Plan.Target;
import orchard.gear.Takeover;

/** Decides what an absolute control does to a parameter that stands elsewhere. */
final class Takeovers {

    /** Nearer than this the control has met the parameter: a little more than one step of 7 bit. */
    static final double MET = 0.012;

    private final State state;

    Takeovers(State state) {
        this.state = state;
    }

    /**
     * The position a control is taken to stand at.
     *
     * @return 0..1; for a parameter that converges not where the control is, but how far the parameter has to go
     */
    double position(Target target, double position) {
        int memory = target.memory();
        double before = state.memory[memory + Target.BEFORE];
        double stands = state.parameterPosition[target.parameter().slot()];
        if (target.takeover() != Takeover.CONVERGE || Double.isNaN(stands)) {
            return position;
        }
        state.memory[memory + Target.BEFORE] = position;
        double virtual = target.shape().backward(stands);
        if (Double.isNaN(before)) {
            return Math.abs(position - virtual) <= MET ? position : virtual;
        }
        double moved = position - before;
        double room = moved > 0 ? 1 - before : before;
        double rest = moved > 0 ? 1 - virtual : virtual;
        return room <= 0 ? virtual : Position.cut(virtual + moved * rest / room);
    }

    /** The position a control is taken to stand at that moves finely: from where the parameter was when that began. */
    double fine(Target target, double position, double factor) {
        int memory = target.memory();
        double stands = state.parameterPosition[target.parameter().slot()];
        if (Double.isNaN(state.memory[memory + Target.FINE])) {
            state.memory[memory + Target.FINE] = position;
            state.memory[memory + Target.FINE_FROM] =
                    Double.isNaN(stands) ? position : target.shape().backward(stands);
        }
        double moved = position - state.memory[memory + Target.FINE];
        return Position.cut(state.memory[memory + Target.FINE_FROM] + moved * factor);
    }

    /** After a fine move the control stands elsewhere than its parameter. */
    void strayed(Target target) {
        state.memory[target.memory() + Target.LEFT] = Double.NaN;
        state.memory[target.memory() + Target.BEFORE] = Double.NaN;
    }

    /** Whether a control that shapes to this position may have the parameter. */
    boolean takes(Target target, double shaped) {
        if (target.takeover() != Takeover.PICK_UP || Double.isNaN(shaped)) {
            return true;
        }
        int memory = target.memory();
        double before = state.memory[memory + Target.BEFORE];
        double stands = state.parameterPosition[target.parameter().slot()];
        double left = state.memory[memory + Target.LEFT];
        state.memory[memory + Target.BEFORE] = shaped;
        boolean isHere = Double.isNaN(stands) || Math.abs(stands - left) < Position.SAME;
        boolean met = Math.abs(shaped - stands) <= MET;
        boolean passed = (before - stands) * (shaped - stands) <= 0; // not for NaN
        if (isHere || met || passed) {
            return true;
        }
        state.memory[memory + Target.LEFT] = Double.NaN;
        return false;
    }

    /** The parameter was put where the mapping wants it. */
    void left(Target target) {
        state.memory[target.memory() + Target.LEFT] =
                state.parameterPosition[target.parameter().slot()];
    }
}
