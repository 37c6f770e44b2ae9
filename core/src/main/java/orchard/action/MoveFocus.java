package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.condition.FocusAt;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Moves a focus.
 *
 * @param focus its id
 * @param place id of the place to go to, or "" to go on
 * @param by how many places to go on; below 0 back
 * @param banks whether {@code by} counts widths of the focus instead of places
 */
public record MoveFocus(String focus, String place, int by, boolean banks) implements Action {

    public MoveFocus {
        place = place == null ? "" : place;
        by = place.isEmpty() ? by : 0;
        banks = banks && place.isEmpty();
    }

    @Override
    public Kind kind() {
        return Kind.FOCUS;
    }

    static Field focusField(String focus, Directory names) {
        Map<String, String> foci = new LinkedHashMap<>();
        foci.put("", "choose a focus");
        names.foci().forEach(one -> foci.put(one.id(), one.name()));
        return Field.choice("focus", "focus", focus, foci);
    }

    static Focus focus(Typed typed, Directory names) {
        return names.focus(typed.text("focus")).orElseThrow(() -> new Mistake("focus", "choose a focus"));
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> units = new LinkedHashMap<>();
        units.put("false", "places");
        units.put("true", "times its width");
        Map<String, String> places = new LinkedHashMap<>();
        places.put("", "go on by");
        names.focus(focus)
                .ifPresent(of -> IntStream.range(0, of.places().size())
                        .forEach(i -> places.put(of.places().get(i), of.placeName(i, names))));
        return List.of(
                focusField(focus, names),
                Field.choice("place", "which", place, places),
                Field.text("by", "by", "%+d".formatted(by == 0 ? 1 : by), "+1"),
                Field.choice("banks", "", String.valueOf(banks), units));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Focus of = focus(typed, names);
        String to = typed.text("place");
        if (to.isEmpty()) {
            return new MoveFocus(of.id(), "", typed.steps("by"), typed.check("banks"));
        }
        if (!of.places().contains(to)) {
            throw new Mistake("place", of.name() + " has no such place; choose another");
        }
        return new MoveFocus(of.id(), to, 0, false);
    }

    @Override
    public Optional<String> movesFocus() {
        return Optional.of(focus);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return true;
    }

    static String name(String focus, Directory names) {
        return names.focus(focus).map(Focus::name).orElse("a missing focus (" + focus + ")");
    }

    static String place(String focus, String place, Directory names) {
        return names.focus(focus)
                .filter(of -> of.places().contains(place))
                .map(of -> of.placeName(of.places().indexOf(place), names))
                .orElse("a missing place");
    }

    @Override
    public Optional<FocusAt> bringsUnder(Directory names) {
        return Optional.of(new FocusAt(focus, place)).filter(at -> at.isThere(names));
    }

    @Override
    public String words(Directory names) {
        String which = name(focus, names);
        if (!place.isEmpty()) {
            return "move " + which + " to " + place(focus, place, names);
        }
        int width = names.focus(focus).map(Focus::width).orElse(1);
        int places = Math.abs(banks ? by * width : by);
        return "move " + which + (by < 0 ? " back" : " on") + " by " + places;
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        Optional<Focus> of = names.focus(focus);
        return of.isEmpty()
                ? Optional.of("It moves a focus that is not there (" + focus + ").")
                : of.filter(one -> !place.isEmpty() && !one.places().contains(place))
                        .map(one -> "It moves " + one.name() + " to a place that is not there (" + place + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.moveFocus(this);
    }
}
