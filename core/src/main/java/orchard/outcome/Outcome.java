package orchard.outcome;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;

/** One thing that came of an event while the engine dealt with it. Positions are 0..1. */
public sealed interface Outcome
        permits CascadeCut,
                CaseTaken,
                Considered,
                AtLastTempo,
                ControlMoved,
                Doubted,
                DumpHeard,
                DumpLost,
                Filtered,
                FocusMoved,
                FormHeard,
                GroupNamed,
                Joined,
                KeysTyped,
                LayersTurned,
                LeftAlone,
                LightShown,
                LoopCut,
                LoopFreed,
                Matched,
                NobodyListens,
                OfMemory,
                PageOpened,
                ParameterForgotten,
                PassedOn,
                ParameterSet,
                ParameterTold,
                PresenceChanged,
                PresetRecalled,
                Rechannelled,
                Reconciled,
                Refused,
                Said,
                SilenceChanged,
                Stopped,
                Unconfirmed,
                VariableSet,
                Waits {

    /** It in words, for the performer: most often one line. */
    List<Line> lines(Telling telling);

    /** What was sent to a device, if it was that. */
    default Optional<Sent> sent() {
        return Optional.empty();
    }

    /** A message that was sent. */
    record Sent(String device, Message message) {}
}
