package orchard.gear;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Parameter;
import orchard.signal.NoteName;

/** Finds devices by id, and knows what their groups are called right now. */
public interface Directory {

    /** The device of that id, if it is in the rig. */
    Optional<Device> device(String id);

    /** The presets of all devices. */
    default List<Preset> presets() {
        return List.of();
    }

    /** The layers of the rig. */
    default List<Layer> layers() {
        return List.of();
    }

    /** The layer of that id, if it is there. */
    default Optional<Layer> layer(String id) {
        return layers().stream().filter(layer -> layer.id().equals(id)).findFirst();
    }

    /** What a layer is called, also when it is missing. */
    default String layerName(String id) {
        return layer(id).map(Layer::name).orElse("that is missing (" + id + ")");
    }

    /** The foci of the rig. */
    default List<Focus> foci() {
        return List.of();
    }

    /** The focus of that id, if it is there. */
    default Optional<Focus> focus(String id) {
        return foci().stream().filter(focus -> focus.id().equals(id)).findFirst();
    }

    /** The songs of the set list, in its order. */
    default List<Selector.Place> songPlaces() {
        return List.of();
    }

    /** How notes are called. */
    default NoteName noteNames() {
        return new NoteName(4);
    }

    /** The name of one group, without its parents; the device itself may have told another than its profile has. */
    default String groupName(Device device, String group) {
        return device.profile().group(group).map(g -> g.name()).orElse("");
    }

    /** A parameter with the groups it is in: {@code Narrator › Filter › Cutoff}. */
    default String title(Device device, Parameter parameter) {
        return groupTitle(device, parameter.group())
                .map(group -> group + " › " + parameter.name())
                .orElse(parameter.name());
    }

    /** A group with the groups it is in. */
    default Optional<String> groupTitle(Device device, String group) {
        return device.profile()
                .group(group)
                .map(g -> groupTitle(device, g.parent())
                        .map(parent -> parent + " › " + groupName(device, group))
                        .orElse(groupName(device, group)));
    }

    /** The parameter a reference points at, if it is there. */
    default Optional<Parameter> parameter(Ref.ToParameter ref) {
        Optional<Device> device = device(ref.device());
        return device.isPresent()
                ? device.get().profile().parameter(ref.parameter())
                : Through.of(ref, this).flatMap(through -> through.prototype(this));
    }

    /** The number of a control that a reference points at, if it is there. */
    default Optional<Dimension> dimension(Ref.ToControl ref) {
        return device(ref.device())
                .flatMap(d -> d.profile().control(ref.control()))
                .flatMap(c -> c.dimension(ref.dimension()));
    }

    /** A parameter's value at a position, in Orchard's own words; "" if the parameter is missing. */
    default String text(Ref.ToParameter ref, double position) {
        return parameter(ref).map(p -> p.text(position)).orElse("");
    }

    /** What a reference points at, in words, also when it is missing. */
    default String words(Ref ref) {
        Optional<Device> device = device(ref.device());
        if (device.isEmpty()
                && ref instanceof Ref.ToParameter parameter
                && focus(ref.device()).isPresent()) {
            return Through.of(parameter, this)
                    .map(Through::words)
                    .orElse("a missing place of "
                            + focus(ref.device()).orElseThrow().name());
        }
        if (device.isEmpty()) {
            return "a device that is not in the rig (" + ref.device() + ")";
        }
        return ref.words(device.get(), this);
    }

    /** A directory over a fixed list. */
    static Directory of(List<Device> devices) {
        return id -> devices.stream().filter(d -> d.id().equals(id)).findFirst();
    }
}
