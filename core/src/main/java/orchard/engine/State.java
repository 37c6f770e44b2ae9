package orchard.engine;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import orchard.action.Ramp;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.Target;
import orchard.gear.DeviceColours;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.light.Sweep;
import orchard.parameter.Parameter;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;

/**
 * All that changes in the engine: one small object for each thing of the rig, and what waits. The compiler makes the objects, gives
 * the same one to the same thing in every plan, and forgets it with the thing; only the engine's thread looks into them and writes. What the plan in force
 * says of a thing stands in its object too ({@code plan}, {@code listeners}, {@code rules} …), exchanged when a plan takes effect, so that plans need not
 * point at one another and an edit makes anew only what it touches. NaN and null mean “not known”.
 */
final class State {

    /** Presses that are held, and all that is owed because of them. */
    final Ledger ledger = new Ledger();

    /** What has to be done later. */
    final Timers timers = new Timers();

    /** Lights that may have something new to show. */
    final ArrayDeque<OfLight> dirtyLights = new ArrayDeque<>();

    /** Parameters whose devices told something while Orchard was still sending. */
    final ArrayDeque<OfParameter> doubtful = new ArrayDeque<>();

    /** The clock that is made here. */
    OfClock clock;

    /** Routes in which values wait. */
    final List<OfRoute> thinned = new ArrayList<>();

    /** What moves on by itself, with time. */
    final List<OfTarget> moving = new ArrayList<>();

    /** Shapes before a press that move on by themselves. */
    final List<Ripening> ripening = new ArrayList<>();

    /**
     * A shape before a press.
     *
     * @param press of a key; null for a control that counts as pressed in the upper half of its way
     */
    record Ripening(MappingPlan plan, Plan.BranchPlan branch, OfControl control, Press press) {}

    /** Devices that did not confirm yet what is believed of them. */
    final List<OfDevice> doubted = new ArrayList<>();

    /** Devices whose values were moved lately, and that will be asked whether both sides have the same. */
    final List<OfDevice> active = new ArrayList<>();

    /** What devices have to be asked for, or were asked for and did not tell yet. */
    final List<OfDump> asking = new ArrayList<>();

    /** A message in which a device tells several parameters. */
    static final class OfDump {
        final OfDevice device;
        final String name;
        /** How often it was asked for since it is waited for, and when it was last; when it is asked for again. */
        int asked;

        long askedNanos = Long.MIN_VALUE / 2;
        long due;
        /** As it was heard last, or null. */
        MidiMessage.SysEx last;

        OfDump(OfDevice device, String name) {
            this.device = device;
            this.name = name;
        }
    }

    /** Layers that were switched on and stay on, the last one on top; those of pages among them. */
    final List<OfLayer> latched = new ArrayList<>();

    /** What holds layers on, in the order in which it was pressed. */
    final List<Debt.Layer> holding = new ArrayList<>();

    /** The layers that are on, the lowest first. */
    final List<OfLayer> stack = new ArrayList<>();

    /** The layers there are, and the controls they decide about, as the plan in force says. */
    List<Plan.LayerPlan> layers = List.of();

    OfControl[] layered = Nothing.CONTROLS;

    /** The senses of fingers that tell what is touched, as the plan in force says. */
    List<OfControl> touchSenses = List.of();

    /** Counts how often it was worked out who listens. */
    long looked;

    /** Ids of mappings, layers and devices that are silenced, and of those that alone may act; none for all. */
    final Set<String> silenced = new LinkedHashSet<>();

    final Set<String> alone = new LinkedHashSet<>();

    /** Messages that say when they are due, the earliest first, those of one moment in the order in which they came. */
    final PriorityQueue<Dated> dated =
            new PriorityQueue<>(Comparator.comparingLong(Dated::due).thenComparingLong(Dated::order));

    long datedOrder;

    /** A message that waits. */
    record Dated(long due, long order, Event.Dated event) {}

    /** Something whose coming, going or moving sets mappings off. */
    abstract static class Source {
        /** What it sets off, as the plan in force says. */
        Plan.Watch[] watches = Nothing.WATCHES;
        /** The lights that may show something else then. */
        OfLight[] lights = Nothing.LIGHTS;
    }

