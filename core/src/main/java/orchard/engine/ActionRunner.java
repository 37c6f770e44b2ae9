package orchard.engine;

import java.util.Arrays;
import java.util.List;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.ForEach;
import orchard.action.GoToSong;
import orchard.action.Hold;
import orchard.action.HoldNotes;
import orchard.action.MoveFocus;
import orchard.action.NextLayer;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PickPlace;
import orchard.action.PinFocus;
import orchard.action.PlayNotes;
import orchard.action.Ramp;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.RunClock;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.SwitchLayer;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.TypeKeys;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.ForOne;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.outcome.Considered;
import orchard.outcome.Refused;
import orchard.parameter.Parameter;
import orchard.signal.MidiMessage;

/**
 * What mappings do once: on a press, on a release, one after the other, with waits between. Whatever has to be ended again is owed by the press it was done for.
 */
final class ActionRunner {

    /** A knob makes at most so many steps at a time. */
    static final int MOST_STEPS = 127;

    private final State state;
    private final Cycle cycle;
    private final Fence fence;
    private final Parameters parameters;
    private final Payments payments;
    private final Pages pages;
    private final Presets presets;
    private final Layers layers;
    private final Foci foci;
    private final Ramps ramps;
    private final Tempo tempo;
    private final ClockOut clockOut;
    private final Runnable stopAll;

    /** @param stopAll what stops everything */
    ActionRunner(
            State state,
            Cycle cycle,
            Fence fence,
            Parameters parameters,
            Payments payments,
            Pages pages,
            Presets presets,
            Layers layers,
            Foci foci,
            Ramps ramps,
            Tempo tempo,
            ClockOut clockOut,
            Runnable stopAll) {
        this.state = state;
        this.cycle = cycle;
        this.fence = fence;
        this.parameters = parameters;
        this.payments = payments;
        this.pages = pages;
        this.presets = presets;
        this.layers = layers;
        this.foci = foci;
        this.ramps = ramps;
        this.tempo = tempo;
        this.clockOut = clockOut;
        this.stopAll = stopAll;
    }

    /** The most presses that wait for one another. */
    private static final int MOST_QUEUED = 8;

    /** The control was pressed. What waits of the same case is asked first what becomes of a new one. */
    void press(Press press, double position) {
        if (!press.branch.minds()) {
            begin(press, position);
            return;
        }
        List<Timers.Timer> pauses = state.timers.pausing(press);
        switch (pauses.isEmpty() ? Wait.Again.BESIDE : pauses.get(0).pause().again()) {
            case IGNORED -> passOver(press, position, "heard, and ignored while what it began before waits");
            case AFTER -> comeAfter(press, pauses, position);
            case ANEW -> {
                state.timers.forget(pauses::contains, timer -> state.ledger.waited(timer.press()));
                begin(press, position);
            }
            case BESIDE -> begin(press, position);
        }
    }

    /** Nothing comes of a press, and nothing of its release. */
    private void passOver(Press press, double position, String why) {
        note(press, Considered.Verdict.HELD_BACK, position, why);
        if (press.isHeld()) {
            press.stage = Press.Stage.SPENT;
            press.acted = false;
        }
    }

    private void begin(Press press, double position) {
        press.strength = Position.cut(position);
        cycle.acted = true;
        note(press, Considered.Verdict.ACTED, position, "");
        perform(press, press.branch.press(), 0);
    }

    /** Begins when everything that waits before it has ended. */
    private void comeAfter(Press press, List<Timers.Timer> pauses, double position) {
        if (pauses.size() > MOST_QUEUED) {
            passOver(press, position, "heard, but more than " + MOST_QUEUED + " presses of it are waiting already");
            return;
        }
        cycle.acted = true;
        note(press, Considered.Verdict.ACTED, position, "heard, and comes after what it began before");
        long ends = cycle.now;
        for (Timers.Timer timer : pauses) {
            ends = Math.max(ends, timer.due() + timer.pause().rest());
        }
        ends++; // what ends at that moment ends first
        pause(press, press.branch.press(), 0, ends - cycle.now, Wait.Again.AFTER);
    }

