package orchard.engine;

import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Takeover;

/** Decides what an absolute control does to a parameter that stands elsewhere. */
final class Takeovers {

    /** Nearer than this the control has met the parameter: a little more than one step of 7 bit. */
    static final double MET = 0.012;

    private Takeovers() {}

    /**
     * A control moves a parameter: if it, or anything it rests on, moved since where this mapping did not see it, what the mapping knows of the two is no
     * longer true.
     */
    static void sees(Target target, State.OfControl control) {
        State.OfTarget memory = target.state();
        ControlPlan plan = control.plan;
        long epoch = control.device.comings
                + target.address().moves
                + (plan.page() == null ? 0L : plan.page().group().state().turns);
        boolean sawAll =
                memory.hand == control.hand && memory.handMoves + 1 == control.hand.moves && memory.epoch == epoch;
        if (!sawAll) {
            strayed(target);
        }
        memory.hand = control.hand;
        memory.handMoves = control.hand.moves;
        memory.epoch = epoch;
    }

    /**
     * The position a control is taken to stand at.
     *
     * @return 0..1; for a parameter that converges not where the control is, but how far the parameter has to go
     */
    static double position(Target target, double position) {
        State.OfTarget memory = target.state();
        double before = memory.before;
        double stands = target.parameter().position;
        if (target.takeover() != Takeover.CONVERGE || Double.isNaN(stands)) {
            return position;
        }
        memory.before = position;
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
    static double fine(Target target, double position, double factor) {
        State.OfTarget memory = target.state();
        double stands = target.parameter().position;
        if (Double.isNaN(memory.fine)) {
            memory.fine = position;
            memory.fineFrom = Double.isNaN(stands) ? position : target.shape().backward(stands);
        }
        return Position.cut(memory.fineFrom + (position - memory.fine) * factor);
    }

    /** The control stands elsewhere than its parameter. */
    static void strayed(Target target) {
        target.state().left = Double.NaN;
        target.state().before = Double.NaN;
    }

    /** Whether a control that shapes to this position may have the parameter. */
    static boolean takes(Target target, double shaped) {
        if (target.takeover() != Takeover.PICK_UP || Double.isNaN(shaped)) {
            return true;
        }
        State.OfTarget memory = target.state();
        double before = memory.before;
        double stands = target.parameter().position;
        memory.before = shaped;
        boolean isHere = Double.isNaN(stands) || Math.abs(stands - memory.left) < Position.SAME;
        boolean met = Math.abs(shaped - stands) <= MET;
        boolean passed = (before - stands) * (shaped - stands) <= 0; // not for NaN
        if (isHere || met || passed) {
            return true;
        }
        memory.left = Double.NaN;
        return false;
    }

    /** The parameter was put where the mapping wants it. */
    static void left(Target target) {
        target.state().left = target.parameter().position;
    }
}
