package orchard.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.LightRule;
import orchard.engine.Plan.Shown;
import orchard.light.Apart;
import orchard.light.Fit;
import orchard.light.LightKind;
import orchard.light.Motion;
import orchard.light.Palette;
import orchard.light.Sweep;
import orchard.mapping.Look;
import orchard.mapping.Show;
import orchard.outcome.LightShown;
import orchard.outcome.Refused;
import orchard.parameter.Group;
import orchard.signal.Message;

/**
 * What lights show. A light is a function: the first of its rules that is in force, worked out from where parameters stand and which pages are open when it is
 * told, never from what was written last. Beside it stands what the device is believed to show; a light is told something when the two differ.
 */
final class Lights {

    /** A ring or motor is put right so long after the hand that moved it stopped. */
    static final long HAND_NANOS = 30_000_000;

    /** What was told so shortly before a hand was heard may have arrived after the hand moved. */
    private static final long CROSSING_NANOS = 150_000_000;

    /** A light that a hand did not touch is put right so many times; one that still stands elsewhere cannot get there. */
    private static final int CORRECTIONS = 3;

    /** So long a display that shows a name shows the value after it was moved. */
    static final long VALUE_NANOS = 1_500_000_000;

    /** What was told so often, each time so shortly after the last, moves by itself. */
    private static final int RESTLESS = 8;

    private static final long RESTLESS_NANOS = 200_000_000;

    /** So long after a hand moved it a light is under that hand. */
    private static final long UNDER_HAND_NANOS = 500_000_000;

    /** So long what is tried by hand stays. */
    private static final long TRIED_NANOS = 2_000_000_000;

    /** What is said in place of a value that nobody knows. */
    private static final String UNKNOWN = "?";

    /** What is drawn and moves in no colour that anybody said. */
    private static final String UNSAID = "#e0a030";

    /** Stands before the one of several that is chosen. */
    private static final String CHOSEN = ">";

    /** How bright a lamp that breathes and cannot do so by itself is while it is not bright. */
    private static final double DIM = 0.3;

    /** A motor that stands so near to where it was sent has arrived. */
    private static final double ARRIVED = 0.01;

    private final State state;
    private final Cycle cycle;
    private final Tempo tempo;
    private final Consumer<State.OfLight> decide = this::decide;
    private final Consumer<State.OfLight> tell = this::tell;
    private long due = Long.MAX_VALUE;
    private long lastNanos = Long.MIN_VALUE / 2;

    Lights(State state, Cycle cycle, Tempo tempo) {
        this.state = state;
        this.cycle = cycle;
        this.tempo = tempo;
    }

    /** When lights that wait have to be told, or {@link Long#MAX_VALUE}. */
    long due() {
        long first = due;
        for (int i = 0; i < state.restless.size(); i++) {
            first = Math.min(first, state.restless.get(i).again);
        }
        return first;
    }

    /** Lights whose time has come are looked at again: they blink, or a name comes back. */
    private void wake() {
        for (int i = state.restless.size() - 1; i >= 0; i--) {
            State.OfLight light = state.restless.get(i);
            if (light.again <= cycle.now) {
                state.restless.remove(i);
                light.again = Long.MAX_VALUE;
                changed(light);
            }
        }
    }

    private void again(State.OfLight light, long when) {
        if (light.again == Long.MAX_VALUE) {
            state.restless.add(light);
        }
        light.again = when;
    }

    /** Whatever waits is told with the next turn's end. */
    void hurry() {
        lastNanos = Long.MIN_VALUE / 2;
    }

    /** A parameter stands elsewhere now, or says it in other words. */
    void changed(State.OfParameter parameter) {
        moved(parameter, parameter.plain.lights);
        for (int i = 0; i < parameter.under.size(); i++) {
            moved(parameter, parameter.under.get(i).lights);
        }
    }

    private void moved(State.OfParameter parameter, State.OfLight[] lights) {
        for (State.OfLight light : lights) {
            if (light.showing != null
                    && light.showing.rule() == Show.Rule.NAME
                    && light.showing.parameter() == parameter) {
                light.valueUntil = cycle.now + VALUE_NANOS;
            }
            changed(light);
        }
    }

