package orchard.app.web;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.outcome.FocusMoved;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/**
 * A focus as it stands.
 *
 * @param under ids of the places under it, "" where there is none
 * @param pinned whether it stays where it is
 */
record FocusView(Focus focus, List<Place> places, List<String> under, boolean pinned) {

    /** One of its places. */
    record Place(String id, String name, boolean isUnder) {}

    static FocusView of(Focus focus, Directory names, Values values) {
        FocusMoved moved = values.focus(focus.id());
        List<String> under = values.under(focus);
        return new FocusView(
                focus,
                IntStream.range(0, focus.places().size())
                        .mapToObj(i -> {
                            String id = focus.places().get(i);
                            String name = focus.placeName(i, names);
                            return new Place(id, name.isEmpty() ? "missing" : name, under.contains(id));
                        })
                        .toList(),
                under,
                moved != null && moved.pinned());
    }

    /**
     * Places of one kind that a focus can go over.
     *
     * @param key by which it is found again
     * @param noun what one of them is called
     */
    record Kind(String key, String title, String noun, String device, List<String> places) {}

    /** The kinds there are: groups of a device beside each other that have the same parameters, and devices. */
    static List<Kind> kinds(Rig rig, Directory names) {
        List<Kind> kinds = new ArrayList<>();
        for (Device device : rig.gear()) {
            Map<List<Object>, List<Group>> alike = new LinkedHashMap<>();
            for (Group group : device.profile().groups()) {
                List<String> parameters = device.profile().parameters().stream()
                        .filter(p -> p.group().equals(group.id()))
                        .map(Parameter::name)
                        .sorted()
                        .toList();
                if (!parameters.isEmpty()) {
                    alike.computeIfAbsent(List.of(group.parent(), parameters), k -> new ArrayList<>())
                            .add(group);
                }
            }
            alike.values().stream().filter(groups -> groups.size() > 1).forEach(groups -> {
                groups.sort(Comparator.comparing((Group group) -> group.id().replaceAll("\\d+$", ""))
                        .thenComparing(group -> group.id().length())
                        .thenComparing(Group::id));
                Group first = groups.get(0);
                Group last = groups.get(groups.size() - 1);
                String noun = Focus.noun(first.id());
                kinds.add(new Kind(
                        device.id() + "/" + first.id(),
                        "%s: %s to %s (%d)"
                                .formatted(
                                        device.name(),
                                        names.groupName(device, first.id()),
                                        names.groupName(device, last.id()),
                                        groups.size()),
                        noun.isBlank() ? "place" : noun,
                        device.id(),
                        groups.stream()
                                .map(group -> group.identity().isEmpty() ? group.id() : group.identity())
                                .toList()));
            });
        }
        List<String> devices = rig.devices().stream()
                .filter(device -> device.profile().parameters().stream().anyMatch(Parameter::settable))
                .map(Device::id)
                .toList();
        if (devices.size() > 1) {
            kinds.add(new Kind("devices", "Devices (" + devices.size() + ")", "device", "", devices));
        }
        return kinds;
    }

    /** The parameters of a device that may say which place is selected: they count as many values as there are places. */
    static List<Parameter> selections(Focus focus, Rig rig) {
        return rig.device(focus.device()).stream()
                .flatMap(device -> device.profile().parameters().stream())
                .filter(Objects::nonNull)
                .filter(parameter -> parameter.count() >= focus.places().size())
                .filter(parameter -> focus.placeOf(new Ref.ToParameter(focus.device(), parameter.id()), rig) < 0)
                .toList();
    }
}
