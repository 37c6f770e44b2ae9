package orchard.engine;

import java.util.List;
import orchard.signal.Message;

/**
 * Something the engine has to deal with. Every event carries the time it happened, in nanoseconds of the engine's clock. What overtook others in front of the
 * engine is dealt with before them, so an event may be older than the one before it; the engine's own clock never runs backwards.
 */
public sealed interface Event {

    /** When it happened. */
    long nanos();

    /** A message came in from a device. */
    record Arrived(long nanos, String device, Message message) implements Event {}

    /**
     * A message came in, but everything was stopped, or its device was gone, before it could be dealt with: what it says of where things stand is taken, and
     * nothing acts on it.
     */
    record Overtaken(long nanos, String device, Message message) implements Event {}

    /**
     * A message came in that says itself when it is due.
     *
     * @param due when to deal with it, on the clock of the events
     */
    record Dated(long nanos, long due, String device, Message message) implements Event {}

    /** A person set a parameter on a page; position 0..1. */
    record Touched(long nanos, String device, String parameter, double position) implements Event {}

    /** A person opened a page of a device's parameters. */
    record Opened(long nanos, String device, String page) implements Event {}

    /** A person recalled a preset on a page. */
    record Recalled(long nanos, String preset) implements Event {}

    /**
     * A person, or a page for a person, sends a message.
     *
     * @param why what for, in words
     */
    record Typed(long nanos, String device, Message message, String why) implements Event {}

    /** The rig was edited; from now on this plan holds. What rests on things that are gone has been paid when this has been dealt with. */
    record Replanned(long nanos, Plan plan) implements Event {}

    /** After an edit these devices have their seats, or other ones than before, and can be spoken to. */
    record Seated(long nanos, List<String> devices) implements Event {
        public Seated {
            devices = List.copyOf(devices);
        }
    }

    /** A device came or went. */
    record Presence(long nanos, String device, boolean present) implements Event {}

    /**
     * There was a gap, however short: what is believed of a device that is there may be wrong.
     *
     * @param why what told of the gap, in words
     */
    record Doubted(long nanos, String device, String why) implements Event {}

    /**
     * What a person held is let go, because nobody will say so: the page it was held on is gone, or the one that lent its port.
     *
     * @param control id of the control on that device; "" for all
     */
    record Dropped(long nanos, String device, String control) implements Event {}

    /** A mapping that was found in a loop may act again. */
    record Freed(long nanos, String mapping) implements Event {}

    /**
     * Everything has to stop.
     *
     * @param device the only device that has to, or "" for all
     */
    record Panic(long nanos, String device) implements Event {
        /** Of everything. */
        public Panic(long nanos) {
            this(nanos, "");
        }
    }

    /** Time passed, and something that was waiting for it was done. */
    record Passed(long nanos) implements Event {}
}
