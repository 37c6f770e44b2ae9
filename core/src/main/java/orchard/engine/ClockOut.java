package orchard.engine;

import orchard.action.RunClock;
import orchard.outcome.PassedOn;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.signal.MidiMessage;

/**
 * The clock that is made here: {@value Ticks#TICKS} ticks a beat to every device that a route leads it to, as fast as the rig's beats go (MIDI 1.0, system real time). It ticks as long as somebody is
 * there who hears it. Who comes while it runs is told where it is, and goes on from there.
 */
final class ClockOut {

    private static final long NEVER = Long.MAX_VALUE;
    private static final int POSITION = 0xF2;
    private static final int START = MidiMessage.SystemMessage.START;
    private static final int CONTINUE = 0xFB;
    private static final int STOP = 0xFC;
    /** Ticks to a sixteenth, in which positions are counted. */
    private static final int SIXTEENTH = 6;

    private static final int MOST_SIXTEENTHS = 1 << 14;
    /** Later than that, and the machine slept: ticks that are over are not made up for. */
    private static final long SLEPT_NANOS = 500_000_000L;

    /** From a start to the first tick; some gear needs a moment (MIDI 1.0, start). */
    private static final long FIRST_NANOS = 1_000_000L;

    private final State state;
    private final Cycle cycle;
    private final Tempo tempo;
    private final Lights lights;

    ClockOut(State state, Cycle cycle, Tempo tempo, Lights lights) {
        this.lights = lights;
        this.state = state;
        this.cycle = cycle;
        this.tempo = tempo;
    }

    /** When it ticks next. */
    long due() {
        return state.clock.due;
    }

    /** Other routes lead it on. */
    void replan(Plan plan) {
        state.clock = plan.clock().state();
        State.OfClock clock = state.clock;
        for (Plan.ClockPlan before : clock.to) {
            if (clock.runs && plan.clock().to().stream().noneMatch(next -> next.to() == before.to())) {
                say(before, STOP, 0, 0);
            }
        }
        plan.clock().to().stream()
                .filter(next -> clock.to.stream().noneMatch(before -> before.to() == next.to()))
                .forEach(next -> clock.joining.add(next.to()));
        clock.joining.removeIf(device -> plan.clock().to().stream().noneMatch(next -> next.to() == device));
        clock.to = plan.clock().to();
        if (clock.to.isEmpty()) {
            clock.due = NEVER;
        } else if (clock.due == NEVER) {
            clock.due = cycle.now;
        }
    }

    /** A device came. */
    void came(State.OfDevice device) {
        if (state.clock.to.stream().anyMatch(one -> one.to() == device)) {
            state.clock.joining.add(device);
        }
    }

    /**
     * It ticks.
     *
     * @param nanos the moment up to which the engine does what was due
     */
    void tick(long nanos) {
        State.OfClock clock = state.clock;
        if (clock.runs) {
            if (clock.ticks % SIXTEENTH == 0) {
                join();
            }
            if (clock.ticks % Ticks.TICKS == 0) {
                tempo.beatBegins(); // lights in time go with it
            }
            clock.ticks++;
        } else {
            clock.joining.clear();
        }
        for (Plan.ClockPlan to : clock.to) {
            say(to, MidiMessage.SystemMessage.CLOCK, 0, 0);
        }
        double next = clock.exact + tempo.nanosOfBeat() / Ticks.TICKS;
        clock.exact = Math.abs(next - cycle.now) > SLEPT_NANOS || nanos - cycle.now > SLEPT_NANOS
                ? Math.max(nanos, cycle.now) + tempo.nanosOfBeat() / Ticks.TICKS
                : next;
        clock.due = (long) clock.exact;
    }

    private void join() {
        for (Plan.ClockPlan to : state.clock.to) {
            if (state.clock.joining.contains(to.to())) {
                goOn(to);
            }
        }
        state.clock.joining.clear();
    }

    private void goOn(Plan.ClockPlan to) {
        int sixteenth = (int) (state.clock.ticks / SIXTEENTH % MOST_SIXTEENTHS);
        say(to, POSITION, sixteenth & 0x7F, sixteenth >> 7);
        say(to, CONTINUE, 0, 0);
    }

    /** It is started, stopped or goes on. */
    void run(RunClock.Way way) {
        State.OfClock clock = state.clock;
        boolean starts = way == RunClock.Way.START || way == RunClock.Way.TURN && !clock.runs;
        if (clock.to.isEmpty()) {
            cycle.note(new Refused("No route leads the clock that is made here anywhere"));
        } else if (starts) {
            runs(true);
            clock.ticks = 0;
            clock.joining.clear();
            clock.to.forEach(to -> say(to, START, 0, 0));
            clock.due = cycle.now + FIRST_NANOS; // that tick is the first of a beat
            clock.exact = clock.due;
        } else if (way == RunClock.Way.GO_ON) {
            if (!clock.runs) {
                runs(true);
                clock.ticks = clock.ticks / SIXTEENTH * SIXTEENTH;
                clock.joining.clear();
                clock.to.forEach(this::goOn);
            }
        } else {
            stop();
        }
    }

    /** It stops, if it runs. */
    void stop() {
        if (state.clock.runs) {
            runs(false);
            state.clock.to.forEach(to -> say(to, STOP, 0, 0));
        }
    }

    private void runs(boolean runs) {
        state.clock.runs = runs;
        lights.turned(state.clock);
    }

    private void say(Plan.ClockPlan to, int status, int data1, int data2) {
        if (to.to().present) {
            MidiMessage message = new MidiMessage.SystemMessage(status, data1, data2);
            cycle.send(to.to(), message);
            if (cycle.traced()) {
                cycle.note(new PassedOn(to.route(), to.to().id, message));
                cycle.note(new Said(to.to().id, "clock", message));
            }
        }
    }
}
