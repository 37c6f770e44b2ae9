package orchard.engine;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.GroupPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.gear.Profile;
import orchard.gear.Reception;
import orchard.parameter.Group;
import orchard.signal.Identity;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.OscAddress;
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

    /** A motor fader without touch sense that moves within this time after it was told to is moved by its motor. */
    public static final long MOTOR_NANOS = 150_000_000;

    private static final long KEEP_ALIVE_NANOS = Profile.KEEP_ALIVE_SECONDS * 1_000_000_000L;
    private static final long LONG_SLEEP_NANOS = 60_000_000_000L;
    private static final long GREET_AGAIN_NANOS = 1_000_000_000L;
    private static final int MOST_DATED = 4096;
    private static final long NEVER = Long.MAX_VALUE;

    private final State state = new State();
    private final Turn turn;
    private final Answers answers;
    private final Parameters parameters;
    private final Timers timers = new Timers();
    private final Actions actions;
    private final Mappings mappings;
    private final Controls controls;
    private final Consumer<Trace> traces;
    private Plan plan;
    private long traceNumber;
    private long keepAliveDue = NEVER;
    private boolean begun;

    /**
     * @param outlet takes what is sent, on the thread that calls {@link #handle}
     * @param traces takes a trace of every event, on the same thread; null for none, which is faster
     */
    public Engine(Plan plan, Outlet outlet, Consumer<Trace> traces) {
        this.turn = new Turn(outlet, traces != null);
        this.answers = new Answers(state, turn);
        this.parameters = new Parameters(state, turn, answers);
        this.actions = new Actions(state, turn, parameters, timers, this::panic, this::turnTo);
        this.mappings = new Mappings(state, turn, parameters, actions, timers);
        this.controls = new Controls(state, turn, mappings, answers);
        this.traces = traces;
        this.plan = plan;
        state.fit(plan);
        for (DevicePlan device : plan.devices()) {
            if (device.device().seat().wire().inside()) {
                state.present[device.slot()] = true;
            }
        }
    }

    /** When something that waits is due, on the clock of the events; {@link Long#MAX_VALUE} if nothing waits. */
    public long nextDue() {
        long due = Math.min(Math.min(answers.due(), keepAliveDue), parameters.due());
        due = Math.min(due, Math.min(timers.due(), mappings.due()));
        return state.dated.isEmpty() ? due : Math.min(due, state.dated.peek().due());
    }

    /** Deals with one event, after everything that was due before it. */
    public void handle(Event event) {
        advance(event.nanos());
        turn.now = event.nanos();
        if (keepAliveDue == NEVER) {
            keepAliveDue = turn.now;
        }
        handleNow(event);
    }

    private void handleNow(Event event) {
        turn.begin();
        try {
            if (!begun) {
                begun = true;
                parameters.begin(plan.kept);
            }
            dispatch(event);
        } catch (RuntimeException e) {
            turn.note(new Step.Refused("Orchard could not deal with this: " + e));
        }
        answers.flush();
        end(event);
    }

    /** Does what is due up to a moment, in the order in which it is due. */
    public void advance(long nanos) {
        for (long due = nextDue(); due <= nanos; due = nextDue()) {
            turn.now = Math.max(turn.now, due);
            turn.begin();
            if (!state.dated.isEmpty() && state.dated.peek().due() == due) {
                Event.Dated dated = state.dated.poll().event();
                handleNow(new Event.Arrived(turn.now, dated.device(), dated.message()));
                continue;
            }
            if (due == keepAliveDue) {
                // after a long sleep once is enough
                keepAliveDue = (nanos - due > LONG_SLEEP_NANOS ? nanos : due) + KEEP_ALIVE_NANOS;
                plan.devices()
                        .forEach(d -> say(d, "keep-alive", d.device().profile().keepAlive()));
            } else if (timers.due() <= due) {
                timers.run();
                answers.flush();
            } else if (mappings.due() <= due) {
                mappings.tick();
                answers.flush();
            } else {
                parameters.settle();
                answers.flush();
            }
            if (!turn.steps().isEmpty()) {
                end(new Event.Passed(turn.now));
            }
        }
    }

    private void dispatch(Event event) {
        if (event instanceof Event.Arrived arrived) {
            arrived(arrived);
        } else if (event instanceof Event.Dated dated) {
            dated(dated);
        } else if (event instanceof Event.Touched touched) {
            DevicePlan device = plan.devices.get(touched.device());
            ParameterPlan parameter =
                    device == null ? null : device.parametersById().get(touched.parameter());
            if (parameter == null || !parameter.parameter().settable()) {
                turn.note(new Step.Refused("There is no such parameter to set: " + touched.parameter()));
            } else if (!state.present[device.slot()]) {
                turn.note(new Step.Refused(device.device().name() + " is not there"));
            } else if (Double.isFinite(touched.position())) {
                parameters.set(parameter, Position.cut(touched.position()));
            }
        } else if (event instanceof Event.Typed typed) {
            turn.send(typed.device(), typed.message());
            turn.note(new Step.Said(typed.device(), typed.why(), typed.message()));
        } else if (event instanceof Event.Opened opened) {
            DevicePlan device = plan.devices.get(opened.device());
            GroupPlan pages = device == null ? null : device.pages();
            int page = pages == null ? 0 : pages.group().keys().indexOf(opened.page()) + 1;
            if (page > 0) {
                turnTo(pages, page);
            } else {
                turn.note(new Step.Refused("There is no such page any more"));
            }
        } else if (event instanceof Event.Recalled recalled) {
            PresetPlan preset = plan.presets.get(recalled.preset());
            if (preset == null) {
                turn.note(new Step.Refused("There is no such preset any more"));
            } else {
                actions.recall(preset);
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
            turn.note(new Step.Refused(bad.reason()));
            return;
        }
        if (device == null) {
            turn.note(new Step.NobodyListens());
            return;
        }
        Optional<String> refusal = device.device().seat().reception().refusal(message);
        if (refusal.isPresent()) {
            turn.note(new Step.Filtered("The input of " + device.device().name() + " " + refusal.get()));
            return;
        }
        if (device.memory() != null
                && message instanceof MidiMessage.SysEx sysEx
                && device.memory().speaks(sysEx)) {
            turn.note(new Step.OfMemory());
            return;
        }
        boolean heard = hear(device, message);
        if (device.joins() && message instanceof MidiMessage.ControlChange half) {
            MidiJoiner joiner = state.joiner(device.slot());
            heard |= hearJoined(device, joiner.fine(half));
            heard |= hearJoined(device, joiner.numbered(half));
        }
        if (!heard && message instanceof OscMessage osc && OscAddress.isPattern(osc.address())) {
            for (String address : device.matching(OscAddress.of(osc.address()))) {
                OscMessage matched = new OscMessage(address, osc.arguments());
                turn.note(new Step.Matched(matched));
                heard |= hear(device, matched);
            }
        }
        if (!heard) {
            turn.note(new Step.NobodyListens());
            if (message instanceof MidiMessage.SysEx && Identity.of(message).isEmpty()) {
                greetAgain(device);
            }
        }
    }

    /** A device that has to be told to speak plainly and still speaks its own language slept, or never heard it. */
    private void greetAgain(DevicePlan device) {
        boolean lately = turn.now - state.greetedNanos[device.slot()] < GREET_AGAIN_NANOS;
        if (!device.device().profile().greeting().isEmpty() && state.present[device.slot()] && !lately) {
            greet(device);
        }
    }

    private void greet(DevicePlan device) {
        state.greetedNanos[device.slot()] = turn.now;
        say(device, "greeting", device.device().profile().greeting());
        for (LightPlan light : device.lights()) {
            state.shown[light.slot()] = null;
            answers.markDirty(light);
        }
        if (device.device().seat().wire().midi()) {
            device.parametersById().values().forEach(parameters::sayAgain);
        }
    }

    private boolean hearJoined(DevicePlan device, MidiMessage joined) {
        if (joined == null || !device.knows(joined)) {
            return false;
        }
        turn.note(new Step.Joined(joined));
        return hear(device, joined);
    }

    private boolean hear(DevicePlan device, Message message) {
        ControlPlan[] heard = device.controls(message);
        int page = controls.pageMeant(heard);
        for (ControlPlan control : heard) {
            if (!control.needsPage() || control.page().number() == page) {
                controls.moved(control, message);
            }
            if (control.page() != null && !control.needsPage()) {
                open(device, control.page().group(), control.page().number()); // nothing else sends this
            }
            for (GroupPlan group : control.opens()) {
                if (controls.isDown(control)) {
                    open(device, group, group.group().opens(control.control().id(), state.openPage[group.slot()]));
                }
            }
        }
        ParameterPlan parameter = device.parameter(message);
        if (parameter != null) {
            parameters.told(parameter, message);
        }
        Group group = device.named(message);
        if (group != null && message instanceof OscMessage osc && !osc.text(0).isBlank()) {
            turn.note(new Step.GroupNamed(device.device().id(), group.id(), Position.shorten(osc.text(0))));
        }
        return heard.length > 0 || parameter != null || group != null;
    }

    /** A page is open now; 0 for none that is known. */
    private void open(DevicePlan device, GroupPlan group, int page) {
        if (page > 0 && state.openPage[group.slot()] != page) {
            state.openPage[group.slot()] = page;
            turn.note(new Step.PageOpened(device.device().id(), group.group().id(), page));
            answers.pageOpened(device, plan.devices());
        }
    }

    /** A page of parameters lies under its row of controls from now on. */
    private void turnTo(GroupPlan group, int page) {
        if (state.openPage[group.slot()] != page) {
            state.openPage[group.slot()] = page;
            turn.note(new Step.PageOpened(group.device(), group.group().id(), page));
            answers.pagesTurned(group.slot(), plan.devices());
        }
    }

    private void dated(Event.Dated dated) {
        if (dated.due() <= turn.now) {
            arrived(new Event.Arrived(dated.nanos(), dated.device(), dated.message()));
        } else if (state.dated.size() >= MOST_DATED) {
            turn.note(new Step.Refused("More than " + MOST_DATED + " messages wait for their time already"));
        } else {
            state.dated.add(new State.Dated(dated.due(), state.datedOrder++, dated));
            turn.note(new Step.Waits(dated.due() - turn.now));
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
            if (device.device().seat().wire().inside()) {
                state.present[device.slot()] = true;
            }
            DevicePlan old = before.devices.get(device.device().id());
            Reception reception = device.device().seat().reception();
            if (old != null && !old.device().seat().reception().equals(reception)) {
                device.everyControl(controls::letGo); // the release may be among what is not taken any more
            }
            for (ParameterPlan parameter : device.parametersById().values()) {
                if (!Double.isNaN(state.parameterPosition[parameter.slot()])) {
                    answers.answer(parameter);
                }
            }
        }
        parameters.begin(next.kept);
        Set<String> kept = new HashSet<>();
        next.rig().mappings().forEach(mapping -> kept.add(mapping.id()));
        actions.keep(kept);
        next.devices().forEach(answers::darken);
        next.devices().stream()
                .filter(device -> !before.devices.containsKey(device.device().id()))
                .forEach(device ->
                        say(device, "keep-alive", device.device().profile().keepAlive()));
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
            turn.note(new Step.PresenceChanged(presence.device(), presence.present()));
        }
        if (presence.present()) {
            greet(device);
        } else {
            device.everyControl(controls::letGo);
        }
    }

    private void panic() {
        Arrays.fill(state.pressTaken, null);
        Arrays.fill(state.pressed, false);
        state.dated.clear();
        timers.clear();
        mappings.stop();
        actions.silence();
        for (DevicePlan device : plan.devices()) {
            if (!state.present[device.slot()]) {
                continue;
            }
            say(device, "panic", device.device().profile().panic());
            boolean sounds = device.device().seat().wire().midi()
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

    /** Lets go of every note that sounds; to be called last. */
    public void letGo() {
        turn.begin();
        actions.silence();
    }

    private void say(DevicePlan device, String why, List<Message> messages) {
        for (Message message : messages) {
            turn.send(device.device().id(), message);
            turn.note(new Step.Said(device.device().id(), why, message));
        }
    }

    private void end(Event event) {
        if (traces != null) {
            traces.accept(new Trace(++traceNumber, event, plan.rig(), List.copyOf(turn.steps())));
        }
    }
}
