package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import orchard.app.live.Values;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.LayerStack;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.light.Light;
import orchard.mapping.Listening;
import orchard.mapping.Mapping;
import orchard.rig.Rig;

/**
 * A device's face, ready to be drawn. Sizes are in drawing units, ten to a grid unit.
 *
 * @param width of the drawing
 * @param height of the drawing
 */
record FaceView(Device device, int width, int height, List<Spot> spots) {

    private static final int SCALE = 10;

    /**
     * One control on the face.
     *
     * @param dimension the control's first, whose value is drawn
     * @param key where its live value is found
     * @param caption what stands under it: what it sets, otherwise its own name
     * @param mapping id of the first mapping that listens to it now, or ""
     * @param sign the pattern of the layer that one lives in, or ""
     * @param layer the name of that layer, or ""
     * @param clash whether another control sends the same message
     * @param value where it stands, 0..1
     * @param display key of the display that belongs to it, or ""
     * @param text what stands on that display
     * @param letters how many letters the display has
     * @param fields keys of its x and y, where it has both, with a blank between; or ""
     */
    record Spot(
            String id,
            String name,
            String kind,
            String dimension,
            String key,
            String message,
            String caption,
            String mapping,
            String sign,
            String layer,
            boolean clash,
            double value,
            double x,
            double y,
            double width,
            double height,
            String display,
            String text,
            int letters,
            String fields,
            String lamp,
            String lit) {

        /** The control's name and state in words, for who cannot see the drawing. */
        public String spoken() {
            return name
                    + (mapping.isEmpty() ? ", nobody listens" : ", sets " + caption)
                    + (layer.isEmpty() ? "" : ", in layer " + layer)
                    + (clash ? ", sends the same message as another" : "");
        }
    }

    static FaceView of(Device device, Rig rig, Directory names, Values values) {
        return of(device, new LayerStack(values.stack()), rig, names, values);
    }

    /** @param stack the layers that are on, or taken to be */
    static FaceView of(Device device, LayerStack stack, Rig rig, Directory names, Values values) {
        Map<String, Integer> open = new HashMap<>();
        device.profile()
                .traits()
                .pages()
                .forEach(group -> open.put(group.id(), values.page(Selector.Owner.controls(device.id(), group.id()))));
        return of(device, open, stack, rig, names, values);
    }

    /** The id of the first control of a page, "" if there is none. */
    public String onPage(String group, int page) {
        return device.profile().controls().stream()
                .filter(control -> new Control.Page(group, page).equals(control.page()))
                .findFirst()
                .map(Control::id)
                .orElse("");
    }

    /** @param open the page each group shows */
    static FaceView of(Device device, Map<String, Integer> open, Rig rig, Directory names, Values values) {
        return of(device, open, new LayerStack(values.stack()), rig, names, values);
    }

    private static FaceView of(
            Device device, Map<String, Integer> open, LayerStack stack, Rig rig, Directory names, Values values) {
        Listening listening = new Listening(stack, rig);
        Map<String, List<Mapping>> byControl = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            mapping.when().triggers().stream()
                    .filter(trigger -> trigger.device().equals(device.id()))
                    .map(Ref.ToControl::control)
                    .distinct()
                    .forEach(control -> byControl
                            .computeIfAbsent(control, c -> new ArrayList<>())
                            .add(mapping));
        }
        Set<String> clashing = Clashes.ids(device.profile());
        List<Spot> spots = device.profile().controls().stream()
                .filter(control -> control.page() == null
                        || control.pageNumber()
                                == open.getOrDefault(control.page().group(), 1))
                .map(control -> spot(
                        device,
                        control,
                        now(control, device, byControl.getOrDefault(control.id(), List.of()), listening),
                        listening,
                        clashing.contains(control.id()),
                        names,
                        values))
                .toList();
        double width =
                1 + spots.stream().mapToDouble(s -> s.x() + s.width()).max().orElse(100);
        double height =
                1 + spots.stream().mapToDouble(s -> s.y() + s.height()).max().orElse(10);
        return new FaceView(device, (int) Math.ceil(width) + SCALE, (int) Math.ceil(height) + SCALE, spots);
    }

    /** What stands on a pad is its number, or its place in rows: its kind is seen. */
    private static String shortly(Control control) {
        return control.kind() == Control.Kind.PAD
                ? control.name().replaceFirst("^Pad(, row| )\\s*(?=\\d)", "")
                : control.name();
    }

    /** The mappings that listen to any of a control's numbers now. */
    private static List<Mapping> now(Control control, Device device, List<Mapping> about, Listening listening) {
        return about.size() < 2
                        && about.stream().allMatch(mapping -> mapping.layers().isEmpty())
                ? listening.of(about)
                : control.dimensions().stream()
                        .map(dimension -> new Ref.ToControl(device.id(), control.id(), dimension.name()))
                        .flatMap(ref -> listening
                                .of(about.stream()
                                        .filter(mapping ->
                                                mapping.when().triggers().contains(ref))
                                        .toList())
                                .stream())
                        .distinct()
                        .toList();
    }

    /** What a mapping does, in as few words as a control has room for. */
    private static String shortly(Mapping mapping, Control control, Directory names) {
        Optional<String> parameter = mapping.targets().stream()
                .findFirst()
                .map(target -> names.parameter(target).map(p -> p.name()).orElse("missing"));
        return parameter
                .or(() -> mapping.everyAction()
                        .flatMap(action -> action.layers(names).stream())
                        .findFirst()
                        .map(names::layerName))
                .orElse(control.name());
    }

    private static Spot spot(
            Device device,
            Control control,
            List<Mapping> mappings,
            Listening listening,
            boolean clash,
            Directory names,
            Values values) {
        Dimension first = control.dimensions().get(0);
        String key = new Ref.ToControl(device.id(), control.id(), first.name()).key();
        Values.OfControl value = values.controls().get(key);
        String caption = mappings.isEmpty() ? shortly(control) : shortly(mappings.get(0), control, names);
        Optional<Layer> layer =
                mappings.stream().findFirst().map(listening::layer).flatMap(names::layer);
        Control.Face face = control.face();
        Optional<Light> display = device.profile().lightsOn(control.id()).stream()
                .filter(light -> light.kind().letters() > 0)
                .findFirst();
        Optional<String> lamp = device.profile().lightsOn(control.id()).stream()
                .filter(light -> light.kind().onOff())
                .map(light -> device.id() + "/" + light.id())
                .findFirst();
        return new Spot(
                control.id(),
                control.name(),
                control.kind().name().toLowerCase(Locale.ROOT),
                first.name(),
                key,
                names.noteNames().spelled(first.words()),
                caption,
                mappings.isEmpty() ? "" : mappings.get(0).id(),
                layer.map(one -> one.sign().words()).orElse(""),
                layer.map(Layer::name).orElse(""),
                clash,
                value == null ? 0 : value.position(),
                face.x() * SCALE,
                face.y() * SCALE,
                face.width() * SCALE,
                face.height() * SCALE,
                display.map(light -> device.id() + "/" + light.id()).orElse(""),
                display.map(light -> values.shown(device.id() + "/" + light.id()))
                        .filter(shown -> !shown.isEmpty())
                        .orElse(control.label()),
                display.map(light -> light.kind().letters()).orElse(0),
                control.dimension("x").isPresent() && control.dimension("y").isPresent()
                        ? new Ref.ToControl(device.id(), control.id(), "x").key() + " "
                                + new Ref.ToControl(device.id(), control.id(), "y").key()
                        : "",
                lamp.orElse(""),
                lamp.map(values::lamp).orElse(""));
    }
}