    /** Which parameter was set from here last. */
    static final class LastChanged extends Source {
        OfParameter parameter;
    }

    /** The lights that show names, whether these have to be kept apart anew, and the lights that are told in this turn. */
    final List<OfLight> named = new ArrayList<>();

    boolean namesMoved;
    final List<OfLight> telling = new ArrayList<>();

    /** What a trigger remembers. */
    static final class OfTrigger {
        /** Where its value stood, and how often its address had moved then. */
        double before = Double.NaN;

        long moves;
        /** When it is due next, or {@link Long#MAX_VALUE}. */
        long next = Long.MAX_VALUE;
    }

    /** Parameters that are on their way to a value. */
    final List<OfRamp> ramps = new ArrayList<>();

    /** Which parameter was set last. */
    LastChanged changed;

    /** What tells how fast beats go, or null; and how fast they went last, in beats a minute. */
    OfAddress tempo;
    /** The addresses that go through foci, in the plan in force. */
    final List<OfAddress> through = new ArrayList<>();

    double bpm = Tempo.BEGINS;
    /** How much of a beat had passed when it was last asked for, when that was, and how fast they went then. */
    double beats;

    long beatsNanos;
    double beatsBpm = Tempo.BEGINS;

    /** What makes lamps darker, as the plan in force says. */
    Plan.Dark dark = new Plan.Dark(null, null);

    /** Devices on which other notes are held than before this turn. */
    final Set<OfDevice> notesMoved = new LinkedHashSet<>();

    /** Lights that have to be looked at again though nothing changed. */
    final List<OfLight> restless = new ArrayList<>();

    /** A parameter that is on its way to a value. */
    static final class OfRamp {
        /** What sent it there, and the trace in which it did. */
        final OfMapping mapping;

        final OfParameter parameter;
        final double from;
        final double to;
        final DoubleUnaryOperator curve;
        final long begun;
        final long nanos;
        final long cause;
        /** Where it was left, and how often it had been set then. */
        double left;

        long sets;
        /** When it goes on. */
        long next;

        OfRamp(
                OfMapping mapping,
                OfParameter parameter,
                double from,
                double to,
                Ramp how,
                long begun,
                long nanos,
                long cause) {
            this.curve = how.curve() == null ? share -> share : how.curve().forward();
            this.mapping = mapping;
            this.parameter = parameter;
            this.from = from;
            this.to = to;
            this.begun = begun;
            this.nanos = nanos;
            this.cause = cause;
            this.left = from;
            this.sets = parameter.sets;
            this.next = begun;
        }
    }

    /** Mappings that were set off in this turn and have not acted yet, in the order in which they were. */
    final ArrayDeque<Fired> fired = new ArrayDeque<>();

    /**
     * A mapping that was set off.
     *
     * @param position where what set it off stands, 0..1
     * @param heard what stood in the message that did, if one did
     */
    record Fired(OfMapping mapping, double position, Heard heard) {}

    /** The clock that is made here: whom it goes to, whether it runs, and its ticks since it was started. */
    static final class OfClock extends Source {
        List<Plan.ClockPlan> to = List.of();
        /** Who came since, and is told where it is. */
        final Set<OfDevice> joining = new LinkedHashSet<>();

        boolean runs;
        long ticks;
        long due = Long.MAX_VALUE;
        /** When it ticks next, with the fraction of a nanosecond. */
        double exact;
    }

    /** A note that sounds because of a route. */
    record Passed(Press press, int channel, int note) {}

    /** What one route keeps sounding and moved, and what waits to be passed on. */
    static final class OfRoute {
        final String id;
        Plan.RoutePlan plan;
        /** What sounds, by the channel and number of the key that was struck. */
        final Map<Integer, Passed> notes = new HashMap<>();
        /** On which channels pedals (64–67) are not up and the pitch is bent at its end, a bit each. */
        final int[] pedals = new int[4];

        int bends;
        /** Joins the halves of what is told there. */
        final MidiJoiner joiner = new MidiJoiner();
        /** Values that wait, in the order in which they began to, until when; and when each was passed on last. */
        final Map<Integer, MidiMessage> waiting = new LinkedHashMap<>();

        long due;
        final Map<Integer, Long> said = new HashMap<>();
        /** Whether it passes nothing on because somebody silenced one of its devices, or something else is tried alone. */
        boolean silent;

