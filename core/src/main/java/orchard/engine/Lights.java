package orchard.engine;

import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.LightRule;
import orchard.light.Fit;
import orchard.light.LightKind;
import orchard.mapping.Show;
import orchard.outcome.LightShown;
import orchard.outcome.Refused;
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

    /** What is said in place of a value that nobody knows. */
    private static final String UNKNOWN = "?";

    /** A motor that stands so near to where it was sent has arrived. */
    private static final double ARRIVED = 0.01;

    private final State state;
    private final Cycle cycle;
    private long due = Long.MAX_VALUE;
    private long lastNanos = Long.MIN_VALUE / 2;

    Lights(State state, Cycle cycle) {
        this.state = state;
        this.cycle = cycle;
    }

    /** When lights that wait have to be told, or {@link Long#MAX_VALUE}. */
    long due() {
        return due;
    }

    /** Whatever waits is told with the next turn's end. */
    void hurry() {
        lastNanos = Long.MIN_VALUE / 2;
    }

    /** A parameter stands elsewhere now, or says it in other words. */
    void changed(State.OfParameter parameter) {
        for (State.OfLight light : parameter.plain.lights) {
            changed(light);
        }
        for (int i = 0; i < parameter.under.size(); i++) {
            for (State.OfLight light : parameter.under.get(i).lights) {
                changed(light);
            }
        }
    }

    /** Another page is open. */
    void turned(State.OfSelector pages) {
        for (State.OfLight light : pages.lights) {
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
        if (rule != null && rule.isKnown() && Math.abs(place(rule) - position) <= ARRIVED) {
            return;
        }
        stands(light, position);
    }

    private void stands(State.OfLight light, double position) {
        light.shown = light.plan.kind().message(position, "");
        light.handUntil = cycle.now + HAND_NANOS;
        changed(light);
    }

    /** Tells the lights what is new, unless they were told something less than {@link Engine#ANSWER_NANOS} ago. */
    void flush() {
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
            try {
                tell(light);
            } catch (Throwable t) {
                cycle.note(new Refused(light.ref.light() + " cannot be shown: " + Fence.words(t)));
            }
        }
    }

    private void tell(State.OfLight light) {
        LightPlan plan = light.plan;
        boolean underFinger = plan.touch() != null && plan.touch().isHeld();
        if (underFinger || !light.device.present) {
            return; // told when the finger leaves, or the device comes
        }
        LightRule rule = rule(light);
        boolean known = rule != null && rule.isKnown();
        int letters = plan.kind().letters();
        String text = rule == null
                ? Fit.of(plan.idle(), "", letters)
                : Fit.of(rule.label(), known ? words(rule) : UNKNOWN, letters);
        Message message =
                rule == null ? dark(light) : known ? plan.kind().message(place(rule), text) : unknown(light, text);
        if (message == null || message.equals(light.shown)) {
            return;
        }
        boolean again = light.shown != null && plan.isMotor() && message.equals(light.told);
        if (again && ++light.corrections > CORRECTIONS) {
            return;
        }
        light.shown = message;
        light.told = message;
        light.shownNanos = cycle.now;
        light.used = true;
        cycle.show(light, message);
        if (cycle.traced()) {
            cycle.note(new LightShown(light.ref, text, message));
        }
    }

    /** The first rule in force of those of the topmost layer, or null. */
    private static LightRule rule(State.OfLight light) {
        LightRule top = null;
        for (LightRule rule : light.rules) {
            if (rule.isInForce() && (top == null || rule.mapping().rank > top.mapping().rank)) {
                top = rule;
            }
        }
        return top;
    }

    private static double place(LightRule rule) {
        if (rule.on() != null) {
            return rule.on().getAsBoolean() ? 1 : 0;
        }
        double position = rule.parameter().position;
        return rule.rule() == Show.Rule.ON_OFF
                ? rule.lit().test(position) ? 1 : 0
                : Position.cut(rule.shape().backward(position));
    }

    /** The value in words. */
    private static String words(LightRule rule) {
        if (rule.on() != null) {
            return rule.on().getAsBoolean() ? "on" : "off";
        }
        return Parameters.text(rule.parameter());
    }

    /** What it says where nobody knows what it should show: a lamp is dark; what has no way to say so stays where it is. */
    private static Message unknown(State.OfLight light, String text) {
        LightKind kind = light.plan.kind();
        return kind.unknown(text).orElseGet(() -> kind.goesDark() && light.used ? kind.message(0, "") : null);
    }

    /** What a lamp or display says that answers nothing: dark, or what it is called; rings and motors stay where they are. */
    private static Message dark(State.OfLight light) {
        LightKind kind = light.plan.kind();
        boolean hasSomethingToSay = light.used || !light.plan.idle().isEmpty();
        return kind.goesDark() && hasSomethingToSay
                ? kind.message(0, Fit.of(light.plan.idle(), "", kind.letters()))
                : null;
    }
}
