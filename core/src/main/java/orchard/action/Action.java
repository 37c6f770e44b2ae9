package orchard.action;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import orchard.condition.FocusAt;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * One thing that is done.
 *
 * <p>A new one is a file, a line in each of the three lists here, and what it does in {@code engine.Actions}.
 */
public sealed interface Action
        permits Choose,
                ForEach,
                GoToSong,
                Hold,
                HoldNotes,
                MoveFocus,
                NextLayer,
                Nudge,
                OpenPage,
                PickPlace,
                PinFocus,
                PlayNotes,
                Ramp,
                Recall,
                Reset,
                ResetMoved,
                RunClock,
                SayMessage,
                Send,
                SetOfPage,
                SetParameter,
                SetTo,
                StopAll,
                SwitchLayer,
                Tap,
                Toggle,
                TypeKeys,
                Wait {

    /**
     * The kinds of actions, in the order in which they are offered.
     *
     * @param words as it stands in the list
     * @param fresh a new one, about a parameter and a device as far as it has to do with them
     */
    enum Kind {
        FOLLOW("let follow", (parameter, device, names) -> new SetParameter(parameter)),
        SET("set to", (parameter, device, names) -> new SetTo(parameter, Value.standard(parameter, names))),
        HOLD(
                "hold at, then return",
                (parameter, device, names) -> new Hold(parameter, Value.standard(parameter, names))),
        TOGGLE("switch between", Toggle::fresh),
        MOVE("move by", (parameter, device, names) -> new Nudge(parameter, 1, false)),
        RESET("set to its default", (parameter, device, names) -> new Reset(parameter)),
        RESET_MOVED("reset what is moved while held", (parameter, device, names) -> new ResetMoved()),
        CHOOSE("choose one of", (parameter, device, names) -> new Choose(parameter, List.of(), null)),
        ROW("set what is on the open page of", (parameter, device, names) -> new SetOfPage(device)),
        PAGE("turn the page of", (parameter, device, names) -> new OpenPage(device, "", 1, "")),
        RECALL("recall a preset of", (parameter, device, names) -> new Recall(device, "", 1, "")),
        LAYER("switch a layer", (parameter, device, names) -> new SwitchLayer("", SwitchLayer.Way.HELD)),
        NEXT_LAYER("go to another layer of", (parameter, device, names) -> new NextLayer("", 1)),
        FOCUS("move a focus", (parameter, device, names) -> new MoveFocus("", "", 1, false)),
        PIN("pin a focus", (parameter, device, names) -> new PinFocus("", PinFocus.Way.TURN)),
        PICK("pick a place of a focus", (parameter, device, names) -> new PickPlace("", "", PickPlace.Way.TURN)),
        RAMP(
                "bring to, over a time",
                (parameter, device, names) -> new Ramp(parameter, Value.standard(parameter, names), 2)),
        EACH("for each", (parameter, device, names) -> ForEach.fresh("", names)),
        SONG("go to a song", (parameter, device, names) -> new GoToSong("", 1)),
        TAP("tap the tempo of", (parameter, device, names) -> new Tap(parameter)),
        PLAY("play notes on", (parameter, device, names) -> new PlayNotes(device, 1, 60)),
        HOLD_NOTES("keep notes sounding on", (parameter, device, names) -> new HoldNotes(device, List.of())),
        CLOCK("start or stop the clock", (parameter, device, names) -> new RunClock(RunClock.Way.TURN)),
        SEND("send a message", (parameter, device, names) -> new Send(device, Send.EXAMPLE)),
        TYPE("type keys on", (parameter, device, names) -> new TypeKeys(device, TypeKeys.EXAMPLE, 1, 2, false)),
        SAY(
                "say a message with numbers in it",
                (parameter, device, names) -> new SayMessage(device, SayMessage.EXAMPLE, List.of())),
        WAIT("wait", (parameter, device, names) -> new Wait(0.5)),
        STOP("stop everything", (parameter, device, names) -> new StopAll());

        private interface Fresh {
            Action action(Ref.ToParameter parameter, String device, Directory names);
        }

        private final String words;
        private final Fresh fresh;

        Kind(String words, Fresh fresh) {
            this.words = words;
            this.fresh = fresh;
        }

        /** As it stands in the list. */
        public String words() {
            return words;
        }

        /**
         * A new action of this kind, before it is filled in.
         *
         * @param parameter what it may be about; {@link Ref.ToParameter#NONE} if nothing is chosen yet
         * @param device id of the device it may be about, or ""
         */
        public Action fresh(Ref.ToParameter parameter, String device, Directory names) {
            return fresh.action(parameter, device, names);
        }
    }

    /** What sort of action it is. */
    Kind kind();

    /** What a person fills in. */
    List<Field> fields(Directory names);

    /**
     * The same kind of action as it was filled in.
     *
     * @throws Mistake beside the field that cannot be read
     */
    Action filled(Typed typed, Directory names);

    /** How many numbers it remembers from one time to the next. */
    default int memory() {
        return 1;
    }

    /** Id of the device it is about without a parameter, or "". */
    default String device() {
        return "";
    }

    /** Whose current place it moves, if it does. */
    default Optional<Selector.Owner> moves() {
        return Optional.empty();
    }

    /** The ids of the places it goes through, or of the only one it chooses. */
    default Set<String> goesThrough(Directory names) {
        return Set.of();
    }

    /** The ids of the layers it switches, or goes through. */
    default List<String> layers(Directory names) {
        return List.of();
    }

    /** The id of the focus it moves, or pins. */
    default Optional<String> movesFocus() {
        return Optional.empty();
    }

    /** The place it brings under a focus, if it does and there is one. */
    default Optional<FocusAt> bringsUnder(Directory names) {
        return Optional.empty();
    }

    /** Whether it follows the control all the way; all others are done once. */
    default boolean follows() {
        return false;
    }

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

    /**
     * Why it cannot be done with what is known of the message that sets it off, as a sentence; empty if it can.
     *
     * @param heard the names of what stands in such messages
     */
    default Optional<String> fault(Directory names, List<String> heard) {
        return Optional.empty();
    }

    /** Whether a lamp that answers it is lit while its parameter stands at a position: where it was put, or in the upper half. */
    default boolean isLit(Parameter parameter, double position) {
        return position >= 0.5;
    }

    /**
     * The same for the lamp of one of several controls that set it off.
     *
     * @param place which of them, the first one 0
     */
    default boolean isLit(Parameter parameter, double position, int place) {
        return isLit(parameter, position);
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

        R forEach(ForEach action);

        R goToSong(GoToSong action);

        R hold(Hold action);

        R holdNotes(HoldNotes action);

        R moveFocus(MoveFocus action);

        R nextLayer(NextLayer action);

        R nudge(Nudge action);

        R openPage(OpenPage action);

        R pickPlace(PickPlace action);

        R pinFocus(PinFocus action);

        R playNotes(PlayNotes action);

        R ramp(Ramp action);

        R recall(Recall action);

        R reset(Reset action);

        R resetMoved(ResetMoved action);

        R runClock(RunClock action);

        R sayMessage(SayMessage action);

        R send(Send action);

        R setOfPage(SetOfPage action);

        R setParameter(SetParameter action);

        R setTo(SetTo action);

        R stopAll(StopAll action);

        R switchLayer(SwitchLayer action);

        R tap(Tap action);

        R toggle(Toggle action);

        R typeKeys(TypeKeys action);

        R wait(Wait action);
    }

    /** The parameter that was chosen for an action, which is in the rig. */
    static Ref.ToParameter chosen(Typed typed, Directory names) {
        Ref.ToParameter chosen = Ref.ToParameter.of(typed.text("parameter"))
                .orElseThrow(() -> new Mistake("parameter", "choose a parameter"));
        Parameter parameter = names.parameter(chosen)
                .orElseThrow(() -> new Mistake("parameter", "the parameter is not there any more"));
        if (!parameter.settable()) {
            throw new Mistake("parameter", names.words(chosen) + " is only told and cannot be set; choose another");
        }
        return chosen;
    }

    /** The device that was chosen for an action. */
    static String device(Typed typed, Directory names) {
        String id = typed.text("device");
        return names.device(id).map(Device::id).orElseThrow(() -> new Mistake("device", "choose a device"));
    }

    /** The field for the parameter. */
    static Field parameterField(Ref.ToParameter parameter) {
        return Field.ofRig("parameter", "Parameter", parameter.key(), Field.Input.PARAMETER);
    }

    /** The field for the device. */
    static Field deviceField(String device) {
        return Field.ofRig("device", "Device", device, Field.Input.DEVICE);
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
