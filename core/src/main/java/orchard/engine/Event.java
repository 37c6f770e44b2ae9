package orchard.engine;

import orchard.signal.Message;

/**
 * Something the engine has to deal with. Every event carries its time in nanoseconds of the engine's clock; times never
 * run backwards within the stream of events.
 */
public sealed interface Event {

    /** When it happened. */
    long nanos();

    /** A message came in from a device. */
    record Arrived(long nanos, String device, Message message) implements Event {}

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

    /** The rig was edited; from now on this plan holds. */
    record Replanned(long nanos, Plan plan) implements Event {}

    /** A device came or went. */
    record Presence(long nanos, String device, boolean present) implements Event {}

    /** Everything has to stop. */
    record Panic(long nanos) implements Event {}

    /** Time passed, and something that was waiting for it was done. */
    record Passed(long nanos) implements Event {}
}
