package orchard.app.web;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/**
 * A device with its groups, in a tree out of which a parameter is picked.
 *
 * @param groups those that have parameters that can be set; the one of the device's own parameters is called as the device
 */
record ParameterTree(String device, String name, List<Branch> groups) {

    /** One group. */
    record Branch(String group, String name) {}

    /** One parameter. */
    record Leaf(String key, String name) {}

    /** All devices that have something to set. */
    static List<ParameterTree> of(Rig rig, Directory names) {
        return rig.gear().stream()
                .map(device -> new ParameterTree(device.id(), device.name(), branches(device, names)))
                .filter(tree -> !tree.groups().isEmpty())
                .toList();
    }

    private static List<Branch> branches(Device device, Directory names) {
        Set<String> groups = new LinkedHashSet<>();
        device.profile().parameters().stream().filter(Parameter::settable).forEach(p -> groups.add(p.group()));
        return groups.stream()
                .map(group -> new Branch(group, names.groupTitle(device, group).orElse(device.name())))
                .toList();
    }

    /** What can be set in one group. */
    static List<Leaf> leaves(Rig rig, String device, String group) {
        return rig.device(device).stream()
                .flatMap(d -> d.profile().parameters().stream())
                .filter(p -> p.settable() && p.group().equals(group))
                .map(p -> new Leaf(new Ref.ToParameter(device, p.id()).key(), p.name()))
                .toList();
    }
}
