package orchard.engine;

import java.util.List;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.outcome.Telling;
import orchard.parameter.Typed;
import orchard.signal.Message;

/**
 * Something the engine has to deal with. Every event carries the time it happened, in nanoseconds of the engine's clock. What overtook others in front of the
 * engine is dealt with before them, so an event may be older than the one before it; the engine's own clock never runs backwards.
 */
public sealed interface Event {

    /** When it happened. */
    long nanos();

    /** How the story of it begins, as a sentence; "" where what came of it says all. */
    String words(Directory names);

    /** Leads to the visitor's method for this event. */
    void accept(Visitor visitor);

    /** Somebody who has to know of every event. */
    interface Visitor {
        void arrived(Arrived event);

        void overtaken(Overtaken event);

        void dated(Dated event);

        void touched(Touched event);

        void opened(Opened event);

        void focused(Focused event);

        void picked(Picked event);

        void played(Played event);

        void variableKept(VariableKept event);

        void layered(Layered event);

        void recalled(Recalled event);

        void resumed(Resumed event);

        void silenced(Silenced event);

        void songReached(SongReached event);

        void typed(Typed event);

        void replanned(Replanned event);

        void seated(Seated event);

        void presence(Presence event);

        void doubted(Doubted event);

        void dropped(Dropped event);

        void freed(Freed event);

        void panic(Panic event);

        void passed(Passed event);
    }

    /** A message came in from a device. */
    record Arrived(long nanos, String device, Message message) implements Event {
        @Override
        public String words(Directory names) {
            return message.words() + " came from " + Telling.sender(device, names) + ".";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.arrived(this);
        }
    }

    /**
     * A message came in, but everything was stopped, or its device was gone, before it could be dealt with: what it says of where things stand is taken, and
     * nothing acts on it.
     */
    record Overtaken(long nanos, String device, Message message) implements Event {
        @Override
        public String words(Directory names) {
            return message.words() + " came from " + Telling.device(device, names)
                    + ", but before it could be dealt with everything was stopped, or its cable was pulled.";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.overtaken(this);
        }
    }

    /**
     * A message came in that says itself when it is due.
     *
     * @param due when to deal with it, on the clock of the events
     */
    record Dated(long nanos, long due, String device, Message message) implements Event {
        @Override
        public String words(Directory names) {
            return message.words() + " came from " + Telling.sender(device, names) + ".";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.dated(this);
        }
    }

    /** A person set a parameter on a page; position 0..1. */
    record Touched(long nanos, String device, String parameter, double position) implements Event {
        @Override
        public String words(Directory names) {
            return names.words(new Ref.ToParameter(device, parameter)) + " was touched on a page.";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.touched(this);
        }
    }

    /**
     * A person moved a focus on a page.
     *
     * @param place id of the first place it goes to; "" for none
     * @param by how many places it goes on if it goes to none; 0 to leave it where it is
     * @param pinned where it is left: whether it is pinned there
     */
    record Focused(long nanos, String focus, String place, int by, boolean pinned) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.focused(this);
        }
    }

    /**
     * A person picked a place of a focus that holds several, or let it go.
     *
     * @param place its id
     */
    record Picked(long nanos, String focus, String place, boolean on) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.picked(this);
        }
    }

    /**
     * A variable stood somewhere when Orchard ended.
     *
     * @param real in its unit
     */
    record VariableKept(long nanos, Ref.ToParameter variable, double real) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.variableKept(this);
        }
    }

    /**
     * A hand puts a control somewhere, and no device has to tell of it: one that is tried.
     *
     * @param position 0..1; an endless control goes a step on
     */
    record Played(long nanos, Ref.ToControl control, double position) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.played(this);
        }
    }

    /** A person switched a layer on a page. */
    record Layered(long nanos, String layer, boolean on) implements Event {
        @Override
        public String words(Directory names) {
            return "Layer " + names.layerName(layer) + " was turned " + (on ? "on" : "off") + " on a page.";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.layered(this);
        }
    }

    /**
     * A person silenced something, or let it act again.
     *
     * @param id of a mapping, a layer or a device; "" for: everything acts again
     * @param alone whether it is tried alone instead, or no longer
     */
    record Silenced(long nanos, String id, boolean alone, boolean on) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.silenced(this);
        }
    }

    /** The performance stands at a song. */
    record SongReached(long nanos, String song) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.songReached(this);
        }
    }

    /**
     * What stood when Orchard ended stands again. Nobody moved anything, so nothing is set off by it; it comes before everything else.
     *
     * @param stands foci, layers and the song, each as if a hand had put it there
     */
    record Resumed(long nanos, List<Event> stands) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.resumed(this);
        }
    }

    /** A person opened a page of a device's parameters. */
    record Opened(long nanos, String device, String page) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.opened(this);
        }
    }

    /** A person recalled a preset on a page. */
    record Recalled(long nanos, String preset) implements Event {
        @Override
        public String words(Directory names) {
            return "A preset was asked for on a page.";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.recalled(this);
        }
    }

    /**
     * A person, or a page for a person, sends a message.
     *
     * @param why what for, in words
     */
    record Typed(long nanos, String device, Message message, String why) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.typed(this);
        }
    }

    /** The rig was edited; from now on this plan holds. What rests on things that are gone has been paid when this has been dealt with. */
    record Replanned(long nanos, Plan plan) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.replanned(this);
        }
    }

    /** After an edit these devices have their seats, or other ones than before, and can be spoken to. */
    record Seated(long nanos, List<String> devices) implements Event {
        public Seated {
            devices = List.copyOf(devices);
        }

        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.seated(this);
        }
    }

    /** A device came or went. */
    record Presence(long nanos, String device, boolean present) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.presence(this);
        }
    }

    /**
     * There was a gap, however short: what is believed of a device that is there may be wrong.
     *
     * @param why what told of the gap, in words
     */
    record Doubted(long nanos, String device, String why) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.doubted(this);
        }
    }

    /**
     * What a person held is let go, because nobody will say so: the page it was held on is gone, or the one that lent its port.
     *
     * @param control id of the control on that device; "" for all
     */
    record Dropped(long nanos, String device, String control) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.dropped(this);
        }
    }

    /** A mapping that was found in a loop may act again. */
    record Freed(long nanos, String mapping) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.freed(this);
        }
    }

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

        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.panic(this);
        }
    }

    /** Time passed, and something that was waiting for it was done. */
    record Passed(long nanos) implements Event {
        @Override
        public String words(Directory names) {
            return "";
        }

        @Override
        public void accept(Visitor visitor) {
            visitor.passed(this);
        }
    }
}
