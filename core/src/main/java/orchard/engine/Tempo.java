package orchard.engine;

import orchard.action.Tap;
import orchard.outcome.AtLastTempo;
import orchard.parameter.Binding;
import orchard.parameter.Span;

/** How long beats are. They follow one parameter of the rig; while that cannot be heard they go on as they went last. */
final class Tempo {

    /** Slower and faster than this nothing beats, whatever a parameter says. */
    private static final double SLOWEST = 1;

    private static final double FASTEST = 1000;

    /** Before any tempo was heard. */
    static final double BEGINS = 120;

    /** After so long without a tick a clock has stopped. */
    static final long GAP_NANOS = 500_000_000L;

    private final State state;
    private final Cycle cycle;

    Tempo(State state, Cycle cycle) {
        this.state = state;
        this.cycle = cycle;
    }

    static long last(State.OfDevice device) {
        return device.ticks[device.ticked % device.ticks.length];
    }

    /** Whether a parameter is told by a clock that has stopped. */
    private boolean hasStopped(State.OfParameter parameter) {
        return parameter.parameter.binding() instanceof Binding.Clock
                && (parameter.device.ticked == 0 || cycle.now - last(parameter.device) > GAP_NANOS);
    }

    /** A span of time in nanoseconds, at the tempo there is now. */
    long nanos(Span span) {
        return (long) (1e9 * (span.inBeats() ? span.beats() * 60 / bpm() : span.seconds()));
    }

    /** How long a beat is. */
    double nanosOfBeat() {
        return 60e9 / (heard() ? now() : state.bpm);
    }

    /** How much of the beat has passed, 0..1; beats go on from where they are when the tempo changes. */
    double phase() {
        double went = state.beats + (cycle.now - state.beatsNanos) / 60e9 * state.beatsBpm;
        state.beats = went - Math.floor(went);
        state.beatsNanos = cycle.now;
        state.beatsBpm = heard() ? now() : state.bpm;
        return state.beats;
    }

    /** When so much of the beat has passed, or of the next one if that is over. */
    long whenPhase(double phase) {
        double left = phase - phase();
        return cycle.now + (long) Math.ceil((left <= 0 ? left + 1 : left) * 60e9 / state.beatsBpm);
    }

    /** A beat begins now. */
    void beatBegins() {
        phase();
        state.beats = 0;
    }

    private boolean heard() {
        State.OfParameter now = state.tempo == null ? null : state.tempo.now;
        return now != null && now.device.present && !Double.isNaN(now.position) && !hasStopped(now);
    }

    private double bpm() {
        if (!heard()) {
            cycle.note(new AtLastTempo(state.bpm, state.tempo != null));
            return state.bpm;
        }
        return now();
    }

    private double now() {
        State.OfParameter now = state.tempo.now;
        double beat = Tap.seconds(
                now.parameter.real(now.position), now.parameter.range().unit());
        if (beat > 0 && Double.isFinite(beat)) {
            state.bpm = Math.max(SLOWEST, Math.min(FASTEST, 60 / beat));
        }
        return state.bpm;
    }
}
