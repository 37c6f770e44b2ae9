package orchard.engine;

/** Follows the clocks of devices: their ticks tell a tempo, and when beats begin. */
final class Ticks {

    /** Ticks of a MIDI clock to a beat. */
    static final int TICKS = 24;

    /** So many ticks tell a tempo; until there are as many as a beat has, each more tells it better. */
    private static final int ENOUGH = 6;

    /** Less is how ticks tremble on their wire. */
    private static final double NEWS = 0.1;

    private final Cycle cycle;
    private final State state;
    private final Parameters parameters;
    private final Tempo tempo;

    Ticks(State state, Cycle cycle, Parameters parameters, Tempo tempo) {
        this.state = state;
        this.cycle = cycle;
        this.parameters = parameters;
        this.tempo = tempo;
    }

    /** A device's clock ticked. */
    void tick(State.OfDevice device, State.OfParameter clock) {
        int size = device.ticks.length;
        boolean goesOn = device.ticked > 0 && cycle.now - Tempo.last(device) <= Tempo.GAP_NANOS;
        device.ticked = goesOn ? device.ticked + 1 : 1;
        device.ticks[device.ticked % size] = cycle.now;
        if (leads(clock) && ++device.ofBeat >= TICKS) {
            device.ofBeat = 0;
            tempo.beatBegins();
        }
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

    /** A device starts to play: its next tick is the first of a beat. */
    void start(State.OfDevice device) {
        device.ofBeat = TICKS - 1;
    }

    /** Whether a clock is the one that the rig's tempo follows. */
    private boolean leads(State.OfParameter clock) {
        return state.tempo != null && state.tempo.now == clock;
    }
}
