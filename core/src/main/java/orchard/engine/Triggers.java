package orchard.engine;

import java.util.LinkedHashSet;
import java.util.Set;
import orchard.condition.Compared;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.Watch;
import orchard.form.MessageForm;
import orchard.outcome.CascadeCut;
import orchard.outcome.FormHeard;
import orchard.signal.Message;
import orchard.trigger.DeviceComes;
import orchard.trigger.LayerTurns;
import orchard.trigger.MessageHeard;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.ValueMoves;

/**
 * What sets mappings off besides hands. Whoever tells of something only asks for it; what was asked for is done at the end of the turn, in the order in which it
 * was asked for, with all that comes of it, each mapping once: what would go round is cut and named.
 */
final class Triggers {

    /** However fast beats go, nothing happens more often. */
    private static final long SHORTEST = (long) (TimePasses.SHORTEST * 1e9);

    private final State state;
    private final Cycle cycle;
    private final Mappings mappings;
    private final Tempo tempo;

    Triggers(State state, Cycle cycle, Mappings mappings, Tempo tempo) {
        this.tempo = tempo;
        this.state = state;
        this.cycle = cycle;
        this.mappings = mappings;
    }

    /** Another plan took effect: values that are known are where moves begin, and time begins to count for what is new. */
    void replanned(Plan plan, boolean begun) {
        plan.watched().forEach(of -> {
            for (Watch watch : of.watches()) {
                if (watch.address() != null && Double.isNaN(watch.memory().before)) {
                    remember(watch);
                }
            }
        });
        for (Watch watch : plan.timed()) {
            if (begun && watch.memory().next == Long.MAX_VALUE) {
                watch.memory().next = cycle.now + period(watch);
            }
        }
    }

    private static void remember(Watch watch) {
        State.OfParameter now = watch.address().now;
        watch.memory().before = now == null ? Double.NaN : now.position;
        watch.memory().moves = watch.address().moves;
    }

    /** Orchard begins to play. */
    void begin(Plan plan) {
        for (Watch watch : plan.beginning()) {
            fire(state, watch, 1);
        }
        replanned(plan, true);
    }

    /** When something is due because of time, or {@link Long#MAX_VALUE}. */
    static long due(Plan plan) {
        long due = Long.MAX_VALUE;
        for (Watch watch : plan.timed()) {
            due = Math.min(due, watch.memory().next);
        }
        return due;
    }

    /** Time passed; what was due more than once meanwhile is done once. */
    void tick(Plan plan) {
        for (Watch watch : plan.timed()) {
            if (watch.memory().next <= cycle.now) {
                long period = period(watch);
                long missed = (cycle.now - watch.memory().next) / period;
                watch.memory().next += (missed + 1) * period;
                fire(state, watch, 1);
            }
        }
    }

    private long period(Watch watch) {
        return Math.max(SHORTEST, tempo.nanos(((TimePasses) watch.trigger()).span()));
    }

    /** A parameter stands elsewhere. */
    void changed(State.OfParameter parameter) {
        for (Watch watch : parameter.watches) {
            if (watch.address().now != parameter) {
                continue;
            }
            State.OfTrigger memory = watch.memory();
            double before = memory.moves == watch.address().moves ? memory.before : Double.NaN;
            remember(watch);
            boolean isMeant = !Double.isNaN(before)
                    && ((ValueMoves) watch.trigger())
                            .way()
                            .isMeant(before, parameter.position, watch.value(), Compared.NEAR);
            if (isMeant) {
                fire(state, watch, parameter.position);
            }
        }
    }

    /** A layer or a device came or went. */
    static void turned(State state, State.Source source, boolean comes) {
        for (Watch watch : source.watches) {
            boolean isMeant = watch.trigger() instanceof LayerTurns layer
                    ? layer.comes() == comes
                    : !(watch.trigger() instanceof DeviceComes device) || device.comes() == comes;
            if (isMeant) {
                fire(state, watch, 1);
            }
        }
    }

    /** The performance left a song for another. */
    static void songTurned(State state, State.OfSelector songs, String left, String reached) {
        for (Watch watch : songs.watches) {
            if (watch.trigger() instanceof SongTurns song && song.song().equals(song.comes() ? reached : left)) {
                fire(state, watch, 1);
            }
        }
    }

    private static void fire(State state, Watch watch, double position) {
        state.fired.add(new State.Fired(watch.mapping(), position, Heard.NOTHING));
    }

    /**
     * A device of the rig said something: sets off what waits for a message like it.
     *
     * @return whether something did
     */
    boolean heard(Plan plan, State.OfDevice device, Message message) {
        if (plan.forms().isEmpty()) {
            return false;
        }
        int before = state.fired.size();
        plan.forms().each(device.id, message, (watch, heard) -> {
            if (isNew(watch)) {
                state.fired.add(new State.Fired(watch.mapping(), position(watch, heard), heard));
                cycle.note(new FormHeard(watch.mapping().id, ((MessageHeard) watch.trigger()).form(), heard.values()));
                cycle.acted |=
                        watch.mapping().plan != null && watch.mapping().plan.isOn();
            }
        });
        if (state.fired.size() > before) {
            Causes.heard(cycle, device, message);
            return true;
        }
        return false;
    }

    private boolean isNew(Watch watch) {
        for (State.Fired one : state.fired) {
            if (one.mapping() == watch.mapping()) {
                return false;
            }
        }
        return true;
    }

    /** Where the first number that has a name stands between its ends; 1 if none has. */
    private static double position(Watch watch, Heard heard) {
        MessageForm form = ((MessageHeard) watch.trigger()).form();
        for (String name : heard.names()) {
            double number = heard.number(name);
            double[] ends = form.ends(name);
            if (!Double.isNaN(number) && !Double.isNaN(ends[0])) {
                return Position.cut((number - ends[0]) / (ends[1] - ends[0]));
            }
        }
        return 1;
    }

    /** Does what was asked for in this turn, and what that asks for. */
    void run() {
        if (state.fired.isEmpty()) {
            return;
        }
        Set<String> done = new LinkedHashSet<>();
        Set<String> cut = Set.of();
        for (State.Fired one = state.fired.poll(); one != null; one = state.fired.poll()) {
            MappingPlan plan = one.mapping().plan;
            if (plan == null) {
                continue;
            }
            if (done.add(one.mapping().id)) {
                mappings.happened(plan, one.position(), one.heard());
            } else {
                cut = cut.isEmpty() ? new LinkedHashSet<>() : cut;
                cut.add(one.mapping().id);
            }
        }
        if (!cut.isEmpty()) {
            cycle.note(new CascadeCut(done.stream().toList(), cut.stream().toList()));
        }
    }
}
