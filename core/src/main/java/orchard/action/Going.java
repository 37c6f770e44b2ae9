package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * To one of several, or on by some: what a person fills in for every action that moves a {@link Selector} of a device.
 *
 * @param to id of the place, or "" to go on from the current one
 * @param by how many places to go on, or 0 where {@code to} says which
 * @param tag only places with this tag are gone through; "" for all
 */
record Going(String device, String to, int by, String tag) {

    private static final int NEXT = 1;

    /** The fields, with what there is to choose from. */
    List<Field> fields(Optional<Selector> among) {
        Map<String, String> places = new LinkedHashMap<>();
        places.put("", "go on by");
        among.ifPresent(selector -> selector.places().forEach(place -> places.put(place.id(), place.name())));
        if (!to.isEmpty()) {
            places.putIfAbsent(to, "one that is missing");
        }
        return List.of(
                Action.deviceField(device),
                Field.choice("place", "which", to, places),
                Field.text("by", "by", "%+d".formatted(by == 0 ? NEXT : by), "+1"),
                Field.text("tag", "only those tagged", tag, ""));
    }

    /**
     * What was filled in.
     *
     * @param kind what is chosen from
     */
    static Going filled(Typed typed, Selector.Kind kind, Directory names) {
        String device = Action.device(typed, names);
        String to = typed.text("place");
        if (to.isEmpty()) {
            return new Going(device, "", typed.steps("by"), typed.text("tag").toLowerCase(Locale.ROOT));
        }
        boolean isThere = Selector.of(new Selector.Owner(kind, device, ""), names)
                .filter(selector -> selector.number(to) > 0)
                .isPresent();
        if (!isThere) {
            throw new Mistake("place", Action.name(device, names) + " does not have that one; choose another");
        }
        return new Going(device, to, 0, "");
    }
}