        OfRoute(String id) {
            this.id = id;
        }

        boolean plays(int channel) {
            return notes.keySet().stream().anyMatch(key -> key >> 7 == channel);
        }
    }

    /** A device. */
    static final class OfDevice extends Source {
        final String id;
        DevicePlan plan;
        boolean present;
        /** How often it came; whoever saw another number knows that it was away. */
        int comings;
        /** Since when it is doubted, or {@link Long#MIN_VALUE}. */
        long doubtedNanos = Long.MIN_VALUE;
        /** Since when its values are moved without having been compared, and when they were last moved. */
        long activeSince;

        long activeNanos;
        /** When it was last greeted. */
        long greetedNanos = Long.MIN_VALUE / 2;
        /** Its channels that stand for layers, a bit each, and which of them it spoke on last; 0 for its own. */
        int spares;

        final OfSelector channel = new OfSelector();
        /** What joins the halves of its messages; made when first needed. */
        MidiJoiner joiner;
        /** When the last ticks of its clock came, going round, and how many came without a gap. */
        final long[] ticks = new long[Ticks.TICKS + 1];

        /** By which routes it is passed on what it says, in the plan in force. */
        Plan.RoutePlan[] routes = Nothing.ROUTES;
        /** When a slow wire will have carried what routes passed on to it. */
        long wireFree;

        /** The numbers it chose last on channels 1 and 16 (coarse, fine), and the channels on which it says one note each, a bit each; which of them belong to channel 16. */
        final int[] rpn = {127, 127, 127, 127};

        int members;
        int upper;

        /** How many ticks of a beat passed. */
        int ofBeat;

        int ticked;
        /** What it said that its groups are called, by their ids. */
        final Map<String, String> groupNames = new HashMap<>();
        /** The channels on which notes sound on that were let go, a bit each, and who owes their ends. */
        int keeps;

        Press keeper;
        /** The notes that Orchard keeps sounding on it, and those it said that sound. */
        final BitSet sounding = new BitSet(128);

        final BitSet heard = new BitSet(128);
        /** Channels on which notes were sent since its wire was last whole. */
        final BitSet played = new BitSet(17);
        /** What Orchard said to it last, as far as it may be answered. */
        final Causes.Said said = new Causes.Said();

        OfDevice(String id) {
            this.id = id;
        }

        boolean isDoubted() {
            return doubtedNanos != Long.MIN_VALUE;
        }

        MidiJoiner joiner() {
            if (joiner == null) {
                joiner = new MidiJoiner();
            }
            return joiner;
        }
    }

    /** What a hand finds at one place of a device: it is the same on every page. */
    static final class Hand {
        /** How often it was moved, by whatever page. */
        long moves;
        /** After a gap nobody knows whether it stands where it stood. */
        boolean doubted;
    }

    /** One dimension of a control. */
    static final class OfControl {
        final Ref.ToControl ref;
        final OfDevice device;
        final Hand hand;
        ControlPlan plan;
        /** All mappings that are about it, in the order of the rig. */
        MappingPlan[] about = Nothing.MAPPINGS;
        /** Those of them that listen to it now: the topmost layer's that has any. */
        MappingPlan[] listeners = Nothing.MAPPINGS;
        /** Of a touch sense: what may want to know of the finger. */
        Plan.Touch[] touches = Nothing.TOUCHES;
        /** The parameters that were told of the finger that is down, and will be told when it leaves. */
        final List<OfParameter> touching = new ArrayList<>(0);
        /** 0..1. */
        double position = Double.NaN;
        /** The number last heard, where it counts without end. */
        double number = Double.NaN;
        /** Whether a hand holds it down. */
        boolean down;
        /** Who took what is held; the release is theirs. */
        final List<Press> presses = new ArrayList<>(0);

        OfControl(Ref.ToControl ref, OfDevice device, Hand hand) {
            this.ref = ref;
            this.device = device;
            this.hand = hand;
        }

        boolean isHeld() {
            return position > 0;
        }
    }

