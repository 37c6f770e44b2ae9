package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.PageGroup;
import orchard.rig.Rig;

/**
 * A layer as it lies in the stack.
 *
 * @param sign its pattern, by the word of which the drawing is found
 * @param on whether it is on
 * @param switched whether it can be switched here
 * @param words what it comes with, or ""
 * @param silenced whether its mappings do not act
 * @param alone whether only its mappings act, and others that are tried alone
 */
record LayerView(
        String id,
        String name,
        String sign,
        boolean on,
        boolean switched,
        String words,
        boolean silenced,
        boolean alone) {

    /** All layers, those that are on first, the topmost one on top. */
    static List<LayerView> of(Rig rig, Directory names, Values values) {
        List<LayerView> views = new ArrayList<>();
        List<String> on = values.stack();
        for (int i = on.size() - 1; i >= 0; i--) {
            rig.layer(on.get(i)).ifPresent(layer -> views.add(of(layer, true, names, values)));
        }
        rig.layers().stream()
                .filter(layer -> !on.contains(layer.id()))
                .forEach(layer -> views.add(of(layer, false, names, values)));
        return views;
    }

    private static LayerView of(Layer layer, boolean on, Directory names, Values values) {
        return new LayerView(
                layer.id(),
                layer.name(),
                layer.sign().words(),
                on,
                layer.switched(),
                words(layer, names),
                values.silenced().contains(layer.id()),
                values.alone().contains(layer.id()));
    }

    /** What a layer comes with that is not switched, or "". */
    static String words(Layer layer, Directory names) {
        if (!layer.together().isEmpty()) {
            return "with " + layer.together().stream().map(names::layerName).collect(Collectors.joining(" and "));
        }
        if (layer.channel() != null) {
            return "while "
                    + names.device(layer.channel().device()).map(Device::name).orElse("a missing device")
                    + " speaks on channel " + layer.channel().channel();
        }
        Layer.OfPage page = layer.page();
        return page == null
                ? ""
                : names.device(page.device())
                        .flatMap(device -> device.profile().traits().group(page.group()))
                        .map(group -> "with " + title(group, page.number()))
                        .orElse("with a missing page");
    }

    /** What a page of a group is called. */
    static String title(PageGroup group, int number) {
        return number >= 1 && number <= group.names().size()
                ? group.name() + ", " + group.names().get(number - 1)
                : "a missing page of " + group.name();
    }
}
