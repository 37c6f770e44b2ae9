package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.shape.Shape;

/** One thing that is done. */
public sealed interface Action
        permits Choose,
                Hold,
                Nudge,
                OpenPage,
                Recall,
                Reset,
                ResetMoved,
                Send,
                SetOfPage,
                SetParameter,
                SetTo,
                StopAll,
                Tap,
                Toggle,
                Wait {

    /** The parameter it is about, or null. */
    default Ref.ToParameter parameter() {
        return null;
    }

    /** The same about another parameter; what is about none stays as it is. */
    Action about(Ref.ToParameter other);

    /** The ids of all devices that it needs to be done. */
    List<String> devices();

    /** Where it takes a value from, or null. */
    default Value value() {
        return null;
    }

    /** Whether it can be done on a release: what follows the control, or ends with it, cannot. */
    boolean fitsRelease();

    /** Whether an endless knob does it once for every step, in its direction; all others it does when it is turned up. */
    boolean hasDirection();

    /** How it reads after “when it is pressed”: “set Cutoff to 1.00 kHz”. */
    String words(Directory names);

    /**
     * Why it cannot be done, as a sentence; empty if it can.
     *
     * @param names the rig; the parameter it is about is there
     * @param shape of its mapping
     * @param controls how many set its mapping off
     */
    Optional<String> fault(Directory names, Shape shape, int controls);

    /** Whether a lamp that answers it is lit while its parameter stands at a position: where it was put, or in the upper half. */
    default boolean isLit(Parameter parameter, double position) {
        return position >= 0.5;
    }

    /** Leads to the visitor's method for this action. */
    <R> R accept(Visitor<R> visitor);

    /**
     * Somebody who has to know of every action.
     *
     * @param <R> what comes of it
     */
    interface Visitor<R> {
        R choose(Choose action);

        R hold(Hold action);

        R nudge(Nudge action);

        R openPage(OpenPage action);

        R recall(Recall action);

        R reset(Reset action);

        R resetMoved(ResetMoved action);

        R send(Send action);

        R setOfPage(SetOfPage action);

        R setParameter(SetParameter action);

        R setTo(SetTo action);

        R stopAll(StopAll action);

        R tap(Tap action);

        R toggle(Toggle action);

        R wait(Wait action);
    }

    /** What a device is called, also when it is missing. */
    static String name(String device, Directory names) {
        return names.device(device).map(Device::name).orElse("a missing device (" + device + ")");
    }

    /** How going on by some places reads: “go to the next “drone” preset”. */
    static String onward(int by, String what, String tag) {
        String named = (tag.isEmpty() ? "" : "“" + tag + "” ") + what;
        return switch (by) {
            case 1 -> "go to the next " + named;
            case -1 -> "go to the " + named + " before";
            default -> "go " + (by > 0 ? "on " : "back ") + Math.abs(by) + " " + named + "s";
        };
    }
}
