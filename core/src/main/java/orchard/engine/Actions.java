package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.GroupPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.gear.Preset;
import orchard.mapping.Do;
import orchard.mapping.Value;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/** What mappings do once: on a press, on a release, one after the other, with waits between. */
final class Actions {

    /** How long a note sounds whose control never tells that it was let go. */
    static final long NOTE_NANOS = 200_000_000;

    private final State state;
    private final Turn turn;
    private final Parameters parameters;
    private final Timers timers;
    private final Runnable stopAll;
    private final PageTurner pages;
    private final List<Sounding> sounding = new ArrayList<>();
    /** The mappings that are held, and while they are, reset what is moved. */
    private final Set<String> resetting = new HashSet<>();

    /** A note that was sent and not yet let go. */
    private record Sounding(String mapping, String device, int channel, int note) {}

    /** Opens a page of a device's parameters, from 1. */
    interface PageTurner {
        void open(Plan.GroupPlan pages, int page);
    }

    /**
     * @param stopAll what stops everything
     * @param pages what opens pages of parameters
     */
    Actions(State state, Turn turn, Parameters parameters, Timers timers, Runnable stopAll, PageTurner pages) {
        this.pages = pages;
        this.state = state;
        this.turn = turn;
        this.parameters = parameters;
        this.timers = timers;
        this.stopAll = stopAll;
    }

    /** The control was pressed. */
    void press(MappingPlan mapping, ControlPlan control, double position) {
        note(mapping, position, "");
        perform(mapping, mapping.press(), 0, control);
    }

    /** The control was let go. */
    void release(MappingPlan mapping, ControlPlan control, double position) {
        boolean holds = false;
        for (ActionPlan plan : mapping.press()) {
            if (plan.action() instanceof Do.Hold) {
                double before = state.memory[plan.memory()];
                holds = true;
                if (!Double.isNaN(before)) {
                    state.memory[plan.memory()] = Double.NaN;
                    set(plan.parameter(), before);
                }
            }
        }
        holds |= resetting.remove(mapping.mapping().id());
        holds |= silence(mapping.mapping().id());
        note(
                mapping,
                position,
                holds || mapping.release().length > 0 ? "" : "heard, and nothing is to be done when it is let go");
        perform(mapping, mapping.release(), 0, control);
    }

    /** An endless control was turned by some steps. */
    void turned(MappingPlan mapping, int steps) {
        note(mapping, Double.NaN, "");
        for (ActionPlan plan : mapping.press()) {
            if (plan.action() instanceof Do.Nudge nudge) {
                nudge(plan.parameter(), nudge.by() * steps, nudge.around());
            } else if (plan.action() instanceof Do.OpenPage open && plan.pages() != null) {
                turnPage(plan, open, open.by() * steps);
            } else if (plan.action() instanceof Do.Recall recall
                    && recall.preset().isEmpty()) {
                recall(plan.presets(), recall.by() * steps);
            } else if (steps > 0) {
                act(mapping, plan, null);
            }
        }
    }

    private void perform(MappingPlan mapping, ActionPlan[] actions, int from, ControlPlan control) {
        for (int i = from; i < actions.length; i++) {
            if (actions[i].action() instanceof Do.Wait wait) {
                int next = i + 1;
                boolean taken = timers.at(turn.now + (long) (wait.seconds() * 1e9), () -> {
                    turn.note(considered(mapping, Step.Verdict.ACTED, List.of(), "went on after its wait"));
                    perform(mapping, actions, next, control);
                });
                if (!taken) {
                    turn.note(new Step.Refused("More than " + Timers.MOST + " actions wait for their time already"));
                }
                return;
            }
            act(mapping, actions[i], control);
        }
    }

