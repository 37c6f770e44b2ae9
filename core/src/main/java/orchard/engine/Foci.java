package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import orchard.action.MoveFocus;
import orchard.engine.Plan.FocusPlan;
import orchard.gear.Focus;
import orchard.outcome.FocusMoved;
import orchard.outcome.Refused;

/**
 * Where foci stand, and what that makes of addresses: which parameter each means is worked out here, when a focus moves, and not when a control does. Moving
 * one compiles nothing.
 */
final class Foci {

    private final State state;
    private final Cycle cycle;
    private final Lights lights;
    private final Parameters parameters;
    private final Consumer<State.OfControl> retouched;

    /** @param retouched is told of every touch sense whose finger may lie on something else now */
    Foci(State state, Cycle cycle, Lights lights, Parameters parameters, Consumer<State.OfControl> retouched) {
        this.state = state;
        this.cycle = cycle;
        this.lights = lights;
        this.parameters = parameters;
        this.retouched = retouched;
    }

    /** Another plan took effect: each focus finds its place again. */
    void replanned(Plan plan) {
        state.touchSenses = plan.touchSenses();
        for (FocusPlan focus : plan.foci()) {
            State.OfFocus of = focus.state();
            of.visible = null;
            int place = focus.focus().places().indexOf(of.current);
            int[] visible = visible(of);
            int before = of.at;
            of.at = Math.max(0, place < 0 ? Math.min(of.at, visible.length - 1) : indexOf(visible, place));
            of.current = current(of);
            point(of);
            if (before != of.at) {
                tell(of);
            }
        }
    }

    /** Goes on, or to a place. */
    void move(State.OfFocus focus, MoveFocus how, int times) {
        if (focus.plan == null) {
            return;
        }
        Focus of = focus.plan.focus();
        int[] visible = visible(focus);
        if (how.place().isEmpty()) {
            int by = how.by() * times * (how.banks() ? of.width() : 1);
            to(focus, of.moved(focus.at, by, visible.length), true);
        } else {
            to(focus, indexOf(visible, of.places().indexOf(how.place())), true);
        }
    }

    /** Pins a focus where it is, or lets it go with what it follows. */
    void pin(State.OfFocus focus, boolean pinned) {
        if (focus.plan != null && focus.pinned != pinned) {
            focus.pinned = pinned;
            tell(focus);
            if (!pinned && focus.plan.selection() != null) {
                changed(focus.plan.selection());
            }
        }
    }

    /** A person moved a focus on a page. */
    void byHand(Plan plan, Event.Focused event) {
        FocusPlan focus = plan.foci().stream()
                .filter(one -> one.state().id.equals(event.focus()))
                .findFirst()
                .orElse(null);
        if (focus == null) {
            cycle.note(new Refused("There is no such focus any more"));
        } else if (event.place().isEmpty() && event.by() != 0) {
            State.OfFocus of = focus.state();
            to(of, focus.focus().moved(of.at, event.by(), visible(of).length), true);
        } else if (event.place().isEmpty()) {
            pin(focus.state(), event.pinned());
        } else {
            int place = indexOf(visible(focus.state()), focus.focus().places().indexOf(event.place()));
            if (place < 0) {
                cycle.note(new Refused(focus.focus().name() + " has no such place now"));
            } else {
                to(focus.state(), place, true);
            }
        }
    }

    /** A device selected something else, or says of a place that it is hidden. */
    void changed(State.OfParameter parameter) {
        for (State.OfFocus focus : parameter.foci) {
            if (focus.plan == null) {
                continue;
            }
            boolean isSelection = focus.plan.selection() == parameter;
            if (!isSelection) {
                recount(focus);
            } else if (focus.plan.focus().selection().follows() && !focus.pinned && !Double.isNaN(parameter.position)) {
                follow(focus, parameter);
            }
        }
    }

    private void follow(State.OfFocus focus, State.OfParameter parameter) {
        Focus of = focus.plan.focus();
        double step = Math.max(parameter.parameter.step(), 1e-9);
        double low = parameter.parameter.range().low();
        int selected = (int) Math.rint((parameter.parameter.real(parameter.position) - low) / step);
        int place = indexOf(visible(focus), selected);
        boolean isUnder = place >= focus.at && place < focus.at + of.width();
        if (place >= 0 && !isUnder) {
            int count = visible(focus).length;
            int first = of.width() == 1 ? place : place / of.width() * of.width();
            to(focus, of.ends() == Focus.Ends.FILL ? of.moved(first, 0, count) : first, false);
        }
    }

