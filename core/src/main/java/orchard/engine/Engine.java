package orchard.engine;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.PageKey;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.outcome.Filtered;
import orchard.outcome.GroupNamed;
import orchard.outcome.Joined;
import orchard.outcome.KeysTyped;
import orchard.outcome.LoopFreed;
import orchard.outcome.Matched;
import orchard.outcome.NobodyListens;
import orchard.outcome.OfMemory;
import orchard.outcome.Outcome;
import orchard.outcome.Rechannelled;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.outcome.Waits;
import orchard.parameter.Group;
import orchard.rig.Settings;
import orchard.signal.Identity;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.OscAddress;
import orchard.signal.OscMessage;
import orchard.signal.TypingEnded;

/**
 * Carries events through the plan. Everything it does follows from the plan, its {@link State} and the events with their times:
 * the same stream gives the same output. One thread calls it; see {@link EngineThread}. No event, mapping, wire or listener can make it throw.
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
    private static final int MOST_DATED = 4096;
    private static final long NEVER = Long.MAX_VALUE;

    private final State state = new State();
    private final Cycle cycle;
    private final Fence fence;
    private final Lights lights;
    private final HeldNotes heldNotes;
    private final Parameters parameters;
    private final Dumps dumps;
    private final Layers layers;
    private final Silence silence;
    private final Foci foci;
    private final Triggers triggers;
    private final Ramps ramps;
    private final Ticks ticks;
    private final Payments payments;
    private final Pages pages;
    private final Presets presets;
    private final ActionRunner actions;
    private final Targets targets;
    private final Mappings mappings;
    private final Controls controls;
    private final Attendance attendance;
    private final Stops stops;
    private final Exchange exchange;
    private final Routes routes;
    private final ClockOut clockOut;
    private final Consumer<Trace> traces;
    private final Event.Visitor dispatch = new Dispatch();
    private volatile Plan plan;
    private long keepAliveDue = NEVER;
    private boolean begun;

    /**
     * @param outlet takes what is sent, on the thread that calls {@link #handle}
     * @param traces takes a trace of every event, on the same thread; null for none, which is faster
     */
    public Engine(Plan plan, Outlet outlet, Consumer<Trace> traces) {
        this.cycle = new Cycle(outlet, traces != null);
        this.fence = new Fence(cycle);
        Tempo tempo = new Tempo(state, cycle);
        this.lights = new Lights(state, cycle, tempo);
        this.parameters = new Parameters(state, cycle, lights, this::watched, this::chosen);
        this.dumps = new Dumps(state, cycle, parameters);
        this.heldNotes = new HeldNotes(state, parameters, lights);
        this.layers = new Layers(state, cycle, lights, this::retouched);
        this.payments = new Payments(state, cycle, fence, parameters, layers);
        this.pages = new Pages(state, cycle, lights, layers);
        this.presets = new Presets(cycle, parameters, pages, dumps);
        this.foci = new Foci(state, cycle, lights, parameters, this::retouched);
        this.ramps = new Ramps(state, cycle, parameters);
        this.ticks = new Ticks(state, cycle, parameters, tempo);
        this.clockOut = new ClockOut(state, cycle, tempo, lights);
        this.actions = new ActionRunner(
                state,
                cycle,
                fence,
                parameters,
                payments,
                pages,
                presets,
                layers,
                foci,
                ramps,
                tempo,
                clockOut,
                this::stopAll);
        this.targets = new Targets(state, cycle, fence, parameters);
        this.mappings = new Mappings(state, cycle, fence, targets, actions, payments);
        this.controls = new Controls(state, cycle, mappings, lights, layers);
        this.attendance = new Attendance(state, cycle, controls, parameters, lights, payments, dumps);
        this.stops = new Stops(state, cycle, targets, payments, attendance, layers, ramps);
        this.routes = new Routes(state, cycle, payments, parameters);
        this.exchange = new Exchange(state, cycle, fence, mappings, targets, controls, lights, payments, attendance);
        this.silence = new Silence(state, cycle);
        this.triggers = new Triggers(state, cycle, mappings, tempo);
        this.traces = traces;
        this.plan = plan;
        plan.takeEffect(null, lights::changed);
        state.tempo = plan.tempo();
        clockOut.replan(plan);
        state.changed = plan.changed();
        state.dark = plan.dark();
        foci.replanned(plan);
        layers.replanned(plan);
        insidersAreThere();
    }

    /** What a focus goes with stands elsewhere. */
    private void watched(State.OfParameter parameter) {
        foci.changed(parameter);
        triggers.changed(parameter);
    }

    /** Its device stands elsewhere with it. */
    private void chosen(State.OfParameter parameter) {
        dumps.chosen(parameter);
    }

    /** Another mapping may listen to a control on which a finger lies. */
    private void retouched(State.OfControl control) {
        controls.finger(control);
    }

    private void stopAll() {
        stops.panic(plan, "");
    }

    /** The plan in force; any thread may ask. */
    Plan plan() {
        return plan;
    }

    /** The mappings whose presses are not over, in the order in which these began. */
    List<Mapping> held() {
        return state.ledger.which(press -> press.plan != null && press.control != null).stream()
                .map(press -> press.plan.mapping())
                .toList();
    }

    /** The ids of the layers that are on, the lowest first. */
    List<String> layers() {
        return state.stack.stream().map(layer -> layer.id).toList();
    }

    /** Whether a layer is on for the next press. */
    boolean holdsForNext(String layer) {
        return state.holding.stream().anyMatch(held -> held.next && held.layer.id.equals(layer));
    }

    /** The addresses through a focus that do not mean what its place says they should. */
    List<String> addressesOf(String focus) {
        return plan.foci().stream()
                .filter(one -> one.state().id.equals(focus))
                .flatMap(one -> Foci.astray(one).stream())
                .toList();
    }

    /** Whether anything holds a layer on. */
    boolean holdsLayers() {
        return !state.holding.isEmpty();
    }

    /** Where a parameter stands as far as Orchard knows, 0..1; NaN if it does not. */
    double position(Ref.ToParameter ref) {
        DevicePlan device = plan.device(ref.device());
        ParameterPlan parameter =
                device == null ? null : device.parametersById().get(ref.parameter());
        return parameter == null ? Double.NaN : parameter.state().position;
    }

    /** Why a light shows what it shows; empty if there is no such light. Called on the engine's thread. */
    public Optional<LightReason> why(Ref.ToLight light) {
        return light(light).map(lights::why);
    }

    /** Shows something on a light for two seconds, whatever its rules say. Called on the engine's thread. */
    public void attempt(long nanos, Ref.ToLight light, Message message) {
        advance(nanos);
        cycle.now = Math.max(cycle.now, nanos);
        light(light).ifPresent(one -> lights.attempt(one, message));
    }

    private Optional<State.OfLight> light(Ref.ToLight light) {
        DevicePlan device = plan.device(light.device());
        return device == null
                ? Optional.empty()
                : device.lights().stream()
                        .map(Plan.LightPlan::state)
                        .filter(one -> one.ref.equals(light))
                        .findFirst();
    }

    private void insidersAreThere() {
        for (DevicePlan device : plan.devices()) {
            if (device.device().seat().wire().inside()) {
                device.state().present = true;
            }
        }
    }

    /** When something that waits is due, on the clock of the events; {@link Long#MAX_VALUE} if nothing waits. */
    public long nextDue() {
        long due = Math.min(Math.min(lights.due(), keepAliveDue), parameters.due());
        due = Math.min(due, Math.min(state.timers.due(), mappings.due()));
        due = Math.min(due, Math.min(attendance.due(), dumps.due()));
        due = Math.min(due, Math.min(Triggers.due(plan), ramps.due()));
        due = Math.min(due, Math.min(routes.due(), clockOut.due()));
        return state.dated.isEmpty() ? due : Math.min(due, state.dated.peek().due());
    }

    /** Deals with one event, after everything that was due before it. */
    public void handle(Event event) {
        advance(event.nanos());
        cycle.now = Math.max(cycle.now, event.nanos());
        if (keepAliveDue == NEVER) {
            keepAliveDue = cycle.now;
        }
        turn(event);
    }

    /** One turn: whatever happens in it, it comes to its end, and the next one can begin. */
    private void turn(Event event) {
        cycle.begin(0);
        try {
            dispatch(event);
        } catch (Throwable t) {
            fence.failed("This", t);
        }
        fence.around("What it set off", triggers::run);
        if (!state.notesMoved.isEmpty()) {
            fence.around(
                    "What is held", () -> heldNotes.tell(plan.rig().settings().noteNames()));
        }
        lights.flush();
        end(event);
    }

    /** A turn that time set off; it leaves no trace if nothing came of it. */
    private void passed(long cause, Runnable work) {
        cycle.begin(cause);
        fence.around("What was due", work);
        fence.around("What it set off", triggers::run);
        if (!state.notesMoved.isEmpty()) {
            fence.around(
                    "What is held", () -> heldNotes.tell(plan.rig().settings().noteNames()));
        }
        lights.flush();
        if (!cycle.outcomes().isEmpty()) {
            end(new Event.Passed(cycle.now));
        }
    }

    /** Does what is due up to a moment, in the order in which it is due. */
    public void advance(long nanos) {
        for (long due = nextDue(); due <= nanos; due = nextDue()) {
            cycle.now = Math.max(cycle.now, due);
            if (!state.dated.isEmpty() && state.dated.peek().due() == due) {
                Event.Dated dated = state.dated.poll().event();
                turn(new Event.Arrived(cycle.now, dated.device(), dated.message()));
            } else if (due == keepAliveDue) {
                // after a long sleep once is enough
                keepAliveDue = (nanos - due > LONG_SLEEP_NANOS ? nanos : due) + KEEP_ALIVE_NANOS;
                passed(
                        0,
                        () -> plan.devices()
                                .forEach(device -> attendance.say(
                                        device,
                                        "keep-alive",
                                        device.device().profile().keepAlive())));
            } else if (state.timers.due() <= due) {
                Timers.Timer timer = state.timers.next();
                passed(timer.press().cause, () -> run(timer));
            } else if (mappings.due() <= due) {
                mappings.tick(this::passed);
            } else if (ramps.due() <= due) {
                ramps.tick(this::passed);
            } else if (Triggers.due(plan) <= due) {
                passed(0, () -> triggers.tick(plan));
            } else if (clockOut.due() <= due) {
                passed(0, () -> clockOut.tick(nanos));
            } else if (routes.due() <= due) {
                passed(0, routes::tick);
            } else if (dumps.due() <= due) {
                passed(0, dumps::tick);
            } else if (attendance.due() <= due) {
                passed(0, attendance::settle);
            } else {
                passed(0, parameters::settle);
            }
        }
    }

    private void run(Timers.Timer timer) {
        Press press = timer.press();
        state.ledger.waited(press);
        if (press.plan == null || timer.kind() == Timers.Kind.DEBT) {
            timer.task().run();
        } else {
            fence.around(press.plan, timer.task());
        }
    }

    private void dispatch(Event event) {
        if (!begun && !(event instanceof Event.Resumed)) {
            beginToPlay();
        }
        event.accept(dispatch);
    }

    private void beginToPlay() {
        begun = true;
        parameters.begin(plan.kept());
        plan.devices().forEach(device -> state.notesMoved.add(device.state()));
        triggers.begin(plan);
    }

    /** What is done about each event. */
    private final class Dispatch implements Event.Visitor {

        @Override
        public void arrived(Event.Arrived event) {
            Engine.this.arrived(event.device(), event.message());
        }

        @Override
        public void overtaken(Event.Overtaken event) {
            cycle.overtaken = true;
            Engine.this.arrived(event.device(), event.message());
        }

        @Override
        public void dated(Event.Dated event) {
            Engine.this.dated(event);
        }

        @Override
        public void touched(Event.Touched event) {
            Engine.this.touched(event);
        }

        @Override
        public void silenced(Event.Silenced event) {
            silence.change(plan, event);
        }

        @Override
        public void songReached(Event.SongReached event) {
            int number = plan.songs().selector().number(event.song());
            if (number > 0) {
                pages.turnTo(plan.songs(), number);
            }
        }

        @Override
        public void typed(Event.Typed event) {
            Engine.this.typed(event);
        }

        @Override
        public void opened(Event.Opened event) {
            DevicePlan device = plan.device(event.device());
            SelectorPlan group = device == null ? null : device.pages();
            int page = group == null ? 0 : group.selector().number(event.page());
            if (page > 0) {
                pages.turnTo(group, page);
            } else {
                cycle.note(new Refused("There is no such page any more"));
            }
        }

        @Override
        public void focused(Event.Focused event) {
            foci.byHand(plan, event);
        }

        @Override
        public void picked(Event.Picked event) {
            foci.byHand(plan, event);
        }

        @Override
        public void played(Event.Played event) {
            DevicePlan device = plan.device(event.control().device());
            State.OfControl control = device == null ? null : device.control(event.control());
            if (control != null) {
                controls.played(control, event.position());
            }
        }

        @Override
        public void variableKept(Event.VariableKept event) {
            parameters.kept(plan.kept(), event);
        }

        @Override
        public void layered(Event.Layered event) {
            layers.byHand(event.layer(), event.on());
        }

        @Override
        public void resumed(Event.Resumed event) {
            event.stands().forEach(stands -> stands.accept(this));
            state.fired.clear();
            if (!begun) {
                beginToPlay();
            }
        }

        @Override
        public void recalled(Event.Recalled event) {
            PresetPlan preset = plan.preset(event.preset());
            if (preset == null) {
                cycle.note(new Refused("There is no such preset any more"));
            } else {
                presets.recall(preset);
            }
        }

        @Override
        public void replanned(Event.Replanned event) {
            routes.replan(plan, event.plan());
            List<SelectorPlan> moved = exchange.replan(plan, event.plan(), () -> plan = event.plan());
            state.tempo = event.plan().tempo();
            clockOut.replan(event.plan());
            darkened(event.plan());
            ramps.replanned(event.plan());
            foci.replanned(event.plan());
            layers.replanned(event.plan());
            silence.replanned(event.plan());
            triggers.replanned(event.plan(), begun);
            moved.forEach(pages::found);
            insidersAreThere();
            parameters.begin(plan.kept());
            plan.devices().stream()
                    .filter(device -> device.held() != null)
                    .forEach(device -> state.notesMoved.add(device.state()));
        }

        /** Something else makes lamps darker from now on: every one is looked at again. */
        private void darkened(Plan next) {
            if (!next.dark().equals(state.dark)) {
                state.dark = next.dark();
                next.devices().stream()
                        .flatMap(device -> device.lights().stream())
                        .filter(light -> light.kind().goesDark())
                        .forEach(light -> lights.changed(light.state()));
            }
        }

        @Override
        public void seated(Event.Seated event) {
            Engine.this.seated(event);
        }

        @Override
        public void presence(Event.Presence event) {
            device(event.device()).ifPresent(device -> {
                if (!event.present()) {
                    routes.gone(plan, device.state());
                }
                attendance.presence(device, event.present());
                if (event.present()) {
                    clockOut.came(device.state());
                }
            });
        }

        @Override
        public void doubted(Event.Doubted event) {
            device(event.device()).ifPresent(device -> attendance.doubt(device, event.why()));
        }

        @Override
        public void dropped(Event.Dropped event) {
            device(event.device())
                    .ifPresent(device -> device.everyControl(control -> {
                        if (event.control().isEmpty() || control.ref.control().equals(event.control())) {
                            controls.letGo(control);
                        }
                    }));
        }

        @Override
        public void freed(Event.Freed event) {
            free(event.mapping());
        }

        @Override
        public void panic(Event.Panic event) {
            if (event.device().isEmpty()) {
                clockOut.stop();
            }
            routes.letGo(
                    plan,
                    route -> event.device().isEmpty()
                            || route.from().id.equals(event.device())
                            || route.to().id.equals(event.device()));
            stops.panic(plan, event.device());
        }

        @Override
        public void passed(Event.Passed event) {
            // what was due then was done before
        }
    }

    private Optional<DevicePlan> device(String id) {
        return Optional.ofNullable(plan.device(id));
    }

    private void touched(Event.Touched touched) {
        DevicePlan device = plan.device(touched.device());
        ParameterPlan parameter =
                device == null ? null : device.parametersById().get(touched.parameter());
        if (parameter == null || !parameter.parameter().settable()) {
            cycle.note(new Refused("There is no such parameter to set: " + touched.parameter()));
        } else if (!device.state().present) {
            cycle.note(new Refused(device.device().name() + " is not there"));
        } else if (Double.isFinite(touched.position())) {
            parameters.set(parameter.state(), Position.cut(touched.position()));
        }
    }

    /** Notes that are typed are held by the hand that types, until it types their end. */
    private void typed(Event.Typed typed) {
        DevicePlan device = plan.device(typed.device());
        boolean isNote =
                typed.message() instanceof MidiMessage.NoteOn || typed.message() instanceof MidiMessage.NoteOff;
        if (isNote) {
            // a port nobody sits at can be typed to as well
            State.OfDevice to = device == null ? new State.OfDevice(typed.device()) : device.state();
            payments.say(Press.typed(cycle.number), to, typed.message(), typed.why());
        } else if (device == null || !parameters.chooses(device.state(), typed.message())) {
            cycle.send(typed.device(), typed.message());
            cycle.note(new Said(typed.device(), typed.why(), typed.message()));
        }
    }

    private void arrived(String from, Message message) {
        DevicePlan device = plan.device(from);
        if (message instanceof Malformed bad) {
            cycle.note(new Refused(bad.reason()));
            return;
        }
        if (message instanceof TypingEnded ended) {
            cycle.note(ended.whole() ? new KeysTyped(ended.outcome()) : new Refused(ended.outcome()));
            return;
        }
        if (device == null) {
            cycle.note(new NobodyListens());
            return;
        }
        Optional<String> refusal = device.device().seat().reception().refusal(message);
        if (refusal.isPresent()) {
            cycle.note(new Filtered("The input of " + device.device().name() + " " + refusal.get()));
            return;
        }
        cycle.acted = false;
        boolean isOfMemory = take(device, message);
        if (!isOfMemory && message instanceof MidiMessage midi) {
            routes.pass(device, midi, cycle.acted);
        }
    }

    /** What a device said does what it does here; true if it was about the device's own memory. */
    private boolean take(DevicePlan device, Message message) {
        heldNotes.heard(device.state(), message);
        if (device.memory() != null
                && message instanceof MidiMessage.SysEx sysEx
                && device.memory().speaks(sysEx)) {
            cycle.note(new OfMemory());
            return true;
        }
        if (device.clock() != null
                && message instanceof MidiMessage.SystemMessage system
                && system.status() == MidiMessage.SystemMessage.CLOCK) {
            ticks.tick(device.state(), device.clock());
            return false;
        }
        if (message instanceof MidiMessage.SystemMessage system && system.status() == MidiMessage.SystemMessage.START) {
            ticks.start(device.state());
        }
        boolean heard = device.dumps().length > 0
                && message instanceof MidiMessage.SysEx sysEx
                && dumps.heard(device, sysEx, oursWins());
        cycle.acted |= heard; // it was asked for here
        heard |= hear(device, message);
        heard |= triggers.heard(plan, device.state(), message);
        boolean joins = device.joins() || plan.forms().joins();
        if (joins && message instanceof MidiMessage.ControlChange half) {
            MidiJoiner joiner = device.state().joiner();
            heard |= hearJoined(device, joiner.fine(half));
            heard |= hearJoined(device, joiner.numbered(half));
        }
        if (!heard && message instanceof OscMessage osc && OscAddress.isPattern(osc.address())) {
            for (String address : device.matching(OscAddress.of(osc.address()))) {
                OscMessage matched = new OscMessage(address, osc.arguments());
                cycle.note(new Matched(matched));
                heard |= hear(device, matched);
            }
        }
        boolean isBeat = message instanceof MidiMessage.SystemMessage system && system.isRealTime();
        if (!heard && !isBeat) {
            cycle.note(new NobodyListens());
            if (message instanceof MidiMessage.SysEx && Identity.of(message).isEmpty()) {
                attendance.ownLanguage(device);
            }
        }
        return false;
    }

    private boolean hearJoined(DevicePlan device, MidiMessage joined) {
        if (joined == null) {
            return false;
        }
        boolean isForm = triggers.heard(plan, device.state(), joined);
        boolean isKnown = device.knows(joined);
        if (isForm || isKnown) {
            cycle.note(new Joined(joined));
        }
        return isKnown && hear(device, joined) || isForm;
    }

    /** What a device means that has channels standing for layers: what it says on one of these, its controls say on their own. */
    private Message meant(DevicePlan device, Message message) {
        if (!(message instanceof MidiMessage midi)) {
            return message;
        }
        boolean isSpare = midi.channel() > 0
                && (device.state().spares >> midi.channel() & 1) == 1
                && device.controls(midi).length == 0;
        MidiMessage own = isSpare ? device.onItsOwn(midi) : midi;
        State.OfControl[] heard = own == null ? Nothing.CONTROLS : device.controls(own);
        if (heard.length == 0) {
            return message;
        }
        if (isSpare) {
            cycle.note(new Rechannelled(own));
        }
        for (State.OfControl control : heard) {
            if (!Controls.isLetGo(control, own)) {
                layers.speaks(device.state(), isSpare ? midi.channel() : 0);
                break;
            }
        }
        return own;
    }

    private boolean hear(DevicePlan device, Message said) {
        Message message = device.state().spares == 0 ? said : meant(device, said);
        State.OfControl[] heard = device.controls(message);
        if (heard.length > 0) {
            Causes.heard(cycle, device.state(), message);
        }
        int page = Controls.pageMeant(heard);
        for (State.OfControl control : heard) {
            ControlPlan of = control.plan;
            if (!of.needsPage() || of.page().number() == page) {
                controls.moved(control, message);
            }
            if (of.page() != null && !of.needsPage()) {
                open(of.page().group(), of.page().number()); // nothing else sends this
            }
            for (PageKey key : of.opens()) {
                if (control.isHeld()) {
                    open(
                            key.pages(),
                            key.group().opens(of.control().id(), key.pages().state().at));
                }
            }
        }
        State.OfParameter parameter = device.parameter(message);
        if (parameter != null) {
            parameters.told(parameter, message, oursWins());
        }
        Group group = device.named(message);
        if (group != null && message instanceof OscMessage osc && !osc.text(0).isBlank()) {
            String name = Position.shorten(osc.text(0));
            cycle.note(new GroupNamed(device.state().id, group.id(), name));
            lights.renamed(device.state(), group.id(), name);
        }
        return heard.length > 0 || parameter != null || group != null;
    }

    private boolean oursWins() {
        return plan.rig().settings().reconcile() == Settings.Reconcile.OURS;
    }

    /** A page is open now; 0 for none that is known. */
    private void open(SelectorPlan group, int page) {
        if (page > 0) {
            pages.turnTo(group, page);
        }
    }

    private void dated(Event.Dated dated) {
        if (dated.due() <= cycle.now) {
            arrived(dated.device(), dated.message());
        } else if (state.dated.size() >= MOST_DATED) {
            cycle.note(new Refused("More than " + MOST_DATED + " messages are waiting already"));
        } else {
            state.dated.add(new State.Dated(dated.due(), state.datedOrder++, dated));
            cycle.note(new Waits(dated.due() - cycle.now));
        }
    }

    /** Devices can be spoken to that could not before, or were spoken to elsewhere. */
    private void seated(Event.Seated seated) {
        for (String id : seated.devices()) {
            device(id).ifPresent(device -> {
                if (device.state().present) {
                    attendance.doubt(device, "it has another seat");
                } else {
                    attendance.say(
                            device, "keep-alive", device.device().profile().keepAlive());
                }
            });
        }
    }

    private void free(String mapping) {
        plan.mappings().stream()
                .filter(of -> of.state().id.equals(mapping) && of.state().muted != null)
                .forEach(of -> {
                    of.state().muted = null;
                    cycle.note(new LoopFreed(mapping));
                });
    }

    /** Lets go of everything that is held; to be called last. */
    public void letGo() {
        passed(0, () -> {
            clockOut.stop();
            routes.letGo(plan, route -> true);
            stops.letGo(plan);
        });
    }

    private void end(Event event) {
        cycle.end();
        if (traces == null) {
            return;
        }
        // every turn has a list of its own, and nobody adds to it any more
        List<Outcome> outcomes = Collections.unmodifiableList(cycle.outcomes());
        Trace trace = new Trace(cycle.number, cycle.cause, event, plan.rig(), outcomes);
        try {
            traces.accept(trace);
        } catch (Throwable t) {
            // whoever listens has to look after itself; the engine goes on
        }
    }
}
