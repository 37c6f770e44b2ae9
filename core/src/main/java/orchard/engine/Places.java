package orchard.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import orchard.engine.Plan.GroupPlan;
import orchard.gear.Device;
import orchard.gear.PageGroup;
import orchard.gear.ParameterPage;

/** Where everything stands in the state's arrays: once given, a place stays, so that controls and parameters keep their state over edits. */
final class Places {

    final Slots controls = new Slots();
    final Slots parameters = new Slots();
    final Slots lights = new Slots();
    final Slots mappings = new Slots();
    final Slots devices = new Slots();
    final Slots pages = new Slots();
    final Blocks memories = new Blocks();

    /** The pages of a group of controls, or null if there is none of that id. */
    GroupPlan group(Device device, String id) {
        return device.profile()
                .setup()
                .group(id)
                .map(group -> new GroupPlan(pages.of(device.id() + "/" + id), device.id(), group))
                .orElse(null);
    }

    /** The pages of a device's parameters as one group, its keys being the ids of the pages; null if there are none. */
    GroupPlan parameterPages(Device device) {
        List<ParameterPage> laid = device.profile().setup().parameterPages();
        return laid.isEmpty()
                ? null
                : new GroupPlan(
                        pages.of(device.id() + "/parameters"),
                        device.id(),
                        new PageGroup(
                                "parameters",
                                "Parameters",
                                PageGroup.Paging.FREE,
                                laid.stream().map(ParameterPage::name).toList(),
                                laid.stream().map(ParameterPage::id).toList()));
    }

    /** Stretches of numbers, each where it was when it was first asked for. */
    static final class Blocks {
        private final Map<Object, Integer> begins = new HashMap<>();
        private int size;

        int of(Object key, int length) {
            Integer known = begins.get(key);
            if (known == null) {
                known = size;
                begins.put(key, known);
                size += length;
            }
            return known;
        }

        int size() {
            return size;
        }
    }

    static final class Slots {
        private final Map<Object, Integer> slots = new HashMap<>();

        int of(Object key) {
            return slots.computeIfAbsent(key, k -> slots.size());
        }

        int count() {
            return slots.size();
        }
    }
}
