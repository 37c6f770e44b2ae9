package orchard.engine;

import java.util.BitSet;
import orchard.signal.Chord;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;

/** Tells the notes that are kept sounding on a device, and their chord, by a parameter of it where it has one. */
final class HeldNotes {

    private final State state;
    private final Parameters parameters;
    private final Lights lights;

    HeldNotes(State state, Parameters parameters, Lights lights) {
        this.state = state;
        this.lights = lights;
        this.parameters = parameters;
    }

    /** A device says that a note begins or ends on it. */
    void heard(State.OfDevice device, Message message) {
        if (message instanceof MidiMessage.NoteOn on) {
            device.heard.set(on.note(), on.velocity() > 0);
        } else if (message instanceof MidiMessage.NoteOff off) {
            device.heard.clear(off.note());
        } else {
            return;
        }
        if (device.lights.length > 0) {
            state.notesMoved.add(device);
        }
    }

    /** Tells what moved in this turn. */
    void tell(NoteName names) {
        if (state.notesMoved.isEmpty()) {
            return;
        }
        for (State.OfDevice device : state.notesMoved) {
            BitSet notes = device.sounding;
            notes.clear();
            state.ledger.owes(debt -> {
                if (debt instanceof Debt.Note note && note.device() == device) {
                    notes.set(note.number());
                }
                return false;
            });
            lights.turned(device);
            State.OfParameter held = device.plan == null ? null : device.plan.held();
            if (held != null) {
                parameters.held(held, notes.cardinality(), Chord.words(notes, names));
            }
        }
        state.notesMoved.clear();
    }
}