    /** A page, layer or focus turned, or a device came or went. */
    void turned(State.Source source) {
        for (State.OfLight light : source.lights) {
            turned(light);
        }
    }

    /** Somebody else's answer may be shown now. */
    void turned(State.OfLight light) {
        light.corrections = 0;
        changed(light);
    }

    /** Something that a light depends on changed. */
    void changed(State.OfLight light) {
        if (!light.dirty) {
            light.dirty = true;
            state.dirtyLights.add(light);
        }
    }

    /** Nobody knows what a light shows. */
    void doubt(State.OfLight light) {
        light.shown = null;
        light.corrections = 0;
        changed(light);
    }

    /** A hand moved what a ring or motor stands on: it stands there now, and is put right when the hand has stopped. */
    void handMoved(State.OfLight light, double position) {
        light.corrections = 0;
        stands(light, position);
        if (cycle.now - light.shownNanos < CROSSING_NANOS) {
            light.shown = null; // the two may have met on the wire, and nobody knows who came last
        }
    }

    /** A motor told where it stands; on its way it is left alone, and where it arrived it is believed. */
    void motorMoved(State.OfLight light, double position) {
        LightRule rule = rule(light);
        Shown shown = rule == null ? null : rule.shown();
        if (shown != null && shown.isKnown() && Math.abs(place(shown) - position) <= ARRIVED) {
            return;
        }
        stands(light, position);
    }

    private void stands(State.OfLight light, double position) {
        light.shown = placed(light.plan.kind(), light.sweep, position, "");
        light.handUntil = cycle.now + HAND_NANOS;
        changed(light);
    }

    /** Tells the lights what is new, unless they were told something less than {@link Engine#ANSWER_NANOS} ago. */
    void flush() {
        wake();
        int count = state.dirtyLights.size();
        if (count == 0) {
            due = Long.MAX_VALUE;
            return;
        }
        if (cycle.now - lastNanos < Engine.ANSWER_NANOS) {
            due = lastNanos + Engine.ANSWER_NANOS;
            return;
        }
        lastNanos = cycle.now;
        due = Long.MAX_VALUE;
        for (int i = 0; i < count; i++) {
            State.OfLight light = state.dirtyLights.poll();
            if (light.handUntil > cycle.now) {
                state.dirtyLights.add(light);
                due = Math.min(due, Math.max(light.handUntil, cycle.now + Engine.ANSWER_NANOS));
                continue;
            }
            light.dirty = false;
            guarded(light, decide);
            state.telling.add(light);
        }
        keepNamesApart();
        for (int i = 0; i < state.telling.size(); i++) {
            guarded(state.telling.get(i), tell);
        }
        state.telling.clear();
    }

    private void guarded(State.OfLight light, Consumer<State.OfLight> work) {
        try {
            work.accept(light);
        } catch (Throwable t) {
            cycle.note(new Refused(light.ref.light() + " cannot be shown: " + Fence.words(t)));
        }
    }

    /** What it shows from now on. */
    private void decide(State.OfLight light) {
        LightRule rule = rule(light);
        Shown shown = rule == null ? null : rule.shown();
        if (shown != light.showing) {
            light.showing = shown;
            light.showingNanos = cycle.now;
            light.valueUntil = Long.MIN_VALUE;
        }
        boolean isName = shown != null
                && shown.rule() == Show.Rule.NAME
                && shown.look().words().isEmpty();
        State.OfParameter named = isName ? shown.parameter() : null;
        if (named != light.named) {
            if (light.named == null) {
                state.named.add(light);
            } else if (named == null) {
                state.named.remove(light);
            }
            light.named = named;
            state.namesMoved = true;
        }
    }

    /** A device said that something on it is called otherwise. */
    void renamed(State.OfDevice device, String group, String name) {
        if (!name.equals(device.groupNames.put(group, name))) {
            state.namesMoved = true;
            state.named.forEach(this::changed);
        }
    }

