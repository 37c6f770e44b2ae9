package orchard.engine;

import java.util.List;
import orchard.outcome.Said;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * What presses owe, and how it is paid: notes are ended, what was held elsewhere goes back. What was begun when its press had ended already lasts {@value #SHORT_NANOS} ns.
 */
final class Payments implements Debt.Payer {

    /** How long lasts what was begun without a press that could end it. */
    static final long SHORT_NANOS = 200_000_000;

    /** How fast a key comes up that nobody told (MIDI 1.0, note off). */
    private static final int OFF = 64;

    private final State state;
    private final Cycle cycle;
    private final Fence fence;
    private final Parameters parameters;
    private final Layers layers;

    Payments(State state, Cycle cycle, Fence fence, Parameters parameters, Layers layers) {
        this.state = state;
        this.cycle = cycle;
        this.fence = fence;
        this.parameters = parameters;
        this.layers = layers;
    }

    /** A press owes something from now on; if it ended already, for a short time only. */
    void owe(Press press, Debt debt) {
        boolean isHeld = press.isHeld();
        state.ledger.owe(press, debt);
        if (!isHeld) {
            state.ledger.waits(press);
            state.timers.at(
                    cycle.now + SHORT_NANOS,
                    Timers.Kind.DEBT,
                    press,
                    () -> state.ledger.pay(press, debt, this::payOne));
        }
    }

    /** Pays all that a press owes; true if it owed something. */
    boolean pay(Press press) {
        return state.ledger.pay(press, this::payOne);
    }

    /** Pays what a note owes that was passed on, its key having come up so fast. */
    void pay(Press press, int velocity) {
        state.ledger.pay(
                press,
                debt -> fence.around("What was held", () -> {
                    if (debt instanceof Debt.Note note) {
                        end(note, velocity);
                    } else {
                        debt.pay(this);
                    }
                }));
    }

    /** Pays one debt that has left the book. */
    void payOne(Debt debt) {
        fence.around("What was held", () -> debt.pay(this));
    }

    @Override
    public void end(Debt.Note note) {
        end(note, OFF);
    }

    /** From now on notes on these channels of a device sound on when they are let go, or those that did so end. */
    void keep(State.OfDevice device, int channels) {
        boolean isKept = (device.keeps & channels) == channels;
        device.keeps = isKept ? device.keeps & ~channels : device.keeps | channels;
        state.notesMoved.add(device); // lights may tell of it
        if (device.keeper == null) {
            device.keeper = Press.typed(cycle.number);
        }
        Press keeper = device.keeper;
        state.ledger.pay(
                (press, debt) ->
                        press == keeper && debt instanceof Debt.Note note && (device.keeps >> note.channel() & 1) == 0,
                this::payOne);
        if (device.keeps == 0) {
            state.ledger.end(keeper);
            device.keeper = null;
        }
    }

    /** What is let go on a device ends from now on. */
    void keepNothing(State.OfDevice device) {
        if (device.keeps != 0) {
            keep(device, device.keeps);
        }
    }

    private void end(Debt.Note note, int velocity) {
        if ((note.device().keeps >> note.channel() & 1) == 1) {
            state.ledger.owe(note.device().keeper, note);
        } else {
            off(note, velocity);
        }
    }

    private void off(Debt.Note note, int velocity) {
        state.notesMoved.add(note.device());
        say(note.device(), new MidiMessage.NoteOff(note.channel(), note.number(), velocity), "end of the note");
    }

    @Override
    public void putBack(Debt.Return held) {
        List<Debt.Return> holders = held.parameter.holders;
        int place = holders.indexOf(held);
        holders.remove(held);
        if (place < holders.size()) {
            holders.get(place).before =
                    held.before; // another holds it still, and goes back to where this one would have
            return;
        }
        if (Double.isNaN(held.before)) {
            held.parameter.goesBack = true; // its device put it elsewhere meanwhile, or has not told yet where it was
            return;
        }
        double position = held.parameter.parameter.position(held.before);
        if (held.parameter.device.present) {
            parameters.set(held.parameter, position);
        } else {
            parameters.setAway(held.parameter, position);
        }
    }

    @Override
    public void letGo(Debt.Layer held) {
        layers.letGo(held);
    }

    /** Says a message for a press, which owes the end of a note; a note that sounds already ends first. */
    void say(Press press, State.OfDevice device, Message message, String why) {
        if (message instanceof MidiMessage.NoteOn on && on.velocity() > 0) {
            Debt.Note note = new Debt.Note(device, on.channel(), on.note());
            endOf(note);
            device.played.set(on.channel());
            owe(press, note);
            state.notesMoved.add(device);
        } else if (message instanceof MidiMessage.NoteOff || message instanceof MidiMessage.NoteOn) {
            int number =
                    message instanceof MidiMessage.NoteOff off ? off.note() : ((MidiMessage.NoteOn) message).note();
            Debt.Note note = new Debt.Note(device, ((MidiMessage) message).channel(), number);
            // whoever owes it is told that it is paid by this
            state.ledger.pay((of, debt) -> debt instanceof Debt.Note other && other.isSame(note), debt -> {});
            state.notesMoved.add(device);
        }
        say(device, message, why);
    }

    private void endOf(Debt.Note note) {
        state.ledger.pay(
                (of, debt) -> debt instanceof Debt.Note other && other.isSame(note),
                debt -> fence.around("What was held", () -> off(note, OFF)));
    }

    private void say(State.OfDevice device, Message message, String why) {
        if (!parameters.chooses(device, message)) {
            cycle.send(device, message);
            cycle.note(new Said(device.id, why, message));
        }
    }
}
