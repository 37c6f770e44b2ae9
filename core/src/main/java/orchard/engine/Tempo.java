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

    /** Ticks of a MIDI clock to a beat. */
    static final int TICKS = 24;

    /** After so long without a tick a clock has stopped. */
    private static final long GAP_NANOS = 500_000_000L;

    /** So many ticks tell a tempo; until there are as many as a beat has, each more tells it better. */
    private static final int ENOUGH = 6;

    /** Less is how ticks tremble on their wire. */
    private static final double NEWS = 0.1;

    private final State state;
    private final Cycle cycle;
    private final Parameters parameters;

    Tempo(State state, Cycle cycle, Parameters parameters) {
        this.state = state;
        this.cycle = cycle;
        this.parameters = parameters;
    }

    /** A device's clock ticked. */
    void tick(State.OfDevice device, State.OfParameter clock) {
        int size = device.ticks.length;
        boolean goesOn = device.ticked > 0 && cycle.now - last(device) <= GAP_NANOS;
        device.ticked = goesOn ? device.ticked + 1 : 1;
        device.ticks[device.ticked % size] = cycle.now;
        int ways = Math.min(device.ticked - 1, TICKS);
        if (ways < ENOUGH || device.ticked % ENOUGH != 0) {
            return;
        }
        long way = cycle.now - device.ticks[(device.ticked - ways) % size];
        double bpm = 60e9 * ways / (TICKS * (double) Math.max(1, way));
        double known = Double.isNaN(clock.position) ? Double.NaN : clock.parameter.real(clock.position);
        if (!(Math.abs(bpm - known) < NEWS)) {
            parameters.ticked(clock, Math.rint(bpm * 10) / 10);
        }
    }

    private static long last(State.OfDevice device) {
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

    private double bpm() {
        State.OfParameter now = state.tempo == null ? null : state.tempo.now;
        if (now == null || !now.device.present || Double.isNaN(now.position) || hasStopped(now)) {
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
