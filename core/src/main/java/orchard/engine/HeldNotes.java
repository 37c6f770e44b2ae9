package orchard.engine;

import java.util.BitSet;
import orchard.signal.Chord;
import orchard.signal.NoteName;

/** Tells the notes that are kept sounding on a device, and their chord, by a parameter of it where it has one. */
final class HeldNotes {

    private final State state;
    private final Parameters parameters;

    HeldNotes(State state, Parameters parameters) {
        this.state = state;
        this.parameters = parameters;
    }

    /** Tells what moved in this turn. */
    void tell(NoteName names) {
        if (state.notesMoved.isEmpty()) {
            return;
        }
        for (State.OfDevice device : state.notesMoved) {
            State.OfParameter held = device.plan == null ? null : device.plan.held();
            if (held != null) {
                BitSet notes = new BitSet();
                state.ledger.owes(debt -> {
                    if (debt instanceof Debt.Note note && note.device() == device) {
                        notes.set(note.number());
                    }
                    return false;
                });
                parameters.held(held, notes.cardinality(), Chord.words(notes, names));
            }
        }
        state.notesMoved.clear();
    }
}
