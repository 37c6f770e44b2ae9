package orchard.engine;

import java.util.Iterator;
import orchard.engine.Plan.ParameterPlan;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.signal.Message;

/** What Orchard sets and what devices tell: the one place that decides where a parameter stands. */
final class Parameters {

    private final State state;
    private final Turn turn;
    private final Answers answers;

    Parameters(State state, Turn turn, Answers answers) {
        this.state = state;
        this.turn = turn;
        this.answers = answers;
    }

    /** When something a device told has to be taken over, or {@link Long#MAX_VALUE}. */
    long due() {
        long due = Long.MAX_VALUE;
        for (ParameterPlan parameter : state.doubtful) {
            due = Math.min(due, settles(parameter));
        }
        return due;
    }

    /** The value in words. */
    String text(ParameterPlan plan) {
        return answers.text(plan.slot(), plan.parameter());
    }

    /** Sets a parameter; false if it stands there already, by its device's own word. */
    boolean set(ParameterPlan plan, double position) {
        Parameter parameter = plan.parameter();
        double settled = settled(parameter, position);
        int slot = plan.slot();
        boolean stands = Math.abs(state.parameterPosition[slot] - settled) < Position.SAME / 10;
        if (stands && state.confirmed[slot]) {
            return false;
        }
        Message message = parameter.binding().message(parameter.real(settled), parameter.range());
        state.parameterPosition[slot] = settled;
        state.parameterText[slot] = null;
        state.sentPosition[slot] = settled;
        state.sentNanos[slot] = turn.now;
        state.confirmed[slot] = message == null;
        if (message != null) {
            turn.send(plan.ref().device(), message);
        }
        if (turn.traced()) {
            turn.note(
                    message == null
                            ? new Step.VariableSet(plan.ref(), settled)
                            : new Step.ParameterSet(plan.ref(), settled, message));
        }
        answers.answer(plan);
        return true;
    }

    /** Variables that never had a value get their default. */
    void begin(ParameterPlan[] variables) {
        for (ParameterPlan plan : variables) {
            if (Double.isNaN(state.parameterPosition[plan.slot()])) {
                set(plan, plan.parameter().position(plan.parameter().standard()));
            }
        }
    }

    /** Its device may have forgotten what Orchard set. */
    void sayAgain(ParameterPlan plan) {
        double sent = state.sentPosition[plan.slot()];
        boolean isKept = plan.parameter().binding() instanceof Binding.Kept;
        if (!isKept && !Double.isNaN(sent) && Math.abs(sent - state.parameterPosition[plan.slot()]) < Position.SAME) {
            Message message = plan.parameter()
                    .binding()
                    .message(plan.parameter().real(sent), plan.parameter().range());
            state.sentNanos[plan.slot()] = turn.now;
            turn.send(plan.ref().device(), message);
            if (turn.traced()) {
                turn.note(new Step.ParameterSet(plan.ref(), sent, message));
            }
        }
    }

    static double settled(Parameter parameter, double position) {
        return parameter.position(parameter.real(position));
    }

    /** A message came in in which a device tells a parameter. */
    void told(ParameterPlan plan, Message message) {
        Parameter parameter = plan.parameter();
        double real = parameter.binding().real(message, parameter.range());
        if (!Double.isFinite(real)) {
            turn.note(new Step.Refused(
                    parameter.name() + " needs a number here, and " + message.words() + " has none that can be used"));
            return;
        }
        String own = Position.shorten(parameter.binding().text(message));
        double position = parameter.position(real);
        String text = own.isBlank() ? parameter.textOfReal(parameter.range().clamp(real)) : own;
        int slot = plan.slot();
        boolean sending =
                !Double.isNaN(state.sentPosition[slot]) && turn.now - state.sentNanos[slot] < Engine.SETTLE_NANOS;
        boolean differs = Math.abs(position - state.sentPosition[slot]) >= Position.SAME;
        boolean moved = Math.abs(position - state.parameterPosition[slot]) >= Position.SAME;
        if (sending && differs) {
            if (Double.isNaN(state.doubtfulPosition[slot])) {
                state.doubtful.add(plan);
            }
            state.doubtfulPosition[slot] = position;
            state.doubtfulText[slot] = text;
        } else {
            if (!Double.isNaN(state.doubtfulPosition[slot])) {
                state.doubtfulPosition[slot] = position;
                state.doubtfulText[slot] = text;
            }
            take(plan, position, text);
        }
        if (turn.traced()) {
            turn.note(new Step.ParameterTold(plan.ref(), position, text, sending, moved));
        }
    }

    private long settles(ParameterPlan parameter) {
        return state.sentNanos[parameter.slot()] + Engine.SETTLE_NANOS;
    }

    /** Takes over what devices told while Orchard was sending to them, where it still stands. */
    void settle() {
        for (Iterator<ParameterPlan> each = state.doubtful.iterator(); each.hasNext(); ) {
            ParameterPlan parameter = each.next();
            if (settles(parameter) > turn.now) {
                continue;
            }
            each.remove();
            int slot = parameter.slot();
            double position = state.doubtfulPosition[slot];
            state.doubtfulPosition[slot] = Double.NaN;
            if (Math.abs(position - state.parameterPosition[slot]) >= Position.SAME) {
                take(parameter, position, state.doubtfulText[slot]);
                turn.note(new Step.ParameterTold(parameter.ref(), position, state.doubtfulText[slot], false, true));
            }
        }
    }

    private void take(ParameterPlan plan, double position, String text) {
        state.parameterPosition[plan.slot()] = position;
        state.parameterText[plan.slot()] = text;
        state.confirmed[plan.slot()] = true;
        answers.answer(plan);
    }
}