    /** A parameter. */
    static final class OfParameter extends Source {
        final Ref.ToParameter ref;
        final OfDevice device;
        /** What it is, as the plan in force says. */
        Parameter parameter;
        /** It as the address of those who always mean it. */
        final OfAddress plain = new OfAddress(this);
        /** The addresses that mean it now, as their foci stand. */
        final List<OfAddress> under = new ArrayList<>(0);
        /** The foci that go with it, or pass over a place because of it. */
        OfFocus[] foci = Nothing.FOCI;
        /** What its position was counted by, of a variable; null before it began. */
        Parameter counted;
        /** Where it stands as far as Orchard knows, 0..1. */
        double position = Double.NaN;
        /** The device's own words for that; null until they are told or needed. */
        String text;
        /** What Orchard last sent. */
        double sent = Double.NaN;
        /** How often Orchard set it. */
        long sets;

        long sentNanos;
        /** What the device last said, of its own or as an answer: this both sides agreed on. */
        double agreed = Double.NaN;
        /** Whether the device said that it stands where Orchard thinks; until then a message may have been lost. */
        boolean confirmed;
        /** After a gap: its device has not said anew where it stands. */
        boolean doubted;
        /** What the device told while Orchard was still sending: taken if it stands once the sending has stopped. */
        double told = Double.NaN;

        String toldText;
        /** Whether its device stands elsewhere once this is chosen: what it tells then in its dumps. */
        boolean recalls;
        /** Whether its device was asked, or will be, where it stands; until it told, hands that would have to pick it up wait. */
        boolean awaited;
        /** It was held before its device told where it stood, and let go already: once it told, it goes back there. */
        boolean goesBack;
        /** Those who hold it elsewhere until they are let go, the first below. */
        final List<Debt.Return> holders = new ArrayList<>(0);

        OfParameter(Ref.ToParameter ref, OfDevice device) {
            this.ref = ref;
            this.device = device;
        }
    }

    /** A parameter as a mapping names it: always the same one, or that of a place under a focus. */
    static final class OfAddress {
        /** Those of all places, null where a place has none; of a plain address its only one. */
        final OfParameter[] places;
        /** The focus it goes through, and how far from its first place, from 0; null for a plain address. */
        final OfFocus focus;

        final int offset;
        /** The one it means now; null where the focus has no such place. */
        OfParameter now;
        /** How often it came to mean another one. */
        long moves;
        /** The lights that show what it means. */
        OfLight[] lights = Nothing.LIGHTS;

        OfAddress(OfParameter only) {
            this.places = new OfParameter[] {only};
            this.focus = null;
            this.offset = 0;
            this.now = only;
        }

        /** It means another parameter from now on, or none. */
        void means(OfParameter other) {
            if (now != null) {
                now.under.remove(this);
            }
            now = other;
            if (now != null) {
                now.under.add(this);
            }
        }

        OfAddress(OfFocus focus, int offset, OfParameter[] places) {
            this.places = places;
            this.focus = focus;
            this.offset = offset;
        }
    }

    /** A focus. */
    static final class OfFocus extends Source {
        final String id;
        /** What it goes over, as the plan in force says; null once it is gone. */
        Plan.FocusPlan plan;
        /** The number of the first place under it among those that are not passed over, from 0. */
        int at;
        /** Id of that place: it stays the same when places come between. */
        String current = "";
        /** Whether it stays where it is, whatever it follows. */
        boolean pinned;
        /** The numbers of the places that are not passed over; null until they are counted. */
        int[] visible;
        /** Ids of the places that were picked, of a focus that holds several. */
        final Set<String> picked = new LinkedHashSet<>();
        /** The numbers of the places under it, −1 where there is none. */
        int[] under = {};

        OfFocus(String id) {
            this.id = id;
        }
    }

    /** A light. */
    static final class OfLight {
        final Ref.ToLight ref;
        final OfDevice device;
        LightPlan plan;
        /** What it shows: the first of these that is in force. */
        Plan.LightRule[] rules = Nothing.RULES;
        /** What it is believed to show; null in doubt. */
        Message shown;
        /** What it was told last. */
        Message told;
        /** When it was last told something. */
        long shownNanos = Long.MIN_VALUE / 2;
        /** Whether Orchard ever told it something, and has to clear it away again. */
        boolean used;
        /** Until when a hand that moves it is left alone. */
        long handUntil = Long.MIN_VALUE / 2;
        /** How often it was put right without a hand having moved it. */
        int corrections;
        /** Whether it is among those that may have something new to show. */
        boolean dirty;
        /** How often it was told something, each time shortly after the last. */
        int restless;
        /** Until when a name gives way to the value that was moved. */
        long valueUntil = Long.MIN_VALUE;
        /** When it has to be looked at again though nothing changed: it blinks, or a name comes back. */
        long again = Long.MAX_VALUE;
        /** What was sent for which colour at which brightness when one was last looked for. */
        String colour;