    /** Names that stand on one device beside others are shortened together; whoever shows another one then is told too. */
    private void keepNamesApart() {
        if (!state.namesMoved) {
            return;
        }
        state.namesMoved = false;
        Map<State.OfDevice, Map<Integer, List<State.OfLight>>> beside = new LinkedHashMap<>();
        state.named.forEach(light -> beside.computeIfAbsent(light.device, d -> new LinkedHashMap<>())
                .computeIfAbsent(light.plan.kind().letters(), l -> new ArrayList<>())
                .add(light));
        beside.values()
                .forEach(byLetters -> byLetters.forEach((letters, lights) -> {
                    List<String> names =
                            Apart.of(lights.stream().map(Lights::called).toList(), letters);
                    for (int i = 0; i < names.size(); i++) {
                        State.OfLight light = lights.get(i);
                        if (!names.get(i).equals(light.name)) {
                            light.name = names.get(i);
                            if (!light.dirty && !state.telling.contains(light)) {
                                state.telling.add(
                                        light); // what is dirty still is told when the hand that moved it has stopped
                            }
                        }
                    }
                }));
    }

    private static Apart.Called called(State.OfLight light) {
        State.OfParameter of = light.named;
        String group = of.parameter.group();
        String told = of.device.groupNames.get(group);
        String name = told != null || of.device.plan == null
                ? told
                : of.device.plan.device().profile().groups().stream()
                        .filter(one -> one.id().equals(group))
                        .map(Group::name)
                        .findFirst()
                        .orElse("");
        return new Apart.Called(name == null ? "" : name, of.parameter.name());
    }

    private void tell(State.OfLight light) {
        LightPlan plan = light.plan;
        boolean underFinger = plan.touch() != null && plan.touch().isHeld();
        if (underFinger || !light.device.present) {
            return; // told when the finger leaves, or the device comes
        }
        Shown shown = light.showing;
        boolean known = shown != null && shown.isKnown();
        int letters = plan.kind().letters();
        String text = shown == null ? Fit.of(plan.idle(), "", letters) : text(light, shown, known, letters);
        Message message = shown == null
                ? dark(light)
                : plan.kind().goesDark() && isBlack()
                        ? light.used ? plan.kind().dark("") : null
                        : known ? message(light, shown, text) : unknown(light, text);
        if (message == null || message.equals(light.shown)) {
            return;
        }
        boolean again = light.shown != null && plan.isMotor() && message.equals(light.told);
        if (again && ++light.corrections > CORRECTIONS) {
            return;
        }
        Outlet.Urgency urgency = urgency(light, shown);
        light.shown = message;
        light.told = message;
        light.shownNanos = cycle.now;
        light.used = true;
        cycle.show(light, urgency, message);
        if (cycle.traced()) {
            cycle.note(new LightShown(light.ref, text, message));
        }
    }

    /** How soon it matters: what is told again and again by itself is a meter. */
    private Outlet.Urgency urgency(State.OfLight light, Shown shown) {
        light.restless = cycle.now - light.shownNanos < RESTLESS_NANOS ? light.restless + 1 : 0;
        if (light.plan.kind().letters() > 0) {
            return light.restless > RESTLESS ? Outlet.Urgency.METER : Outlet.Urgency.WORDS;
        } else if (cycle.from == light.device || cycle.now - light.handUntil < UNDER_HAND_NANOS) {
            return Outlet.Urgency.HAND;
        }
        boolean isTold = shown != null
                && shown.parameter() != null
                && !shown.parameter().parameter.settable();
        return isTold || light.restless > RESTLESS ? Outlet.Urgency.METER : Outlet.Urgency.CHANGED;
    }

    /** The first rule in force of those of the topmost layer, by rank and then as the sentences are in the rig; or null. */
    private static LightRule rule(State.OfLight light) {
        LightRule top = null;
        for (LightRule rule : light.rules) {
            if (rule.isInForce() && (top == null || isOver(rule, top))) {
                top = rule;
            }
        }
        return top;
    }

    private static boolean isOver(LightRule rule, LightRule other) {
        int above = Integer.compare(rule.mapping().rank, other.mapping().rank);
        return above > 0 || above == 0 && rule.rank() < other.rank();
    }