    /** The control was let go: first everything is paid, then what is done on a release is done. */
    void release(Press press, double position) {
        boolean owed = payments.pay(press);
        boolean acts = owed || press.branch.release().length > 0;
        note(
                press,
                acts ? Considered.Verdict.ACTED : Considered.Verdict.HELD_BACK,
                position,
                acts ? "" : "heard, and nothing is to be done when it is let go");
        perform(press, press.branch.release(), 0);
    }

    /** An endless control was turned by some steps. */
    void turned(Press press, int steps) {
        cycle.acted = true;
        note(press, Considered.Verdict.ACTED, Double.NaN, "");
        for (ActionPlan plan : press.branch.press()) {
            if (steps > 0 || plan.action().hasDirection()) {
                fence.around(press.plan, () -> act(press, plan, steps));
            }
        }
    }

    private void act(Press press, ActionPlan plan, int steps) {
        if (plan.each().length > 0) {
            each(press, plan, steps);
        } else if (plan.address() != null && plan.address().now == null) {
            cycle.note(new Refused("The focus it goes through has no such place now"));
        } else {
            plan.action().accept(new Doing(press, plan, steps));
        }
    }

    private void each(Press press, ActionPlan plan, int steps) {
        boolean any = false;
        for (ForOne one : plan.each()) {
            if (one.where() == null || one.where().holds(Double.NaN)) {
                any = true;
                fence.around(press.plan, () -> act(press, one.action(), steps));
            }
        }
        if (!any) {
            cycle.note(new Refused("There is no place that it is meant for now"));
        }
    }

    private void perform(Press press, ActionPlan[] actions, int from) {
        for (int i = from; i < actions.length; i++) {
            if (actions[i].action() instanceof Wait wait) {
                pause(press, actions, i + 1, tempo.nanos(wait.span()), wait.again());
                return;
            }
            ActionPlan action = actions[i];
            fence.around(press.plan, () -> act(press, action, 1));
        }
    }

    private void pause(Press press, ActionPlan[] actions, int next, long nanos, Wait.Again again) {
        long rest = 0;
        for (int i = next; i < actions.length; i++) {
            rest += actions[i].action() instanceof Wait wait ? tempo.nanos(wait.span()) : 0;
        }
        Timers.Pause pause = new Timers.Pause(actions, again, rest);
        boolean waits = state.timers.at(cycle.now + nanos, press, pause, () -> {
            note(press, Considered.Verdict.ACTED, Double.NaN, "went on after its wait");
            perform(press, actions, next);
        });
        if (waits) {
            state.ledger.waits(press);
        } else {
            cycle.note(new Refused("More than " + Timers.MOST + " actions are waiting already"));
        }
    }

    /** One action, being done. What it does is in its method; what an endless knob turns is done as many times as it was turned. */
    private final class Doing implements Action.Visitor<Void> {
        private final Press press;
        private final ActionPlan plan;
        private final int steps;

        Doing(Press press, ActionPlan plan, int steps) {
            this.press = press;
            this.plan = plan;
            this.steps = steps;
        }

        @Override
        public Void choose(Choose action) {
            if (press.control != null) {
                ActionRunner.this.choose(press, plan, action);
            }
            return null;
        }

        @Override
        public Void forEach(ForEach action) {
            return null; // it was done for each place by itself
        }

        @Override
        public Void goToSong(GoToSong action) {
            if (plan.selector() != null) {
                Selector songs = plan.selector().state().selector; // the set list as it is now
                SelectorPlan now = new SelectorPlan(plan.selector().state(), songs);
                int to = action.song().isEmpty()
                        ? songs.onward(plan.selector().state().at, action.by() * steps)
                        : songs.number(action.song());
                if (to > 0) {
                    pages.turnTo(now, to);
                }
            }
            return null;
        }

        @Override
        public Void hold(Hold action) {
            ActionRunner.this.hold(press, plan, action);
            return null;
        }

        @Override
        public Void moveFocus(MoveFocus action) {
            if (plan.focus() != null) {
                foci.move(plan.focus(), action, steps);
            }
            return null;
        }

        @Override
        public Void nextLayer(NextLayer action) {
            layers.goOn(plan.layers(), action.by() * steps);
            return null;
        }

        @Override
        public Void nudge(Nudge action) {
            ActionRunner.this.nudge(plan.parameter(), action.by() * steps, action.around());
            return null;
        }

