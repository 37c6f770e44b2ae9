package orchard.engine;

import java.util.List;
import orchard.gear.Ref;
import orchard.signal.Message;

/** One thing that happened while the engine dealt with an event. Positions are 0..1. */
public sealed interface Step {

    /**
     * A control was moved.
     *
     * @param position where it stands now
     * @param number the number in its message
     * @param byHand false if it only tells where its motor took it
     */
    record ControlMoved(Ref.ToControl control, double position, double number, boolean byHand) implements Step {}

    /**
     * A device told a parameter's value.
     *
     * @param answer whether it says back what Orchard had set
     * @param moved whether it stood elsewhere before, as far as Orchard knew
     */
    record ParameterTold(Ref.ToParameter parameter, double position, String text, boolean answer, boolean moved)
            implements Step {}

    /** A device told what one of its groups is called now. */
    record GroupNamed(String device, String group, String name) implements Step {}

    /**
     * A mapping was considered.
     *
     * @param action which of its actions; the first where it is about all of them
     * @param values the control's position first, then the value after each stage, the parameter's position last; NaN for
     *     nothing; empty if it came to nothing before
     * @param why what it decided and why, in a sentence
     */
    record Considered(String mapping, int action, Verdict verdict, List<Double> values, String why) implements Step {
        public Considered {
            values = List.copyOf(values);
        }
    }

    /** What a mapping decided. */
    enum Verdict {
        /** It did what it says. */
        ACTED,
        /** It listens to this, but did nothing. */
        HELD_BACK,
        /** It cannot work as it stands. */
        FAULTY
    }

    /** A parameter was set. */
    record ParameterSet(Ref.ToParameter parameter, double position, Message message) implements Step {}

    /** A variable was set: nobody had to be told. */
    record VariableSet(Ref.ToParameter parameter, double position) implements Step {}

    /** A light was told what to show. */
    record LightShown(Ref.ToLight light, String text, Message message) implements Step {}

    /** A message was sent that is about the device as a whole: a greeting, a keep-alive, a panic. */
    record Said(String device, String why, Message message) implements Step {}

    /** Several messages made one: a 14-bit controller, an RPN or NRPN. */
    record Joined(Message message) implements Step {}

    /** An address was a pattern, and this is one that it matches. */
    record Matched(Message message) implements Step {}

    /** A message waits until it is due. */
    record Waits(long nanos) implements Step {}

    /** Nothing in the rig is about this message. */
    record NobodyListens() implements Step {}

    /** A person said that such messages are not to be taken. */
    record Filtered(String why) implements Step {}

    /** Something came in that cannot be used. */
    record Refused(String why) implements Step {}

    /** A page of a device's controls was opened, as far as its messages tell. */
    record PageOpened(String device, String group, int page) implements Step {}

    /** A preset of a device was recalled; what it set stands in steps of its own. */
    record PresetRecalled(String device, String preset) implements Step {}

    /** A message was about the device's memory, not about anything played. */
    record OfMemory() implements Step {}

    /** A device came or went. */
    record PresenceChanged(String device, boolean present) implements Step {}

    /**
     * What is believed of a device may be wrong: it is greeted, asked, and told everything again.
     *
     * @param why what told of it, in words
     */
    record Doubted(String device, String why) implements Step {}

    /**
     * The first word of a device after a gap is not what Orchard has.
     *
     * @param ours where Orchard has the parameter
     * @param theirs where the device has it
     * @param oursWins whether it is sent again; else what the device says is taken
     * @param both whether both sides moved it meanwhile
     */
    record Reconciled(Ref.ToParameter parameter, double ours, double theirs, boolean oursWins, boolean both)
            implements Step {}

    /** A value was sent again and again because of what its device answered, and never confirmed; it is not sent again. */
    record Unconfirmed(Ref.ToParameter parameter, int times) implements Step {}

    /**
     * A mapping was found in a loop that goes round through devices, and is muted.
     *
     * @param from the device whose answers set it off
     * @param to the device it sets
     * @param rounds how many answers led here
     */
    record LoopCut(String mapping, String from, String to, int rounds) implements Step {}

    /** A mapping that was muted acts again. */
    record LoopFreed(String mapping) implements Step {}
}