    /** Why a light shows what it shows; the sentence that wins comes first, then those that would. */
    LightReason why(State.OfLight light) {
        LightRule top = rule(light);
        List<LightRule> order = new ArrayList<>(List.of(light.rules));
        order.sort(Comparator.comparing((LightRule rule) -> rule != top)
                .thenComparing(rule -> !rule.isInForce())
                .thenComparing(rule -> -rule.mapping().rank)
                .thenComparing(LightRule::rank));
        List<LightReason.Answer> answers = order.stream()
                .map(rule -> {
                    List<Boolean> holds = Stream.of(rule.rungs())
                            .map(rung -> rung.holds() == null || rung.holds().holds(Double.NaN))
                            .toList();
                    int first = holds.indexOf(true);
                    return new LightReason.Answer(
                            rule.mapping().id,
                            rule == top ? LightReason.Verdict.WINS : rule.verdict(),
                            first < 0 ? holds.size() : first,
                            holds,
                            rule.shown().isKnown());
                })
                .toList();
        boolean isDark = isBlack() && light.plan.kind().goesDark();
        return new LightReason(light.ref, light.shown, light.device.present, isDark, answers, light.showingNanos);
    }

    /** Shows something for a while, whatever the rules say; then the light is told anew. */
    void attempt(State.OfLight light, Message message) {
        if (light.device.present) {
            light.shown = null;
            light.used = true;
            light.handUntil = cycle.now + TRIED_NANOS;
            cycle.show(light, Outlet.Urgency.HAND, message);
            changed(light);
        }
    }

    /** Whether somebody switched all lamps off. */
    private boolean isBlack() {
        State.OfAddress black = state.dark.black();
        return black != null && black.now != null && black.now.position >= 0.5;
    }

    /** How bright lamps are of what they are set to, 0..1. */
    private double brightness() {
        State.OfAddress dim = state.dark.dim();
        return dim == null || dim.now == null || Double.isNaN(dim.now.position) ? 1 : dim.now.position;
    }

    private String text(State.OfLight light, Shown shown, boolean known, int letters) {
        Look look = shown.look();
        if (!look.words().isEmpty()) {
            return Fit.of(look.words(), "", letters);
        }
        if (shown.rule() == Show.Rule.NAME && shown.parameter() != null) {
            if (light.valueUntil <= cycle.now) {
                return light.name;
            }
            again(light, light.valueUntil);
        }
        if (shown.rule() == Show.Rule.CHOICE) {
            return Fit.of((shown.isOn() ? CHOSEN : "") + shown.label(), "", letters);
        }
        return Fit.of(shown.label(), known ? words(shown) : UNKNOWN, letters);
    }

    /** The message that shows what is known. */
    private Message message(State.OfLight light, Shown shown, String text) {
        LightKind kind = light.plan.kind();
        double place = place(shown);
        if (!kind.onOff()) {
            if (kind.shines()) {
                return drawn(light, shown, place, text);
            }
            light.sweep = Objects.requireNonNullElse(shown.look().sweep(), Sweep.DOT);
            return shown.rule() == Show.Rule.OFF && kind.goesDark() && kind.letters() == 0
                    ? kind.dark(text)
                    : placed(kind, light.sweep, place, text);
        } else if (place < 0.5) {
            return kind.message(place, text);
        }
        Motion motion = shown.look().motion();
        double bright = brightness() * shown.look().brightness() / 100;
        int index = index(light, colour(shown), bright);
        if (motion == Motion.STILL) {
            return lit(kind, place, text, index);
        }
        Optional<Message> moving = kind.moving(index, motion);
        if (moving.isPresent()) {
            return moving.get();
        }
        boolean isBright = isBright(light, motion);
        int dim = light.plan.colours().index(colour(shown), kind.usual(), bright * DIM);
        return isBright
                ? lit(kind, place, text, index)
                : motion == Motion.BREATHING && dim != index ? lit(kind, place, text, dim) : kind.message(0, text);
    }