        @Override
        public Void openPage(OpenPage action) {
            if (plan.selector() != null) {
                pages.turn(plan, action, action.by() * steps);
            }
            return null;
        }

        @Override
        public Void pickPlace(PickPlace action) {
            if (plan.focus() != null) {
                foci.pick(
                        plan.focus(),
                        action.place(),
                        switch (action.way()) {
                            case TURN -> !plan.focus().picked.contains(action.place());
                            case ON -> true;
                            case OFF -> false;
                        });
            }
            return null;
        }

        @Override
        public Void pinFocus(PinFocus action) {
            if (plan.focus() != null) {
                boolean on = action.way() == PinFocus.Way.TURN ? !plan.focus().pinned : action.way() == PinFocus.Way.ON;
                foci.pin(plan.focus(), on);
            }
            return null;
        }

        @Override
        public Void ramp(Ramp action) {
            double to = position(plan, action.value());
            if (!Double.isNaN(to) && isThere(plan.parameter())) {
                ramps.begin(press.plan.state(), plan.parameter(), to, action, tempo.nanos(action.span()));
            }
            return null;
        }

        @Override
        public Void recall(Recall action) {
            presets.recall(plan, action.preset().isEmpty() ? action.by() * steps : 0);
            return null;
        }

        @Override
        public Void reset(Reset action) {
            Parameter parameter = plan.parameter().parameter;
            set(plan.parameter(), parameter.position(parameter.standard()));
            return null;
        }

        @Override
        public Void resetMoved(ResetMoved action) {
            payments.owe(press, new Debt.Reset());
            return null;
        }

        @Override
        public Void holdNotes(HoldNotes action) {
            if (plan.device().present) {
                payments.keep(plan.device(), action.mask());
            } else {
                cycle.note(new Refused("What it keeps sounding is not there"));
            }
            return null;
        }

        @Override
        public Void playNotes(PlayNotes action) {
            int key = press.place();
            int note = action.first() + key;
            if (key < 0 || note > PlayNotes.HIGHEST) {
                cycle.note(new Refused("No key was struck that has a note of its own"));
            } else {
                int velocity = (int) Math.max(1, Math.round(press.strength * 127));
                payments.say(press, plan.device(), new MidiMessage.NoteOn(action.channel(), note, velocity), "note");
            }
            return null;
        }

        @Override
        public Void runClock(RunClock action) {
            clockOut.run(action.way());
            return null;
        }

        @Override
        public Void sayMessage(SayMessage action) {
            try {
                payments.say(press, plan.device(), plan.saying().message(press.strength, press.heard), "message");
            } catch (Mistake unknown) {
                cycle.note(new Refused("The message was not said: " + unknown.getMessage()));
            }
            return null;
        }

        @Override
        public Void send(Send action) {
            payments.say(press, plan.device(), action.message(), "message");
            return null;
        }

        @Override
        public Void setOfPage(SetOfPage action) {
            return null; // its parameters follow the control
        }

        @Override
        public Void setParameter(SetParameter action) {
            return null; // it follows the control
        }

        @Override
        public Void setTo(SetTo action) {
            set(plan.parameter(), position(plan, action.value()));
            return null;
        }

        @Override
        public Void stopAll(StopAll action) {
            stopAll.run();
            return null;
        }

        @Override
        public Void switchLayer(SwitchLayer action) {
            ActionRunner.this.switchLayer(press, plan.layers()[0], action.way());
            return null;
        }

        @Override
        public Void tap(Tap action) {
            ActionRunner.this.tap(plan);
            return null;
        }

        @Override
        public Void toggle(Toggle action) {
            Parameter parameter = plan.parameter().parameter;
            boolean isOn = action.isLit(parameter, Parameters.known(plan.parameter()));
            set(plan.parameter(), parameter.position(isOn ? action.off() : action.on()));
            return null;
        }

        @Override
        public Void typeKeys(TypeKeys action) {
            if (plan.device().present) {
                payments.say(
                        press,
                        plan.device(),
                        action.typing(press.plan.mapping().id(), press.cause, press.strength, press.heard::value),
                        "keys");
            } else {
                cycle.note(new Refused("What it types on is not there"));
            }
            return null;
        }

