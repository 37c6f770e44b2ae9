package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.function.Consumer;
import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Lamp;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.mapping.Show;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.signal.Encoding;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/**
 * Carries events through the plan. Everything it does follows from the plan, its state and the events with their times:
 * the same stream gives the same output. One thread calls it; see {@link EngineThread}.
 */
public final class Engine {

    /** Lights are told something new at most this often; the last value always goes out. */
    public static final long ANSWER_NANOS = 10_000_000;

    /** For this long after Orchard set a parameter, a differing value from its device may be an answer that came late. */
    public static final long SETTLE_NANOS = 40_000_000;

    private static final long KEEP_ALIVE_NANOS = Profile.KEEP_ALIVE_SECONDS * 1_000_000_000L;
    private static final double SAME = 1e-4;
    private static final long NEVER = Long.MAX_VALUE;

    private final State state = new State();
    private final Outlet outlet;
    private final Consumer<Trace> traces;
    private Plan plan;
    private List<Step> steps;
    private long traceNumber;
    private long now;
    private long answersDue = NEVER;
    private long lastAnswers = Long.MIN_VALUE / 2;
    private long keepAliveDue = NEVER;

    /**
     * @param outlet takes what is sent, on the thread that calls {@link #handle}
     * @param traces takes a trace of every event, on the same thread; null for none, which is faster
     */
    public Engine(Plan plan, Outlet outlet, Consumer<Trace> traces) {
        this.outlet = outlet;
        this.traces = traces;
        this.plan = plan;
        state.fit(plan);
        for (DevicePlan device : plan.devices()) {
            if (device.device().seat().wire() == Seat.Wire.TOUCH) {
                state.present[device.slot()] = true;
            }
        }
    }

    /** When something that waits is due, on the clock of the events; {@link Long#MAX_VALUE} if nothing waits. */
    public long nextDue() {
        long due = Math.min(answersDue, keepAliveDue);
        for (ParameterPlan parameter : state.doubtful) {
            due = Math.min(due, settles(parameter));
        }
        return due;
    }

    /** Deals with one event, after everything that was due before it. */
    public void handle(Event event) {
        advance(event.nanos());
        now = event.nanos();
        if (keepAliveDue == NEVER) {
            keepAliveDue = now;
        }
        begin();
        try {
            dispatch(event);
        } catch (RuntimeException e) {
            note(new Step.Refused("Orchard could not deal with this: " + e));
        }
        answersIfDue();
        end(event);
    }

    /** Does what is due up to a moment, in the order in which it is due. */
    public void advance(long nanos) {
        for (long due = nextDue(); due <= nanos; due = nextDue()) {
            now = Math.max(now, due);
            begin();
            if (due == keepAliveDue) {
                keepAliveDue = due + KEEP_ALIVE_NANOS;
                plan.devices()
                        .forEach(d -> say(d, "keep-alive", d.device().profile().keepAlive()));
            } else if (due == answersDue) {
                answersDue = now;
                answersIfDue();
            } else {
                settle();
                answersIfDue();
            }
            if (steps != null && !steps.isEmpty()) {
                end(new Event.Passed(now));
            }
        }
    }

    private void dispatch(Event event) {
        if (event instanceof Event.Arrived arrived) {
            arrived(arrived);
        } else if (event instanceof Event.Touched touched) {
            DevicePlan device = plan.devices.get(touched.device());
            ParameterPlan parameter =
                    device == null ? null : device.parametersById().get(touched.parameter());
            if (parameter == null || !parameter.parameter().settable()) {
                note(new Step.Refused("There is no such parameter to set: " + touched.parameter()));
            } else if (!state.present[device.slot()]) {
                note(new Step.Refused(device.device().name() + " is not there"));
            } else if (Double.isFinite(touched.position())) {
                set(parameter, cut(touched.position()));
            }
        } else if (event instanceof Event.Replanned replanned) {
            replan(replanned.plan());
        } else if (event instanceof Event.Presence presence) {
            presence(presence);
        } else if (event instanceof Event.Panic) {
            panic();
        }
    }