    private void act(MappingPlan mapping, ActionPlan plan, ControlPlan control) {
        Do.Action action = plan.action();
        if (action instanceof Do.SetTo set) {
            set(plan.parameter(), position(plan, set.value()));
        } else if (action instanceof Do.Nudge nudge) {
            nudge(plan.parameter(), nudge.by(), nudge.around());
        } else if (action instanceof Do.Toggle toggle) {
            boolean isOn =
                    Position.nearer(plan.parameter().parameter(), known(plan.parameter()), toggle.on(), toggle.off());
            set(plan.parameter(), plan.parameter().parameter().position(isOn ? toggle.off() : toggle.on()));
        } else if (action instanceof Do.Reset) {
            Parameter parameter = plan.parameter().parameter();
            set(plan.parameter(), parameter.position(parameter.standard()));
        } else if (action instanceof Do.Hold hold) {
            state.memory[plan.memory()] = known(plan.parameter());
            set(plan.parameter(), position(plan, hold.value()));
        } else if (action instanceof Do.Choose choose && control != null) {
            choose(mapping, plan, choose, control);
        } else if (action instanceof Do.Send send) {
            send(mapping, send, control);
        } else if (action instanceof Do.OpenPage open && plan.pages() != null) {
            turnPage(plan, open, open.by());
        } else if (action instanceof Do.Recall recall) {
            recall(plan.presets(), recall.preset().isEmpty() ? recall.by() : 0);
        } else if (action instanceof Do.ResetMoved
                && control != null
                && control.dimension().tellsRelease()) {
            resetting.add(mapping.mapping().id());
        } else if (action instanceof Do.Tap) {
            tap(plan);
        } else if (action instanceof Do.StopAll) {
            stopAll.run();
        }
    }

    private void turnPage(ActionPlan plan, Do.OpenPage open, int by) {
        GroupPlan group = plan.pages();
        int page = open.page().isEmpty()
                ? onward(plan.among(), state.openPage[group.slot()], by)
                : group.group().keys().indexOf(open.page()) + 1;
        if (page > 0) {
            pages.open(group, page);
        } else {
            turn.note(new Step.Refused("There is no such page"));
        }
    }

    /** The number so many places on from one of these, or from where it would stand among them; 0 if there are none. */
    private static int onward(int[] among, int from, int by) {
        if (among.length == 0) {
            return 0;
        }
        int at = Arrays.binarySearch(among, from);
        int place = at >= 0 ? at + by : -at - 1 + (by > 0 ? by - 1 : by);
        return among[Math.floorMod(place, among.length)];
    }

    /** The preset so many places on from the one that was recalled last; by 0 the only one. */
    private void recall(PresetPlan[] among, int by) {
        if (among.length == 0) {
            turn.note(new Step.Refused("There is no such preset"));
            return;
        }
        String last = state.recalled[among[0].device()];
        int at = -1;
        for (int i = 0; i < among.length; i++) {
            at = among[i].preset().id().equals(last) ? i : at;
        }
        int place = by == 0 ? 0 : at >= 0 ? at + by : by > 0 ? by - 1 : by;
        recall(among[Math.floorMod(place, among.length)]);
    }

    /** Sets everything a preset has, in its order, and opens its page. */
    void recall(PresetPlan preset) {
        Preset what = preset.preset();
        if (!state.present[preset.device()]) {
            turn.note(new Step.Refused("The preset “" + what.name() + "” cannot be recalled: its device is not there"));
            return;
        }
        state.recalled[preset.device()] = what.id();
        turn.note(new Step.PresetRecalled(what.device(), what.id()));
        for (int i = 0; i < preset.parameters().length; i++) {
            parameters.set(preset.parameters()[i], preset.positions()[i]);
        }
        if (preset.page() > 0) {
            pages.open(preset.pages(), preset.page());
        }
    }

    /** Presses that follow one another make a time; the newest stands first in the memory. */
    private void tap(ActionPlan plan) {
        double[] memory = state.memory;
        int at = plan.memory();
        boolean goesOn = turn.now - memory[at] <= Do.Tap.PAUSE_SECONDS * 1e9;
        System.arraycopy(memory, at, memory, at + 1, Do.Tap.PRESSES - 1);
        memory[at] = turn.now;
        if (!goesOn) {
            Arrays.fill(memory, at + 1, at + Do.Tap.PRESSES, Double.NaN);
            return;
        }
        int oldest = at + 1;
        while (oldest + 1 < at + Do.Tap.PRESSES && !Double.isNaN(memory[oldest + 1])) {
            oldest++;
        }
        double seconds = (turn.now - memory[oldest]) / 1e9 / (oldest - at);
        Parameter parameter = plan.parameter().parameter();
        if (seconds > 0) {
            set(
                    plan.parameter(),
                    parameter.position(Do.Tap.real(seconds, parameter.range().unit())));
        }
    }

    private void choose(MappingPlan mapping, ActionPlan plan, Do.Choose choose, ControlPlan control) {
        int index = mapping.mapping().when().triggers().indexOf(control.ref());
        Parameter parameter = plan.parameter().parameter();
        double wanted = parameter.position(choose.choices(parameter).get(Math.max(0, index)));
        boolean again =
                state.memory[plan.memory()] == index && Math.abs(known(plan.parameter()) - wanted) < Position.SAME;
        if (again && choose.stop() != null) {
            state.memory[plan.memory()] = Double.NaN;
            set(plan.parameter(), parameter.position(choose.stop()));
        } else {
            state.memory[plan.memory()] = index;
            set(plan.parameter(), wanted);
        }
    }