    /** The message for what is drawn on a screen: in any colour, which the screen lets move but for what goes with the beat. */
    private Message drawn(State.OfLight light, Shown shown, double place, String text) {
        String rgb = colour(shown);
        Motion motion = shown.look().motion();
        if (rgb == null && motion == Motion.STILL || shown.rule() == Show.Rule.OFF) {
            return light.plan.kind().message(place, text);
        }
        double bright = brightness() * shown.look().brightness() / 100;
        boolean isOnTheBeat = motion == Motion.IN_TIME;
        return light.plan
                .kind()
                .drawn(
                        place,
                        text,
                        rgb == null ? UNSAID : rgb,
                        isOnTheBeat && !isBright(light, motion) ? 0 : bright,
                        isOnTheBeat ? Motion.STILL : motion)
                .orElseGet(() -> light.plan.kind().message(place, text));
    }

    /** Whether what moves by itself is bright now; all that move in one way are bright together. */
    private boolean isBright(State.OfLight light, Motion motion) {
        if (motion == Motion.IN_TIME) {
            boolean isBright = tempo.phase() < 0.5;
            again(light, tempo.whenPhase(isBright ? 0.5 : 1));
            return isBright;
        }
        again(light, (cycle.now / motion.half() + 1) * motion.half());
        return cycle.now / motion.half() % 2 == 0;
    }

    /** The message that puts a light in place, drawn as is wanted where it can draw in several ways. */
    private static Message placed(LightKind kind, Sweep sweep, double place, String text) {
        return kind.sweeps().isEmpty() ? kind.message(place, text) : kind.drawn(place, sweep);
    }

    private static int index(State.OfLight light, String colour, double brightness) {
        if (!Objects.equals(light.colour, colour)
                || light.brightness != brightness
                || light.coloursOf != light.plan.colours()) {
            light.colour = colour;
            light.brightness = brightness;
            light.coloursOf = light.plan.colours();
            light.index = light.coloursOf.index(colour, light.plan.kind().usual(), brightness);
        }
        return light.index;
    }

    private static Message lit(LightKind kind, double place, String text, int index) {
        return index == kind.usual()
                ? kind.message(place, text)
                : kind.colour(index).orElseGet(() -> kind.message(place, text));
    }

    /** The colour that is wanted, or null for the usual one. */
    private static String colour(Shown shown) {
        State.OfParameter hue = shown.hue() == null ? null : shown.hue().now;
        return hue == null || Double.isNaN(hue.position)
                ? shown.colour()
                : Palette.hue(hue.parameter.real(hue.position));
    }

    private static double place(Shown shown) {
        switch (shown.rule()) {
            case ON:
                return 1;
            case OFF:
                return 0;
            case CHOICE:
                return shown.isOn() ? 1 : 0;
            default:
                break;
        }
        if (shown.address() == null) {
            return shown.on().getAsBoolean() ? 1 : 0;
        }
        if (shown.address().now == null) {
            return 0;
        }
        double position = shown.parameter().position;
        return shown.rule() == Show.Rule.ON_OFF
                ? shown.lit().test(position) ? 1 : 0
                : Position.cut(shown.shape().backward(position));
    }

    /** The value in words. */
    private static String words(Shown shown) {
        if (shown.rule() == Show.Rule.ON || shown.rule() == Show.Rule.OFF) {
            return shown.rule() == Show.Rule.ON ? "on" : "";
        }
        if (shown.address() == null) {
            return shown.on().getAsBoolean() ? "on" : "off";
        }
        return shown.parameter() == null ? "" : Parameters.text(shown.parameter());
    }

    /** What it says where nobody knows what it should show: a lamp is dark; what has no way to say so stays where it is. */
    private static Message unknown(State.OfLight light, String text) {
        LightKind kind = light.plan.kind();
        return kind.unknown(text).orElseGet(() -> kind.goesDark() && light.used ? kind.dark("") : null);
    }

    /** What a lamp or display says that answers nothing: dark, or what it is called; rings and motors stay where they are. */
    private static Message dark(State.OfLight light) {
        LightKind kind = light.plan.kind();
        boolean hasSomethingToSay = light.used || !light.plan.idle().isEmpty();
        return kind.goesDark() && hasSomethingToSay ? kind.dark(Fit.of(light.plan.idle(), "", kind.letters())) : null;
    }
}
