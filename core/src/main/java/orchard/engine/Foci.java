package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
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
        forget(plan);
        for (FocusPlan focus : plan.foci()) {
            State.OfFocus of = focus.state();
            of.visible = null;
            of.picked.retainAll(focus.focus().several() ? focus.focus().places() : List.of());
            int place = first(of);
            int[] visible = visible(of);
            int[] before = of.under;
            of.at = Math.max(0, place < 0 ? Math.min(of.at, visible.length - 1) : indexOf(visible, place));
            stand(of);
            if (before.length > 0 && !Arrays.equals(before, of.under)) {
                tell(of);
            }
        }
    }

    /** Addresses that are in no plan any more mean nothing. */
    private void forget(Plan plan) {
        Set<State.OfAddress> kept = Collections.newSetFromMap(new IdentityHashMap<>());
        plan.foci().forEach(focus -> kept.addAll(List.of(focus.addresses())));
        for (State.OfAddress address : state.through) {
            if (!kept.contains(address)) {
                address.means(null);
            }
        }
        state.through.clear();
        state.through.addAll(kept);
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

    /** The number of the first place that is picked, or of where it stood. */
    private static int first(State.OfFocus focus) {
        List<String> places = focus.plan.focus().places();
        return places.stream()
                .filter(focus.picked::contains)
                .findFirst()
                .map(places::indexOf)
                .orElse(places.indexOf(focus.current));
    }

    /** Puts a place beside those that are picked, or takes it from them; a focus whose places lie side by side goes there. */
    void pick(State.OfFocus focus, String place, boolean on) {
        Focus of = focus.plan == null ? null : focus.plan.focus();
        if (of == null || !of.places().contains(place)) {
            return;
        }
        if (!of.several()) {
            if (on) {
                to(focus, indexOf(visible(focus), of.places().indexOf(place)), true);
            }
        } else if (on ? focus.picked.add(place) : focus.picked.remove(place)) {
            focus.at = Math.max(0, indexOf(visible(focus), first(focus)));
            moved(focus, false);
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

    /** A person picked a place on a page, or let it go. */
    void byHand(Plan plan, Event.Picked event) {
        plan.foci().stream()
                .filter(one -> one.state().id.equals(event.focus()))
                .findFirst()
                .ifPresentOrElse(
                        focus -> pick(focus.state(), event.place(), event.on()),
                        () -> cycle.note(new Refused("There is no such focus any more")));
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
        boolean isUnder = !of.several() && place >= focus.at && place < focus.at + of.width();
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
        stand(focus);
        tell(focus);
    }

    /** @param leads whether the device is told, where the focus leads */
    private void to(State.OfFocus focus, int at, boolean leads) {
        FocusPlan plan = focus.plan;
        if (at < 0 || at >= visible(focus).length) {
            return;
        }
        Set<String> alone =
                plan.focus().several() ? Set.of(plan.focus().places().get(visible(focus)[at])) : Set.of();
        if (at == focus.at && focus.picked.equals(alone)) {
            return;
        }
        focus.at = at;
        focus.picked.clear();
        focus.picked.addAll(alone);
        moved(focus, leads);
    }

    private void moved(State.OfFocus focus, boolean leads) {
        stand(focus);
        tell(focus);
        FocusPlan plan = focus.plan;
        Triggers.turned(state, focus, true);
        if (leads && plan.selection() != null && plan.focus().selection().leads()) {
            lead(focus, plan.selection());
        }
        for (State.OfFocus linked : plan.linked()) {
            if (linked.plan != null) {
                int[] visible = visible(linked);
                int shifted = focus.at + linked.plan.focus().link().shift();
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

    /** Works out what lies under a focus now, and what each address through it means. */
    private void stand(State.OfFocus focus) {
        FocusPlan plan = focus.plan;
        int[] before = focus.under;
        focus.under = under(focus);
        focus.current = current(focus);
        boolean isElsewhere = !Arrays.equals(before, focus.under);
        for (State.OfAddress address : plan.addresses()) {
            State.OfParameter now = means(address);
            if (now != address.now) {
                address.means(now);
                address.moves++;
                isElsewhere = true;
            }
        }
        if (isElsewhere) {
            lights.turned(focus);
            state.touchSenses.forEach(retouched);
        }
    }

    private static State.OfParameter means(State.OfAddress address) {
        int[] under = address.focus.under;
        int place = address.offset < under.length ? under[address.offset] : -1;
        return place < 0 ? null : address.places[place];
    }

    /** The numbers of the places under a focus: side by side from where it stands, or those that were picked, in their order. */
    private static int[] under(State.OfFocus focus) {
        Focus of = focus.plan.focus();
        int[] visible = visible(focus);
        int[] under = new int[of.reach()];
        Arrays.fill(under, -1);
        int count = 0;
        if (of.several()) {
            for (int place : visible) {
                if (focus.picked.contains(of.places().get(place))) {
                    under[count++] = place;
                }
            }
        } else {
            for (int offset = 0; offset < under.length; offset++) {
                int at = of.under(focus.at, offset, visible.length);
                under[offset] = at < 0 ? -1 : visible[at];
            }
        }
        return under;
    }

    /** Whether a place lies under a focus that is there. */
    static boolean isUnder(State.OfFocus focus, int place) {
        return indexOf(focus.under, place) >= 0;
    }

    /** The addresses of a focus that do not mean what they should; none, if moving it does its work. */
    static List<String> astray(FocusPlan plan) {
        List<String> astray = new ArrayList<>();
        if (!Arrays.equals(plan.state().under, under(plan.state()))) {
            astray.add(plan.focus().name() + " has something else under it");
        }
        for (State.OfAddress address : plan.addresses()) {
            if (address.now != means(address)) {
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

    private static int indexOf(int[] places, int place) {
        for (int i = 0; i < places.length; i++) {
            if (places[i] == place) {
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
            List<String> under = Arrays.stream(focus.under)
                    .mapToObj(place -> place < 0 ? "" : of.places().get(place))
                    .toList();
            cycle.note(new FocusMoved(focus.id, under, focus.pinned));
        }
    }
}
