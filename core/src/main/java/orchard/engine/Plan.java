package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.DoublePredicate;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.ResetMoved;
import orchard.action.Tap;
import orchard.engine.Plan.PageKey;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Control;
import orchard.gear.DeviceColours;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.PageGroup;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Takeover;
import orchard.light.Colours;
import orchard.light.LightKind;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Show;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.ShapeFunction;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.trigger.Trigger;

/**
 * A rig made ready for the engine: every lookup by name done, every range turned into positions. Immutable; made by
 * {@link Compiler} off the engine's thread, of pieces that are those of the plan before where nothing they are made of was edited. What a piece knows of
 * another it knows by that one's place in {@link State}, which stays the same over plans; {@link #takeEffect} writes into the state which pieces hold.
 */
public final class Plan {

    private final Rig rig;
    private final Map<String, DevicePlan> devices;
    private final Map<String, PresetPlan> presets;
    private final PresetRack[] racks;
    private final List<MappingPlan> mappings;
    /** The variables: what is kept here and nowhere else. */
    private final State.OfParameter[] kept;

    private final List<Listening> listening;
    private final List<Answering> answering;
    private final List<Ruled> ruled;
    private final List<Showing> showing;
    private final Dark dark;
    private final List<LayerPlan> layers;
    private final List<FocusPlan> foci;
    private final List<Watched> watched;
    private final Watch[] beginning;
    private final Forms forms;
    private final Watch[] timed;
    private final State.OfAddress tempo;
    private final State.LastChanged changed;
    private final List<RoutePlan> routes;
    private final Clock clock;
    private final SelectorPlan songs;
    /** The controls that layers decide about. */
    private final State.OfControl[] layered;

    /**
     * Which mappings are about a control, and what it may touch.
     *
     * @param layered whether layers decide which of them listen
     */
    record Listening(State.OfControl control, MappingPlan[] about, Touch[] touches, boolean layered) {}

    /** A parameter whose device wants to know of the finger on a control by which a mapping sets it. */
    record Touch(State.OfMapping mapping, State.OfAddress address) {}