        @Override
        public Void wait(Wait action) {
            return null; // who goes through the actions waits
        }
    }

    private void switchLayer(Press press, State.OfLayer layer, SwitchLayer.Way way) {
        switch (way) {
            case HELD -> payments.owe(press, layers.hold(layer));
            case TURN -> layers.latch(layer, !layers.isLatched(layer));
            case ON -> layers.latch(layer, true);
            case OFF -> layers.latch(layer, false);
            case ONCE -> layers.next(layer);
        }
    }

    private void hold(Press press, ActionPlan plan, Hold hold) {
        State.OfParameter parameter = plan.parameter();
        double position = position(plan, hold.value());
        if (Double.isNaN(position) || !isThere(parameter)) {
            return;
        }
        boolean isComing = parameter.awaited && Double.isNaN(parameter.position);
        Debt.Return debt = new Debt.Return(
                parameter, isComing ? Double.NaN : parameter.parameter.real(Parameters.known(parameter)));
        parameter.holders.add(debt);
        payments.owe(press, debt);
        set(parameter, position);
    }

    /** Presses that follow one another make a time; the newest stands first in the memory. */
    private void tap(ActionPlan plan) {
        double[] memory = plan.state().memory;
        boolean goesOn = cycle.now - memory[0] <= Tap.PAUSE_SECONDS * 1e9;
        System.arraycopy(memory, 0, memory, 1, Tap.PRESSES - 1);
        memory[0] = cycle.now;
        if (!goesOn) {
            Arrays.fill(memory, 1, Tap.PRESSES, Double.NaN);
            return;
        }
        int oldest = 1;
        while (oldest + 1 < Tap.PRESSES && !Double.isNaN(memory[oldest + 1])) {
            oldest++;
        }
        double seconds = (cycle.now - memory[oldest]) / 1e9 / oldest;
        Parameter parameter = plan.parameter().parameter;
        if (seconds > 0) {
            set(
                    plan.parameter(),
                    parameter.position(Tap.real(seconds, parameter.range().unit())));
        }
    }

    private void choose(Press press, ActionPlan plan, Choose choose) {
        double[] memory = plan.state().memory;
        int index = press.plan.mapping().when().triggers().indexOf(press.control.ref);
        Parameter parameter = plan.parameter().parameter;
        double wanted = parameter.position(choose.choices(parameter).get(Math.max(0, index)));
        boolean again = memory[0] == index && Math.abs(Parameters.known(plan.parameter()) - wanted) < Position.SAME;
        if (again && choose.stop() != null) {
            memory[0] = Double.NaN;
            set(plan.parameter(), parameter.position(choose.stop()));
        } else {
            memory[0] = index;
            set(plan.parameter(), wanted);
        }
    }

    private static double position(ActionPlan plan, Value value) {
        Parameter parameter = plan.parameter().parameter;
        if (value instanceof Value.Fixed fixed) {
            return parameter.position(fixed.real());
        }
        State.OfParameter other = plan.other().now;
        return other == null || Double.isNaN(other.position)
                ? Double.NaN
                : parameter.position(other.parameter.real(other.position));
    }

    private void nudge(State.OfParameter of, double by, boolean around) {
        Parameter parameter = of.parameter;
        double low = parameter.range().low();
        double high = parameter.range().high();
        double next = parameter.real(Parameters.known(of)) + by;
        if (around && (next < low - 1e-9 || next > high + 1e-9)) {
            // what has steps has one more place to be than its width
            double width = high - low + parameter.step();
            next = low + ((next - low) % width + width) % width;
        }
        set(of, parameter.position(next));
    }

    private boolean isThere(State.OfParameter parameter) {
        if (!parameter.device.present) {
            cycle.note(new Refused(parameter.device.plan.device().name() + " is not there"));
        }
        return parameter.device.present;
    }

    private void set(State.OfParameter parameter, double position) {
        if (!Double.isNaN(position) && isThere(parameter)) {
            parameters.set(parameter, position);
        }
    }

    private void note(Press press, Considered.Verdict verdict, double position, String why) {
        if (cycle.traced()) {
            List<Double> values = Double.isNaN(position) ? List.of() : List.of(position);
            cycle.note(new Considered(press.plan.state().id, press.branch.firstAction(), verdict, values, why));
        }
    }
}