    /** Places came or went: the first one under the focus stays, as long as it is there. */
    private void recount(State.OfFocus focus) {
        focus.visible = null;
        int[] visible = visible(focus);
        int place = indexOf(visible, focus.plan.focus().places().indexOf(focus.current));
        focus.at = Math.max(0, place >= 0 ? place : Math.min(focus.at, visible.length - 1));
        focus.current = current(focus);
        point(focus);
        tell(focus);
    }

    /** @param leads whether the device is told, where the focus leads */
    private void to(State.OfFocus focus, int at, boolean leads) {
        if (at < 0 || at == focus.at) {
            return;
        }
        focus.at = at;
        focus.current = current(focus);
        point(focus);
        tell(focus);
        FocusPlan plan = focus.plan;
        Triggers.turned(state, focus, true);
        if (leads && plan.selection() != null && plan.focus().selection().leads()) {
            lead(focus, plan.selection());
        }
        for (State.OfFocus linked : plan.linked()) {
            if (linked.plan != null) {
                int[] visible = visible(linked);
                int shifted = at + linked.plan.focus().link().shift();
                to(linked, Math.max(0, Math.min(shifted, visible.length - 1)), true);
            }
        }
    }

    private void lead(State.OfFocus focus, State.OfParameter selection) {
        int place = visible(focus)[focus.at];
        double real = selection.parameter.range().low() + place * selection.parameter.step();
        if (selection.device.present && real <= selection.parameter.range().high()) {
            parameters.set(selection, selection.parameter.position(real));
        }
    }

    /** Works out what each address through a focus means now. */
    private void point(State.OfFocus focus) {
        FocusPlan plan = focus.plan;
        int[] visible = visible(focus);
        boolean isElsewhere = false;
        for (State.OfAddress address : plan.addresses()) {
            int place = plan.focus().under(focus.at, address.offset, visible.length);
            State.OfParameter now = place < 0 ? null : address.places[visible[place]];
            if (now != address.now) {
                address.now = now;
                address.moves++;
                isElsewhere = true;
            }
        }
        if (isElsewhere) {
            for (State.OfLight light : plan.lights()) {
                lights.turned(light);
            }
            state.touchSenses.forEach(retouched);
        }
    }

    /** Whether a place lies under a focus that is there. */
    static boolean isUnder(State.OfFocus focus, int place) {
        int[] visible = visible(focus);
        for (int offset = 0; offset < focus.plan.focus().width(); offset++) {
            int under = focus.plan.focus().under(focus.at, offset, visible.length);
            if (under >= 0 && visible[under] == place) {
                return true;
            }
        }
        return false;
    }

    /** The addresses of a focus that do not mean what they should; none, if moving it does its work. */
    static List<String> astray(FocusPlan plan) {
        int[] visible = visible(plan.state());
        List<String> astray = new ArrayList<>();
        for (State.OfAddress address : plan.addresses()) {
            int place = plan.focus().under(plan.state().at, address.offset, visible.length);
            if (address.now != (place < 0 ? null : address.places[visible[place]])) {
                astray.add(plan.focus().name() + " " + address.offset + " is astray");
            }
        }
        return astray;
    }

    /** The numbers of the places that are not passed over. */
    private static int[] visible(State.OfFocus focus) {
        if (focus.visible == null) {
            State.OfParameter[] skips = focus.plan.skips();
            focus.visible = IntStream.range(0, skips.length)
                    .filter(place -> skips[place] == null || !(skips[place].position >= 0.5))
                    .toArray();
        }
        return focus.visible;
    }

    private static int indexOf(int[] visible, int place) {
        for (int i = 0; i < visible.length; i++) {
            if (visible[i] == place) {
                return i;
            }
        }
        return -1;
    }

    private static String current(State.OfFocus focus) {
        int[] visible = visible(focus);
        return focus.at < visible.length ? focus.plan.focus().places().get(visible[focus.at]) : "";
    }

    private void tell(State.OfFocus focus) {
        if (cycle.traced()) {
            Focus of = focus.plan.focus();
            int[] visible = visible(focus);
            List<String> under = new ArrayList<>();
            for (int offset = 0; offset < of.width(); offset++) {
                int place = of.under(focus.at, offset, visible.length);
                under.add(place < 0 ? "" : of.places().get(visible[place]));
            }
            cycle.note(new FocusMoved(focus.id, under, focus.pinned));
        }
    }
}