    /**
     * What sets a mapping off besides controls.
     *
     * @param sources what tells of it; none for the beginning and for time
     * @param address of a value: which one, or null
     * @param value of a value: the position it is measured against
     */
    record Watch(
            State.OfMapping mapping,
            State.OfTrigger memory,
            Trigger trigger,
            List<State.Source> sources,
            State.OfAddress address,
            double value) {

        @Override
        public boolean equals(Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /** What something sets off. */
    record Watched(State.Source source, Watch[] watches) {}

    /**
     * A layer.
     *
     * @param page what turns the page or channel it comes with, or null
     * @param number of that page or channel
     * @param speaker the device whose channel stands for it, or null
     */
    record LayerPlan(State.OfLayer state, Layer layer, State.OfSelector page, int number, State.OfDevice speaker) {}

    /**
     * A focus.
     *
     * @param addresses those that go through it
     * @param selection the parameter it goes with, or null
     * @param skips by place what says whether it is passed over, null where nothing does
     * @param linked the foci that move with it
     */
    record FocusPlan(
            State.OfFocus state,
            Focus focus,
            State.OfAddress[] addresses,
            State.OfParameter selection,
            State.OfParameter[] skips,
            State.OfFocus[] linked) {}

    /** Which lights show what an address means. */
    record Answering(State.OfAddress address, State.OfLight[] lights) {}

    /** What a light shows. */
    record Ruled(State.OfLight light, LightRule[] rules) {}

    /** Which lights may show something else when a page, layer or focus turns, or a device comes or goes. */
    record Showing(State.Source source, State.OfLight[] lights) {}

    /** Where what parts say of one another was gathered. */
    record Wiring(
            SelectorPlan songs,
            State.OfAddress tempo,
            List<FocusPlan> foci,
            List<Watched> watched,
            List<LayerPlan> layers,
            List<Listening> listening,
            List<Answering> answering,
            List<Ruled> ruled,
            List<Showing> showing,
            Dark dark,
            State.LastChanged changed,
            List<RoutePlan> routes,
            Clock clock) {}

    /** The clock that is made here, and who is told. */
    record Clock(State.OfClock state, List<ClockPlan> to) {}

    /** Somebody who is told the clock that is made here. */
    record ClockPlan(String route, State.OfDevice to) {}

    /**
     * A route whose devices are there.
     *
     * @param byteNanos how long the wire it leads to is busy with a byte; 0 for a wire that takes what comes
     */
    record RoutePlan(State.OfRoute state, Route route, State.OfDevice from, State.OfDevice to, long byteNanos) {
        /** What the device is called that is told. */
        String name() {
            return to.plan.device().name();
        }

        /** Whether another plan has the same. */
        boolean goesOnAs(RoutePlan other) {
            return state == other.state && route.equals(other.route);
        }
    }

    /** What makes lamps darker; either may be null. */
    record Dark(State.OfAddress dim, State.OfAddress black) {}

    Plan(
            Rig rig,
            Map<String, DevicePlan> devices,
            Map<String, PresetPlan> presets,
            PresetRack[] racks,
            List<MappingPlan> mappings,
            State.OfParameter[] kept,
            Wiring wiring) {
        this.rig = rig;
        this.devices = devices;
        this.presets = presets;
        this.racks = racks;
        this.mappings = mappings;
        this.kept = kept;
        this.listening = wiring.listening();
        this.answering = wiring.answering();
        this.ruled = wiring.ruled();
        this.showing = wiring.showing();
        this.dark = wiring.dark();
        this.changed = wiring.changed();
        this.routes = wiring.routes();
        this.clock = wiring.clock();
        this.layers = wiring.layers();
        this.songs = wiring.songs();
        this.tempo = wiring.tempo();
        this.foci = wiring.foci();
        this.watched = wiring.watched();
        this.beginning = watches(Trigger.Kind.LOAD);
        this.timed = watches(Trigger.Kind.TIME);
        this.forms = Forms.of(watches(Trigger.Kind.MESSAGE));
        this.layered = listening.stream()
                .filter(Listening::layered)
                .map(Listening::control)
                .toArray(State.OfControl[]::new);
    }

    /** The rig this plan was made from. */
    public Rig rig() {
        return rig;
    }

    Collection<DevicePlan> devices() {
        return devices.values();
    }

    /** The device of that id, or null. */
    DevicePlan device(String id) {
        return devices.get(id);
    }

    /** The preset of that id, or null. */
    PresetPlan preset(String id) {
        return presets.get(id);
    }

    List<MappingPlan> mappings() {
        return mappings;
    }

    List<LayerPlan> layers() {
        return layers;
    }

    /** What messages of some form set off. */
    Forms forms() {
        return forms;
    }

    private Watch[] watches(Trigger.Kind kind) {
        return mappings.stream()
                .flatMap(mapping -> mapping.watches().stream())
                .filter(watch -> watch.trigger().kind() == kind)
                .toArray(Watch[]::new);
    }

    /** What the beginning sets off. */
    Watch[] beginning() {
        return beginning;
    }

    /** What time sets off. */
    Watch[] timed() {
        return timed;
    }

    /** Everything that sets mappings off besides controls. */
    List<Watched> watched() {
        return watched;
    }

    List<FocusPlan> foci() {
        return foci;
    }

    /** What makes lamps darker. */
    Dark dark() {
        return dark;
    }

    /** What is passed on from device to device. */
    List<RoutePlan> routes() {
        return routes;
    }

    /** The clock that is made here, and who is told. */
    Clock clock() {
        return clock;
    }

    /** Remembers which parameter was set last. */
    State.LastChanged changed() {
        return changed;
    }

    /** What tells how fast beats go, or null. */
    State.OfAddress tempo() {
        return tempo;
    }

    /** The set list, and where it stands. */
    SelectorPlan songs() {
        return songs;
    }

    /** The controls that layers decide about. */
    State.OfControl[] layered() {
        return layered;
    }

    /** The senses of fingers that tell what is touched. */
    List<State.OfControl> touchSenses() {
        return listening.stream()
                .filter(of -> of.touches().length > 0)
                .map(Listening::control)
                .toList();
    }

    State.OfParameter[] kept() {
        return kept;
    }

    /**
     * Whether a message only says where something continuous stands, so that a newer one of the same tells all; any thread may ask.
     *
     * @return what is the same for two such messages, or null
     */
    Object fold(String device, Message message) {
        DevicePlan plan = devices.get(device);
        if (plan == null || plan.joins()) {
            return null;
        }
        State.OfControl[] controls = plan.controls(message);
        for (State.OfControl control : controls) {
            ControlPlan of = plan.controlPlan(control);
            if (of == null || of.isPressed() || of.dimension().relative()) {
                return null;
            }
        }
        if (controls.length == 0) {
            return null;
        }
        return message instanceof MidiMessage midi
                ? List.of(device, midi.key() >= 0 ? (Object) midi.key() : midi.otherKey())
                : List.of(device, message instanceof OscMessage osc ? osc.address() : message.subject());
    }

    /** Whether a message is about something that is pressed and let go; any thread may ask. */
    boolean isKey(String device, Message message) {
        DevicePlan plan = devices.get(device);
        State.OfControl[] controls = plan == null ? Nothing.CONTROLS : plan.controls(message);
        for (State.OfControl control : controls) {
            ControlPlan of = plan.controlPlan(control);
            if (of != null && of.isPressed()) {
                return true;
            }
        }
        boolean isNote = message instanceof MidiMessage.NoteOn || message instanceof MidiMessage.NoteOff;
        return isNote && routes.stream().anyMatch(route -> route.from().id.equals(device));
    }

    /**
     * From now on this plan is in force. Called on the engine's thread.
     *
     * @param before the plan that was, or null
     * @param changed is told of every light that may show something else now
     * @return whose current place is another one now, or has another number
     */
    List<SelectorPlan> takeEffect(Plan before, Consumer<State.OfLight> changed) {
        if (before != null) {
            before.listening.forEach(of -> {
                of.control().about = Nothing.MAPPINGS;
                of.control().listeners = Nothing.MAPPINGS;
                of.control().touches = Nothing.TOUCHES;
            });
            before.watched.forEach(of -> of.source().watches = Nothing.WATCHES);
            before.layers.forEach(of -> of.state().plan = null);
            before.foci.forEach(of -> {
                of.state().plan = null;
                watch(of, Nothing.FOCI);
            });
            before.answering.forEach(of -> of.address().lights = Nothing.LIGHTS);
            before.showing.forEach(of -> of.source().lights = Nothing.LIGHTS);
        }
        if (before != null) {
            before.routes.forEach(route -> route.from().routes = Nothing.ROUTES);
        }
        for (RoutePlan route : routes) {
            State.OfDevice from = route.from();
            route.state().plan = route;
            from.routes =
                    Stream.concat(Stream.of(from.routes), Stream.of(route)).toArray(RoutePlan[]::new);
        }
        List<SelectorPlan> moved = new ArrayList<>();
        for (DevicePlan device : devices.values()) {
            device.takeEffect(changed, moved);
        }
        for (PresetRack rack : racks) {
            rack.selector().takeEffect();
        }
        if (songs.takeEffect()) {
            moved.add(songs);
        }
        for (MappingPlan mapping : mappings) {
            mapping.takeEffect();
            mapping.state().inForce = this;
        }
        if (before != null) {
            for (MappingPlan mapping : before.mappings) {
                if (mapping.state().inForce != this) {
                    mapping.state().plan = null;
                }
            }
        }
        for (LayerPlan layer : layers) {
            layer.state().plan = layer;
        }
        for (Watched of : watched) {
            of.source().watches = of.watches();
        }
        for (FocusPlan focus : foci) {
            focus.state().plan = focus;
        }
        for (FocusPlan focus : foci) {
            watch(focus, watchers(focus));
        }
        for (Listening of : listening) {
            of.control().about = of.about();
            of.control().listeners = of.about();
            of.control().touches = of.touches();
        }
        for (Answering of : answering) {
            of.address().lights = of.lights();
        }
        for (Showing of : showing) {
            of.source().lights = of.lights();
        }
        Set<State.OfLight> ruledNow = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Ruled of : ruled) {
            ruledNow.add(of.light());
            if (!Arrays.equals(of.light().rules, of.rules())) {
                of.light().rules = of.rules();
                changed.accept(of.light());
            }
        }
        if (before != null) {
            for (Ruled of : before.ruled) {
                if (!ruledNow.contains(of.light())) {
                    of.light().rules = Nothing.RULES;
                    changed.accept(of.light());
                }
            }
        }
        return moved;
    }

    private static void watch(FocusPlan focus, State.OfFocus[] watchers) {
        if (focus.selection() != null) {
            focus.selection().foci = watchers;
        }
        for (State.OfParameter skip : focus.skips()) {
            if (skip != null) {
                skip.foci = watchers;
            }
        }
    }

    /** All foci that go with the same as one. */
    private State.OfFocus[] watchers(FocusPlan focus) {
        return foci.stream()
                .filter(other -> other.selection() != null && other.selection() == focus.selection()
                        || Stream.of(other.skips())
                                .filter(skip -> skip != null)
                                .anyMatch(skip -> Arrays.asList(focus.skips()).contains(skip)))
                .map(FocusPlan::state)
                .toArray(State.OfFocus[]::new);
    }

    /** How a number of a control comes. */
    enum Manner {
        /** It is pressed and let go, and tells both. */
        KEY,
        /** It is pressed, and nobody tells when it is let go. */
        STRUCK,
        /** It is moved. */
        MOVED
    }

    /**
     * One dimension of a control, as its device's profile says.
     *
     * @param rings lights that stand where the control stands, so that a move of the hand moves them too
     * @param motor the motor that moves it, or null
     * @param touchOf of a touch sense: the motor that waits for the finger to leave; or null
     * @param page the page it is on, or null
     * @param opens the groups whose page it chooses
     * @param feeling what is done to what it sends, or null for nothing
     * @param resting pressures at the same place, on whatever page, that cannot be held any longer once this one is let go
     * @param strikes what tells that the same control is down
     */
    record ControlPlan(
            Control control,
            Dimension dimension,
            Manner manner,
            State.OfLight[] rings,
            State.OfLight motor,
            State.OfLight touchOf,
            PagePlan page,
            PageKey[] opens,
            Feeling feeling,
            State.OfControl[] resting,
            State.OfControl[] strikes) {

        /** Whether a finger is on the control. */
        boolean isDown() {
            for (State.OfControl strike : strikes) {
                if (strike.down) {
                    return true;
                }
            }
            return false;
        }

        /** Whether only the open page tells who is meant. */
        boolean needsPage() {
            return page != null && page.shared();
        }

        /** Whether it is pressed and let go, rather than moved; where on a pad a finger is, is moved. */
        boolean isPressed() {
            return manner != Manner.MOVED;
        }

        /** Whether it is pressed and let go, and tells both. */
        boolean isKey() {
            return manner == Manner.KEY;
        }
    }

    /**
     * How a number feels.
     *
     * @param bend from the position that was sent to the one that is meant, 0..1
     * @param jitter moves of at most this are passed over
     * @param steps by how much the steps of an endless knob are multiplied
     */
    record Feeling(DoubleUnaryOperator bend, double jitter, double steps) {}

    /** One of several that is current. */
    record SelectorPlan(State.OfSelector state, Selector selector) {

        /**
         * Finds the current place again among those there are now; if it is gone, the one at its number is current.
         *
         * @return whether another place is current, or the current one has another number
         */
        boolean takeEffect() {
            if (state.selector == selector) {
                return false;
            }
            boolean isNew = state.selector == null;
            state.selector = selector;
            int before = state.at;
            int number = selector.number(state.current);
            boolean isGone = number == 0 && !state.current.isEmpty();
            boolean needsOne =
                    selector.owner().kind().always() && !selector.places().isEmpty();
            state.at = number > 0 || !needsOne
                    ? number
                    : Math.max(1, Math.min(state.at, selector.places().size()));
            if (needsOne) {
                state.current = selector.id(state.at); // a preset that is gone may come back, and is current then
                state.turns += isGone ? 1 : 0;
            }
            return !isNew && needsOne && (isGone || state.at != before);
        }
    }

    /** A key that opens pages of a group of controls. */
    record PageKey(SelectorPlan pages, PageGroup group) {}

    /**
     * The page a control is on.
     *
     * @param shared whether a control of another page sends the same message
     */
    record PagePlan(SelectorPlan group, int number, boolean shared) {}

    /** One parameter. */
    record ParameterPlan(State.OfParameter state, Parameter parameter) {}

    /**
     * One light.
     *
     * @param touch the control that senses a finger on it, or null
     * @param idles what a display shows while it answers nothing, by the page of its control
     * @param pages the pages, or null where there is one
     * @param colours the colours of its device
     */
    record LightPlan(
            State.OfLight state,
            LightKind kind,
            State.OfControl touch,
            Map<Integer, String> idles,
            State.OfSelector pages,
            DeviceColours colours) {

        String idle() {
            return idles.getOrDefault(pages == null ? 1 : pages.at, "");
        }

        boolean isMotor() {
            return kind.pushes();
        }

        /** Whether a hand may have put it elsewhere than Orchard did. */
        boolean standsWithHand() {
            return kind.standsWithHand();
        }
    }

    /**
     * What one sentence lets a light show: the first of its rungs that holds, and where none does the last part.
     *
     * @param mapping whose answer it is; in force while that is active
     * @param pages the pages its control is on, or null
     * @param page the page on which it answers
     * @param rank which of several of one layer is asked first, the lowest
     * @param rungs its rules, the first one first
     * @param otherwise what is shown where none of them holds
     */
    record LightRule(
            State.OfMapping mapping,
            State.OfLight light,
            State.OfSelector pages,
            int page,
            int rank,
            RungPlan[] rungs,
            Shown otherwise) {

        boolean isInForce() {
            return mapping.active && (pages == null || pages.at == page) && otherwise.isThere();
        }

        /** The same on one page alone. */
        LightRule on(State.OfSelector of, int number) {
            return new LightRule(mapping, light, of, number, rank, rungs, otherwise);
        }

        /** What it shows now. */
        Shown shown() {
            for (RungPlan rung : rungs) {
                if (rung.holds == null || rung.holds.holds(Double.NaN)) {
                    return rung.shown;
                }
            }
            return otherwise;
        }

        /** Why it does not win. */
        LightReason.Verdict verdict() {
            return !mapping.active
                    ? LightReason.Verdict.OFF
                    : pages != null && pages.at != page
                            ? LightReason.Verdict.PAGE
                            : otherwise.isThere() ? LightReason.Verdict.UNDER : LightReason.Verdict.EMPTY;
        }

        /** Everything it may show. */
        Stream<Shown> all() {
            return Stream.concat(Stream.of(rungs).map(RungPlan::shown), Stream.of(otherwise));
        }

        /** Everything that makes it show something else when it changes. */
        Stream<Object> asks() {
            Stream<Object> ofPages = pages == null ? Stream.empty() : Stream.of(pages);
            return Stream.of(
                            ofPages, Stream.of(rungs).flatMap(rung -> rung.asks().stream()), all().flatMap(Shown::asks))
                    .flatMap(one -> one);
        }
    }

    /**
     * One rule of a light.
     *
     * @param holds its condition, or null for always
     * @param asks what that depends on: addresses and sources
     */
    record RungPlan(Holding holds, Set<Object> asks, Shown shown) {}

    /**
     * What a light shows: a parameter by way of a mapping's shape read backwards, or whether a layer or focus is on, or nothing but itself.
     *
     * @param colour as {@code #rrggbb}, or null for the usual one of the light
     * @param hue the parameter whose hue is the colour, or null
     * @param lit at which positions a lamp is lit that is on or off
     * @param label what the parameter is called on a display, or ""
     * @param address the parameter, or null
     * @param source the layer or focus it answers instead of a parameter, or null
     * @param on whether that is on, or null
     */
    record Shown(
            Show.Rule rule,
            Look look,
            String colour,
            State.OfAddress hue,
            DoublePredicate lit,
            ShapeFunction shape,
            String label,
            State.OfAddress address,
            State.Source source,
            BooleanSupplier on) {

        /** The same by another rule, looking otherwise. */
        Shown as(Show.Rule other, Look how, State.OfAddress ofHue) {
            String rgb = Colours.rgb(how.colour()).orElse(null);
            return new Shown(other, how, rgb, ofHue, lit, shape, label, address, source, on);
        }

        /** The same with other words on a display. */
        Shown labelled(String words) {
            return new Shown(rule, look, colour, hue, lit, shape, words, address, source, on);
        }

        /** Whether what it is about is on, or stands where its mapping puts it. */
        boolean isOn() {
            return address == null ? on.getAsBoolean() : address.now != null && lit.test(address.now.position);
        }

        /** What it answers now. */
        State.OfParameter parameter() {
            return address == null ? null : address.now;
        }

        /** Whether what it is about is there: a focus may have no such place. */
        boolean isThere() {
            return address == null || address.now != null;
        }

        /** Whether it says the same whatever any parameter does. */
        private boolean isFixed() {
            return rule == Show.Rule.ON
                    || rule == Show.Rule.OFF
                    || rule == Show.Rule.NAME
                    || rule == Show.Rule.CHOICE
                    || address == null;
        }

        /** Whether what it shows is known. */
        boolean isKnown() {
            return isFixed() || address.now != null && !Double.isNaN(address.now.position);
        }

        Stream<Object> asks() {
            return Stream.of(address, hue, source).filter(Objects::nonNull);
        }
    }

    /** A layer or a focus that a mapping switches, and whether it is on as the mapping means it. */
    record Switched(State.Source source, BooleanSupplier on) {}

    /** Whether a condition holds right now. */
    interface Holding {
        /**
         * @param number of the control that set the mapping off, NaN for none
         */
        boolean holds(double number);
    }

    /**
     * What a mapping does in one case.
     *
     * @param index which case it is
     * @param firstAction the number of its first action among those of all cases
     * @param holds its condition, or null for none
     * @param words what it waits for, in words
     * @param targets the parameters that follow its control
     * @param press what is done once when it is pressed
     * @param release what is done when it is let go
     * @param pressed the stages before {@code press}, or null for none
     * @param half what those stages remember of controls that are not pressed and let go
     * @param slow the control that makes steps smaller while it is held, or null
     * @param steps how far steps go, or null for as they come
     * @param counts whether an endless control is counted on and on
     * @param minds whether what it began before, and what of it waits, says what becomes of a new press
     */
    record BranchPlan(
            int index,
            int firstAction,
            Holding holds,
            String words,
            Target[] targets,
            ActionPlan[] press,
            ActionPlan[] release,
            ShapeFunction pressed,
            State.OfAction half,
            State.OfControl slow,
            Accumulate steps,
            boolean counts,
            boolean minds) {

        /** Whether, while it is held, it resets what is moved. */
        boolean resets() {
            for (ActionPlan plan : press) {
                if (plan.action() instanceof ResetMoved) {
                    return true;
                }
            }
            return false;
        }

        boolean isDiscrete() {
            return press.length > 0 || release.length > 0;
        }

        @Override
        public boolean equals(Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /**
     * One mapping.
     *
     * @param layers those it lives in; none for below them all
     * @param gesture what has to be done with its control
     * @param fault why it cannot work, or null
     * @param branches its cases; none if it cannot work
     * @param single each of them alone
     * @param circle the surface a finger goes round on, or null
     * @param triggers the controls it listens to
     * @param touched senses of fingers on these, which tell what it sets where the device asks for that
     * @param answers what lights answer it
     * @param watches what sets it off besides controls
     */
    record MappingPlan(
            State.OfMapping state,
            Mapping mapping,
            State.OfLayer[] layers,
            Gesture.Kind gesture,
            String fault,
            BranchPlan[] branches,
            BranchPlan[][] single,
            Circle circle,
            State.OfControl[] triggers,
            State.OfControl[] touched,
            List<LightRule> answers,
            List<Watch> watches) {

        /** Whether it lives below all layers, or a layer of its own is on. */
        boolean isOn() {
            boolean isOn = layers.length == 0;
            for (State.OfLayer layer : layers) {
                isOn |= layer.isOn();
            }
            return isOn;
        }

        /** Whether any move, or a press, sets it off. */
        boolean isMove() {
            return gesture == Gesture.Kind.MOVE;
        }

        /** Whether it switches a layer, or goes to another. */
        boolean switches(State.OfLayer layer) {
            for (BranchPlan branch : branches) {
                if (switches(branch.press(), layer) || switches(branch.release(), layer)) {
                    return true;
                }
            }
            return false;
        }

        private static boolean switches(ActionPlan[] actions, State.OfLayer layer) {
            for (ActionPlan action : actions) {
                for (State.OfLayer one : action.layers()) {
                    if (one == layer) {
                        return true;
                    }
                }
            }
            return false;
        }

        /** The parameters that follow its control, in whatever case. */
        List<Target> targets() {
            return Stream.of(branches)
                    .flatMap(branch -> Stream.of(branch.targets()))
                    .toList();
        }

        void takeEffect() {
            if (state.plan == this) {
                return;
            }
            state.plan = this;
            state.faultTold = false;
            state.muted = null;
            for (BranchPlan branch : branches) {
                for (Target target : branch.targets()) {
                    target.state().plan = target;
                }
            }
        }

        @Override
        public boolean equals(Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /**
     * A surface a finger goes round on.
     *
     * @param lifted what tells that the finger is gone
     */
    record Circle(State.OfControl x, State.OfControl y, State.OfControl lifted) {}

    /**
     * A parameter that follows a control, with the shape in that parameter's own positions.
     *
     * @param branch the case it belongs to
     * @param action its number among the actions of all cases
     * @param takeover what happens when the control stands elsewhere
     * @param place on which parameter page it is and under which control, or null
     * @param further whether it stands for one more place of a focus, of which nothing is said where there is none
     */
    record Target(
            State.OfTarget state,
            State.OfMapping mapping,
            int branch,
            State.OfAddress address,
            ShapeFunction shape,
            int action,
            Takeover takeover,
            Place place,
            boolean further) {

        /** What it sets now; null where its focus has no such place. */
        State.OfParameter parameter() {
            return address.now;
        }
    }

    /**
     * A place on a page of parameters.
     *
     * @param pages which page is open
     * @param page from 1
     * @param control the one it lies under
     */
    record Place(State.OfSelector pages, int page, Ref.ToControl control) {}

    /**
     * Something that is done once.
     *
     * @param state what it remembers: one number, or for {@link Tap} as many as it counts presses
     * @param address what it is about, or null
     * @param other the parameter whose value is taken, or null
     * @param device the device it sends to, or null
     * @param selector what it moves, or null
     * @param among the numbers of the places it goes through, or of the only one it chooses
     * @param presets of a selector of presets: all of them in its order
     * @param layers those it switches or goes through
     * @param focus the one it moves or pins, or null
     * @param each what it does for each place, or none
     * @param saying the message it says, or null
     */
    record ActionPlan(
            State.OfAction state,
            Action action,
            State.OfAddress address,
            State.OfAddress other,
            State.OfDevice device,
            SelectorPlan selector,
            int[] among,
            PresetPlan[] presets,
            State.OfLayer[] layers,
            State.OfFocus focus,
            ForOne[] each,
            Saying saying) {

        /** What it is about now; null for nothing, or where its focus has no such place. */
        State.OfParameter parameter() {
            return address == null ? null : address.now;
        }
    }

    /**
     * What is done for one place.
     *
     * @param where whether it is one of those meant, or null for yes
     */
    record ForOne(Holding where, ActionPlan action) {}

    /** The presets of a device, in the order of its selector. */
    record PresetRack(SelectorPlan selector, PresetPlan[] presets) {}

    /**
     * A preset, its values as positions.
     *
     * @param recalled which preset of its device was recalled last
     * @param number its place among its device's presets, from 1
     * @param pages the parameter pages of its device, or null
     * @param page the one that is opened with it, from 1, or 0
     */
    record PresetPlan(
            Preset preset,
            State.OfDevice device,
            State.OfParameter[] parameters,
            double[] positions,
            State.OfSelector recalled,
            int number,
            SelectorPlan pages,
            int page) {}
}
