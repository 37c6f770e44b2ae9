package orchard.engine;

import orchard.action.Tap;
import orchard.outcome.AtLastTempo;
import orchard.parameter.Span;

/** How long beats are. They follow one parameter of the rig; while that cannot be heard they go on as they went last. */
final class Tempo {

    /** Slower and faster than this nothing beats, whatever a parameter says. */
    private static final double SLOWEST = 1;

    private static final double FASTEST = 1000;

    /** Before any tempo was heard. */
    static final double BEGINS = 120;

    private final State state;
    private final Cycle cycle;

    Tempo(State state, Cycle cycle) {
        this.state = state;
        this.cycle = cycle;
    }

    /** A span of time in nanoseconds, at the tempo there is now. */
    long nanos(Span span) {
        return (long) (1e9 * (span.inBeats() ? span.beats() * 60 / bpm() : span.seconds()));
    }

    private double bpm() {
        State.OfParameter now = state.tempo == null ? null : state.tempo.now;
        if (now == null || !now.device.present || Double.isNaN(now.position)) {
            cycle.note(new AtLastTempo(state.bpm, state.tempo != null));
            return state.bpm;
        }
        double beat = Tap.seconds(
                now.parameter.real(now.position), now.parameter.range().unit());
        if (beat > 0 && Double.isFinite(beat)) {
            state.bpm = Math.max(SLOWEST, Math.min(FASTEST, 60 / beat));
        }
        return state.bpm;
    }
}