    private void send(MappingPlan mapping, Do.Send send, ControlPlan control) {
        if (send.message() instanceof MidiMessage.NoteOn on && on.velocity() > 0) {
            Sounding note = new Sounding(mapping.mapping().id(), send.device(), on.channel(), on.note());
            sounding.removeIf(other -> {
                boolean same = other.device().equals(note.device())
                        && other.channel() == note.channel()
                        && other.note() == note.note();
                if (same) {
                    off(other);
                }
                return same;
            });
            sounding.add(note);
            if (control == null || !control.dimension().tellsRelease()) {
                timers.at(turn.now + NOTE_NANOS, () -> {
                    if (sounding.remove(note)) {
                        off(note);
                    }
                });
            }
        }
        say(send.device(), send.message());
    }

    /** Lets the notes of a mapping go; false if there were none. */
    private boolean silence(String mapping) {
        return silence(note -> note.mapping().equals(mapping));
    }

    /** Whether what is moved is set to its default right now. */
    boolean isResetting() {
        return !resetting.isEmpty();
    }

    /** Lets go of everything that mappings hold which are not among these. */
    void keep(Set<String> mappings) {
        resetting.retainAll(mappings);
        silence(note -> !mappings.contains(note.mapping()));
    }

    /** Lets all notes go, and whatever else is held. */
    void silence() {
        resetting.clear();
        silence(note -> true);
    }

    private boolean silence(Predicate<Sounding> which) {
        boolean any = false;
        for (Iterator<Sounding> each = sounding.iterator(); each.hasNext(); ) {
            Sounding note = each.next();
            if (which.test(note)) {
                each.remove();
                off(note);
                any = true;
            }
        }
        return any;
    }

    private void off(Sounding note) {
        say(note.device(), new MidiMessage.NoteOff(note.channel(), note.note(), 64));
    }

    private void say(String device, Message message) {
        turn.send(device, message);
        turn.note(new Step.Said(device, "message", message));
    }

    private double position(ActionPlan plan, Value value) {
        Parameter parameter = plan.parameter().parameter();
        if (value instanceof Value.Fixed fixed) {
            return parameter.position(fixed.real());
        }
        double other = state.parameterPosition[plan.other().slot()];
        return Double.isNaN(other)
                ? Double.NaN
                : parameter.position(plan.other().parameter().real(other));
    }

    private double known(ParameterPlan plan) {
        double position = state.parameterPosition[plan.slot()];
        return Double.isNaN(position)
                ? plan.parameter().position(plan.parameter().standard())
                : position;
    }

    private void nudge(ParameterPlan plan, double by, boolean around) {
        Parameter parameter = plan.parameter();
        double low = parameter.range().low();
        double high = parameter.range().high();
        double next = parameter.real(known(plan)) + by;
        if (around && (next < low - 1e-9 || next > high + 1e-9)) {
            // what has steps has one more place to be than its width
            double width = high - low + (isStepped(parameter) ? stepSize(parameter) : 0);
            next = low + ((next - low) % width + width) % width;
        }
        set(plan, parameter.position(next));
    }

    private static boolean isStepped(Parameter parameter) {
        return parameter.law() instanceof Law.Stepped || parameter.law() instanceof Law.Named;
    }

    private static double stepSize(Parameter parameter) {
        return parameter.law() instanceof Law.Stepped stepped
                ? (parameter.range().high() - parameter.range().low()) / (stepped.count() - 1)
                : 1;
    }

    private void set(ParameterPlan plan, double position) {
        if (!Double.isNaN(position) && state.present[plan.device().slot()]) {
            parameters.set(plan, position);
        } else if (!state.present[plan.device().slot()]) {
            turn.note(new Step.Refused(plan.device().device().name() + " is not there"));
        }
    }

    private void note(MappingPlan mapping, double position, String why) {
        if (turn.traced()) {
            List<Double> values = Double.isNaN(position) ? List.of() : List.of(position);
            turn.note(considered(mapping, why.isEmpty() ? Step.Verdict.ACTED : Step.Verdict.HELD_BACK, values, why));
        }
    }

    private static Step.Considered considered(
            MappingPlan mapping, Step.Verdict verdict, List<Double> values, String why) {
        return new Step.Considered(mapping.mapping().id(), 0, verdict, values, why);
    }
}
