package orchard.text;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.PageGroup;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;
import orchard.parameter.Parameter;

/** All names of a rig that a text may use, and how each thing is written. Made once for a text; not for use by several threads. */
final class Rolls {

    private static final String GATE = "gate";

    /** Between a group of controls and its page, in an id. */
    static final String BETWEEN = "|";

    private final Directory names;
    private final List<Device> devices;
    private final Map<String, Roll> made = new HashMap<>();

    /** The focus whose places something is told of each, or "". */
    private String each = "";

    /** @param devices all there are, those of layouts among them */
    Rolls(Directory names, List<Device> devices) {
        this.names = names;
        this.devices = devices;
    }

    Directory names() {
        return names;
    }

    Roll devices() {
        return roll("devices", roll -> devices.forEach(device -> roll.add(device.id(), device.name())));
    }

    Roll layers() {
        return roll("layers", roll -> names.layers().forEach(layer -> roll.add(layer.id(), layer.name())));
    }

    Roll foci() {
        return roll("foci", roll -> names.foci().forEach(focus -> roll.add(focus.id(), focus.name())));
    }

    Roll songs() {
        return roll("songs", roll -> names.songPlaces().forEach(song -> roll.add(song.id(), song.name())));
    }

    /** The groups that layers exclude each other in; a group is its name. */
    Roll groups() {
        return roll("groups", roll -> names.layers().forEach(layer -> roll.add(layer.group(), layer.group())));
    }

    Roll controls(String device) {
        return of(
                "controls",
                device,
                (roll, on) -> on.profile()
                        .controls()
                        .forEach(control -> roll.add(
                                control.id(),
                                control.name() + (control.pageNumber() > 1 ? ", page " + control.pageNumber() : ""))));
    }

    Roll lights(String device) {
        return of(
                "lights",
                device,
                (roll, on) -> on.profile().lights().forEach(light -> roll.add(light.id(), light.name())));
    }

    Roll parameters(String device) {
        return of(
                "parameters",
                device,
                (roll, on) -> on.profile()
                        .parameters()
                        .forEach(parameter -> roll.add(parameter.id(), names.title(on, parameter))));
    }

    /** The pages of a device's parameters, and those of its controls, which have ids of the group and the number. */
    Roll pages(String device) {
        return of("pages", device, (roll, on) -> {
            on.profile().choices().parameterPages().forEach(page -> roll.add(page.id(), page.name()));
            for (PageGroup group : on.profile().traits().pages()) {
                Selector.controlPages(device, group)
                        .places()
                        .forEach(
                                page -> roll.add(group.id() + BETWEEN + page.id(), group.name() + " › " + page.name()));
            }
        });
    }

    Roll presets(String device) {
        return roll(
                "presets/" + device,
                roll -> names.presets().stream()
                        .filter(preset -> preset.device().equals(device))
                        .forEach(preset -> roll.add(preset.id(), preset.name())));
    }

    Roll places(String focus) {
        return roll(
                "places/" + focus,
                roll -> names.focus(focus).ifPresent(of -> {
                    for (int i = 0; i < of.places().size(); i++) {
                        roll.add(of.places().get(i), of.placeName(i, names));
                    }
                }));
    }

    /** The parameters that a focus finds in its places: what they are called is what they are found by. */
    Roll locals(String focus) {
        return roll(
                "locals/" + focus,
                roll -> names.focus(focus)
                        .ifPresent(of -> of.locals(names)
                                .forEach(local -> roll.add(local, local.replace(Focus.WITHIN, Roll.WITHIN)))));
    }

    /** The number of a control that is meant where none is said: that of a press, or else its first. */
    Optional<String> usual(String device, String control) {
        return names.device(device)
                .flatMap(on -> on.profile().control(control))
                .filter(of -> !of.dimensions().isEmpty())
                .map(of -> of.dimension(GATE)
                        .map(Dimension::name)
                        .orElse(of.dimensions().get(0).name()));
    }

    /** The controls of a device from one to another, each with the number that is meant where none is said; empty if there is no such stretch. */
    Optional<List<Ref.ToControl>> run(String device, String first, String last) {
        List<String> ids = controls(device).ids();
        int from = ids.indexOf(first);
        int to = ids.indexOf(last);
        return from < 0 || to < from
                ? Optional.empty()
                : Optional.of(ids.subList(from, to + 1).stream()
                        .map(id ->
                                new Ref.ToControl(device, id, usual(device, id).orElse("")))
                        .toList());
    }

    /** How a control is written. */
    String written(Ref.ToControl ref) {
        boolean isUsual = usual(ref.device(), ref.control())
                .filter(ref.dimension()::equals)
                .isPresent();
        String sends = (names.dimension(ref).isPresent() ? "" : "id ") + Spelling.quoted(ref.dimension());
        return (isUsual ? "" : sends + " of ")
                + controls(ref.device()).written(ref.control()) + " of "
                + devices().written(ref.device());
    }

    /** What is written of each place of a focus. */
    String ofEach(String focus, Supplier<String> written) {
        String before = each;
        each = focus;
        String text = written.get();
        each = before;
        return text;
    }

    /** How a parameter is written. */
    String written(Ref.ToParameter ref) {
        Optional<Through> through = names.device(ref.device()).isPresent() ? Optional.empty() : Through.of(ref, names);
        if (through.isPresent() && ref.device().equals(each) && through.get().offset() == 1) {
            return "its " + locals(each).written(through.get().local());
        }
        return through.map(way -> (way.offset() == Through.EACH ? "each" : Through.ordinal(way.offset())) + " of "
                        + foci().written(ref.device()) + " › "
                        + locals(ref.device()).written(way.local()))
                .orElseGet(() -> parameters(ref.device()).written(ref.parameter()) + " of "
                        + devices().written(ref.device()));
    }

    /** How a light is written. */
    String written(Ref.ToLight ref) {
        return lights(ref.device()).written(ref.light()) + " of " + devices().written(ref.device());
    }

    /** How a value of a parameter is written, in its unit. */
    String written(double real, Ref.ToParameter ref) {
        return reached(real, names.parameter(ref));
    }

    /** How a value is written that should be one of its parameter's. */
    static String reached(double real, Optional<Parameter> parameter) {
        boolean isBeyond = parameter.filter(of -> !of.range().contains(real)).isPresent();
        return written(real, parameter) + (isBeyond ? " out of reach" : "");
    }

    /** How a value is written: by its name, or as a number with its unit. */
    static String written(double real, Optional<Parameter> parameter) {
        if (parameter.isEmpty()) {
            return Spelling.number(real);
        }
        List<String> labels = parameter.get().law().labels();
        if (real == Math.rint(real) && real >= 0 && real < labels.size() && 1 / real != Double.NEGATIVE_INFINITY) {
            String label = labels.get((int) real);
            boolean isFirst =
                    labels.stream().filter(other -> other.equals(label)).count() == 1;
            if (isFirst && !label.isBlank() && label.equals(label.strip())) {
                return Spelling.quoted(label);
            }
        }
        String unit = parameter.get().range().unit();
        return Spelling.number(real) + (Tokens.isUnit(unit) ? " " + unit : "");
    }

    private Roll of(String what, String device, Filling filling) {
        return roll(what + "/" + device, roll -> names.device(device).ifPresent(on -> filling.fill(roll, on)));
    }

    private Roll roll(String key, Consumer<Roll> fill) {
        Roll known = made.get(key);
        if (known == null) {
            known = new Roll();
            fill.accept(known);
            made.put(key, known);
        }
        return known;
    }

    private interface Filling {
        void fill(Roll roll, Device on);
    }
}