    private void arrived(Event.Arrived arrived) {
        Message message = arrived.message();
        DevicePlan device = plan.devices.get(arrived.device());
        if (message instanceof Malformed bad) {
            note(new Step.Refused(bad.reason()));
            return;
        }
        if (device == null) {
            note(new Step.NobodyListens());
            return;
        }
        ControlPlan[] controls = device.controls(message);
        for (ControlPlan control : controls) {
            moved(control, message);
        }
        ParameterPlan parameter = device.parameter(message);
        if (parameter != null) {
            told(parameter, message);
        }
        Group group = device.named(message);
        if (group != null && message instanceof OscMessage osc && !osc.text(0).isBlank()) {
            note(new Step.GroupNamed(device.device().id(), group.id(), shorten(osc.text(0))));
        }
        if (controls.length == 0 && parameter == null && group == null) {
            note(new Step.NobodyListens());
        }
    }

    private void moved(ControlPlan control, Message message) {
        double number = control.dimension().pattern().number(message);
        if (!Double.isFinite(number)) {
            note(new Step.Refused(control.control().name() + " needs a number here, and " + message.words()
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

    private void movedTo(ControlPlan control, double number) {
        double low = control.dimension().pattern().low();
        double high = control.dimension().pattern().high();
        double position = cut((number - low) / (high - low));
        int slot = control.slot();
        boolean wasDown = state.pressTaken[slot] != null;
        MappingPlan[] takers = wasDown ? state.pressTaken[slot] : control.mappings();
        if (control.control().kind().pressed()) {
            state.pressTaken[slot] = position == 0 ? null : takers;
        }
        state.controlPosition[slot] = position;
        for (LightPlan ring : control.rings()) {
            state.shown[ring.slot()] = ring.lamp().message(position, "");
        }
        noteMoved(control, position, number);
        for (MappingPlan mapping : takers) {
            run(mapping, position, Double.NaN);
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
        double before = state.controlPosition[slot];
        state.controlPosition[slot] = cut((Double.isNaN(before) ? 0 : before) + steps);
        noteMoved(control, state.controlPosition[slot], number);
        for (MappingPlan mapping : control.mappings()) {
            if (steps != 0 || mapping.fault() != null) {
                run(mapping, Double.NaN, steps);
            } else {
                note(new Step.Considered(
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
        int place = steps == null ? 0 : steps.size();
        String why;
        Step.Verdict verdict = Step.Verdict.HELD_BACK;
        if (!state.present[device.slot()]) {
            why = "heard, but " + device.device().name() + " is not there";
        } else if (set(parameter, shaped)) {
            verdict = Step.Verdict.ACTED;
            why = "";
        } else {
            why = steps == null ? "" : "already at " + text(parameter.slot(), parameter.parameter());
        }
        if (steps != null) {
            steps.add(
                    place,
                    new Step.Considered(
                            mapping.mapping().id(), verdict, target.shape().values(position), why));
        }
    }

    private double stepped(MappingPlan mapping, Target target, double steps) {
        Parameter parameter = target.parameter().parameter();
        double current = state.parameterPosition[target.parameter().slot()];
        double known = Double.isNaN(current) ? parameter.position(parameter.standard()) : current;
        double virtual = state.virtualPosition[mapping.slot()];
        boolean inStep = !Double.isNaN(virtual)
                && Math.abs(settled(parameter, target.shape().forward(virtual)) - known) < SAME;
        double next = cut((inStep ? virtual : target.shape().backward(known)) + steps);
        state.virtualPosition[mapping.slot()] = next;
        return next;
    }

    /** Sets a parameter; false if it stands there already, by its device's own word. */
    private boolean set(ParameterPlan plan, double position) {
        Parameter parameter = plan.parameter();
        double settled = settled(parameter, position);
        int slot = plan.slot();
        boolean stands = Math.abs(state.parameterPosition[slot] - settled) < SAME / 10;
        if (stands && state.confirmed[slot]) {
            return false;
        }
        Message message = parameter.binding().message(parameter.real(settled), parameter.range());
        state.parameterPosition[slot] = settled;
        state.parameterText[slot] = null;
        state.sentPosition[slot] = settled;
        state.sentNanos[slot] = now;
        state.confirmed[slot] = false;
        outlet.send(plan.ref().device(), message);
        if (steps != null) {
            steps.add(new Step.ParameterSet(plan.ref(), settled, message));
        }
        answer(plan);
        return true;
    }

    private static double settled(Parameter parameter, double position) {
        return parameter.position(parameter.real(position));
    }

    private void told(ParameterPlan plan, Message message) {
        Parameter parameter = plan.parameter();
        double real = parameter.binding().real(message, parameter.range());
        if (!Double.isFinite(real)) {
            note(new Step.Refused(
                    parameter.name() + " needs a number here, and " + message.words() + " has none that can be used"));
            return;
        }
        String own = shorten(parameter.binding().text(message));
        double position = parameter.position(real);
        String text = own.isBlank() ? parameter.textOfReal(parameter.range().clamp(real)) : own;
        int slot = plan.slot();
        boolean sending = !Double.isNaN(state.sentPosition[slot]) && now - state.sentNanos[slot] < SETTLE_NANOS;
        boolean differs = Math.abs(position - state.sentPosition[slot]) >= SAME;
        boolean moved = Math.abs(position - state.parameterPosition[slot]) >= SAME;
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
        if (steps != null) {
            steps.add(new Step.ParameterTold(plan.ref(), position, text, sending, moved));
        }
    }

    private long settles(ParameterPlan parameter) {
        return state.sentNanos[parameter.slot()] + SETTLE_NANOS;
    }

    /** Takes over what devices told while Orchard was sending to them, where it still stands. */
    private void settle() {
        for (Iterator<ParameterPlan> each = state.doubtful.iterator(); each.hasNext(); ) {
            ParameterPlan parameter = each.next();
            if (settles(parameter) > now) {
                continue;
            }
            each.remove();
            int slot = parameter.slot();
            double position = state.doubtfulPosition[slot];
            state.doubtfulPosition[slot] = Double.NaN;
            if (Math.abs(position - state.parameterPosition[slot]) >= SAME) {
                take(parameter, position, state.doubtfulText[slot]);
                note(new Step.ParameterTold(parameter.ref(), position, state.doubtfulText[slot], false, true));
            }
        }
    }

    private void take(ParameterPlan plan, double position, String text) {
        state.parameterPosition[plan.slot()] = position;
        state.parameterText[plan.slot()] = text;
        state.confirmed[plan.slot()] = true;
        answer(plan);
    }

    /** The value in words: the device's own where it told them. */
    private String text(int slot, Parameter parameter) {
        if (state.parameterText[slot] == null) {
            state.parameterText[slot] = parameter.text(state.parameterPosition[slot]);
        }
        return state.parameterText[slot];
    }

    private void answer(ParameterPlan parameter) {
        for (AnswerPlan answer : parameter.answers()) {
            state.wanted[answer.light().slot()] = answer;
            markDirty(answer.light());
        }
    }

    private Message message(AnswerPlan answer) {
        double position = state.parameterPosition[answer.parameter()];
        double value = answer.rule() == Show.Rule.ON_OFF
                ? position >= 0.5 ? 1 : 0
                : cut(answer.shape().backward(position));
        return answer.light().lamp().message(value, text(answer.parameter(), answer.told()));
    }

    private void markDirty(LightPlan light) {
        if (!state.dirty[light.slot()]) {
            state.dirty[light.slot()] = true;
            state.dirtyLights.add(light);
        }
    }

    private void answersIfDue() {
        if (state.dirtyLights.isEmpty()) {
            answersDue = NEVER;
            return;
        }
        if (now - lastAnswers < ANSWER_NANOS) {
            answersDue = lastAnswers + ANSWER_NANOS;
            return;
        }
        lastAnswers = now;
        answersDue = NEVER;
        for (LightPlan light; (light = state.dirtyLights.poll()) != null; ) {
            int slot = light.slot();
            state.dirty[slot] = false;
            AnswerPlan answer = state.wanted[slot];
            if (answer != null && state.present[light.deviceSlot()]) {
                show(light, message(answer), text(answer.parameter(), answer.told()));
            }
        }
    }

    private void show(LightPlan light, Message message, String text) {
        if (!message.equals(state.shown[light.slot()])) {
            state.shown[light.slot()] = message;
            outlet.send(light.ref().device(), message);
            note(new Step.LightShown(light.ref(), text, message));
        }
    }

    private void replan(Plan next) {
        Plan before = plan;
        plan = next;
        state.fit(next);
        state.dirtyLights.clear();
        Arrays.fill(state.dirty, false);
        Arrays.fill(state.wanted, null);
        Arrays.fill(state.faultTold, false);
        for (DevicePlan device : next.devices()) {
            if (device.device().seat().wire() == Seat.Wire.TOUCH) {
                state.present[device.slot()] = true;
            }
            for (ParameterPlan parameter : device.parametersById().values()) {
                if (!Double.isNaN(state.parameterPosition[parameter.slot()])) {
                    answer(parameter);
                }
            }
        }
        next.devices().forEach(this::darken);
        next.devices().stream()
                .filter(device -> !before.devices.containsKey(device.device().id()))
                .forEach(device ->
                        say(device, "keep-alive", device.device().profile().keepAlive()));
    }

    /** Lamps and displays that answer nothing any more go dark; rings stay where the hand left them. */
    private void darken(DevicePlan device) {
        for (LightPlan light : device.lights()) {
            boolean canBeDark = light.lamp() instanceof Lamp.Led || light.lamp() instanceof Lamp.Text;
            if (canBeDark && state.wanted[light.slot()] == null && state.shown[light.slot()] != null) {
                show(light, light.lamp().message(0, ""), "");
                state.shown[light.slot()] = null;
            }
        }
    }

    private void presence(Event.Presence presence) {
        DevicePlan device = plan.devices.get(presence.device());
        if (device == null) {
            return;
        }
        boolean before = state.present[device.slot()];
        state.present[device.slot()] = presence.present();
        for (ParameterPlan parameter : device.parametersById().values()) {
            state.confirmed[parameter.slot()] = false;
        }
        if (before != presence.present()) {
            note(new Step.PresenceChanged(presence.device(), presence.present()));
        }
        if (presence.present()) {
            say(device, "greeting", device.device().profile().greeting());
            for (LightPlan light : device.lights()) {
                state.shown[light.slot()] = null;
                markDirty(light);
            }
        }
    }

    private void panic() {
        Arrays.fill(state.pressTaken, null);
        for (DevicePlan device : plan.devices()) {
            if (!state.present[device.slot()]) {
                continue;
            }
            say(device, "panic", device.device().profile().panic());
            boolean sounds = device.device().seat().wire() == Seat.Wire.MIDI
                    && !device.device().profile().parameters().isEmpty();
            for (int channel = 1; sounds && channel <= 16; channel++) {
                say(
                        device,
                        "panic",
                        List.of(
                                new MidiMessage.ControlChange(channel, 120, 0),
                                new MidiMessage.ControlChange(channel, 123, 0)));
            }
        }
    }

    private void say(DevicePlan device, String why, List<Message> messages) {
        for (Message message : messages) {
            outlet.send(device.device().id(), message);
            note(new Step.Said(device.device().id(), why, message));
        }
    }

    private void tellFault(MappingPlan mapping, String fault) {
        if (!state.faultTold[mapping.slot()]) {
            state.faultTold[mapping.slot()] = true;
            note(new Step.Considered(mapping.mapping().id(), Step.Verdict.FAULTY, List.of(), fault));
        }
    }

    private void noteMoved(ControlPlan control, double position, double number) {
        if (steps != null) {
            steps.add(new Step.ControlMoved(control.ref(), position, number));
        }
    }

    private void begin() {
        steps = traces == null ? null : new ArrayList<>(4);
    }

    private void note(Step step) {
        if (steps != null) {
            steps.add(step);
        }
    }

    private void end(Event event) {
        if (traces != null) {
            traces.accept(new Trace(++traceNumber, event, plan.rig(), List.copyOf(steps)));
        }
    }

    private static String shorten(String text) {
        return text.length() > 64 ? text.substring(0, 64) : text;
    }

    private static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }
}
