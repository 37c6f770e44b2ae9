package orchard.engine;

import orchard.gear.Dump;
import orchard.signal.MidiMessage;

/**
 * A message in which a device tells several parameters, made ready.
 *
 * @param head its first bytes
 * @param told the parameters it tells, in the order of {@code places}; what the profile does not have any more is left out
 * @param after the parameters with which the device puts all others elsewhere
 */
record DumpPlan(
        State.OfDump state,
        Dump dump,
        byte[] head,
        Dump.Place[] places,
        State.OfParameter[] told,
        State.OfParameter[] after) {

    /** Whether a message begins as it does. */
    boolean begins(MidiMessage.SysEx message) {
        return message.startsWith(head);
    }

    /** Whether its device can be asked for it. */
    boolean isAsked() {
        return !dump.ask().isEmpty();
    }

    boolean isAfter(State.OfParameter parameter) {
        for (State.OfParameter one : after) {
            if (one == parameter) {
                return true;
            }
        }
        return false;
    }

    /** Whether it is known where all that it tells stands. */
    boolean isKnown() {
        for (State.OfParameter one : told) {
            if (Double.isNaN(one.position)) {
                return false;
            }
        }
        return true;
    }

    boolean tells(State.OfParameter parameter) {
        for (State.OfParameter one : told) {
            if (one == parameter) {
                return true;
            }
        }
        return false;
    }

    double real(MidiMessage.SysEx message, int place) {
        return places[place].real(message, told[place].parameter.range());
    }
}