        double brightness = Double.NaN;
        /** The parameter whose name it shows, or null; and that name among those of its neighbours. */
        OfParameter named;

        String name = "";
        /** How a ring was drawn last. */
        Sweep sweep = Sweep.DOT;

        int index;
        DeviceColours coloursOf;
        /** What it shows, and since when. */
        Plan.Shown showing;

        long showingNanos;

        OfLight(Ref.ToLight ref, OfDevice device) {
            this.ref = ref;
            this.device = device;
        }
    }

    /** A layer. */
    static final class OfLayer extends Source {
        final String id;
        /** What it is, as the plan in force says; null once it is gone. */
        Plan.LayerPlan plan;
        /** How many layers lie below it and itself; 0 while it is off. */
        int rank;

        OfLayer(String id) {
            this.id = id;
        }

        boolean isOn() {
            return rank > 0;
        }
    }

    /** Which of several is current. */
    static final class OfSelector extends Source {
        /** Id of the current place, "" for none; it stays the same when places are moved or come between. */
        String current = "";
        /** Number of the current place, from 1; 0 for none. */
        int at;
        /** How often it was moved. */
        int turns;
        /** What there is to choose from, as the plan in force says. */
        Selector selector;
    }

    /** A mapping. */
    static final class OfMapping {
        final String id;
        /** Null once it is no longer in force. */
        MappingPlan plan;
        /** Whether it listens to anything now, and is not under another layer everywhere. */
        boolean active;
        /** When that was last worked out, and the rank then, or −1 if it did not listen. */
        long looked;

        int wasRank;
        /** The rank of the highest layer it lives in that is on; 0 below all layers. */
        int rank;
        /** The newest plan it was in. */
        Plan inForce;
        /** Whether it was said already what is wrong with it. */
        boolean faultTold;
        /** Whether it does not act because somebody silenced it, or something else is tried alone. */
        boolean silent;
        /** Why it does not act although it could: it was found in a loop; null if it acts. */
        String muted;
        /** When its control was last pressed, for a second press, or last stepped; NaN for never. */
        double lastNanos = Double.NaN;
        /** The control that was pressed then. */
        OfControl lastControl;
        /** How far a finger has gone round, in turns. */
        double turns = Double.NaN;
        /** Where the finger was, in turns; NaN for nowhere. */
        double angle = Double.NaN;

        OfMapping(String id) {
            this.id = id;
        }
    }

    /** A parameter that follows a control, seen from its mapping. */
    static final class OfTarget {
        Target plan;
        /** What its stages remember. */
        final double[] stages;
        /** Where the control was, as far as the takeover looks at it. */
        double before = Double.NaN;
        /** Where the mapping left the parameter. */
        double left = Double.NaN;
        /** Where the control was when it began to move finely; NaN while it does not. */
        double fine = Double.NaN;
        /** The position it stood for then. */
        double fineFrom = Double.NaN;
        /** What the mapping last saw: which hand, after how many moves, and how often all it rests on had come and been turned. */
        Hand hand;

        long handMoves;
        long epoch;
        boolean moving;
        /** What set it moving, and how often its address had moved then: it goes on in that place, or not at all. */
        long cause;

        long on;

        OfTarget(int memory) {
            stages = fresh(memory);
        }
    }

    /** Something that is done once, as far as it remembers. */
    static final class OfAction {
        ActionPlan plan;
        final double[] memory;

        OfAction(int memory) {
            this.memory = fresh(memory);
        }
    }

    private static double[] fresh(int length) {
        if (length == 0) {
            return Nothing.MEMORY;
        }
        double[] memory = new double[length];
        Arrays.fill(memory, Double.NaN);
        return memory;
    }
}
