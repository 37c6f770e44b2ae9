package orchard.inventory;

import java.util.Map;
import java.util.Optional;
import orchard.gear.Profile;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Parameter;

/**
 * Groups of a device that stand at other addresses now, and with them everything inside them.
 *
 * @param paths where groups stand now, by their ids; those that are not named stay
 */
record Relocation(Profile before, Map<String, String> paths) {

    /** The profile with everything where it stands now. */
    Profile after() {
        return before.withParameters(
                before.groups().stream().map(this::now).toList(),
                before.parameters().stream().map(this::moved).toList());
    }

    /** The address a parameter has now; "" if it has none. */
    String now(Parameter parameter) {
        String address = parameter.binding() instanceof Binding.Osc osc ? osc.address() : "";
        return now(parameter.group(), address);
    }

    /** The same group where it stands now. */
    Group now(Group group) {
        return group.path().isEmpty() ? group : group.at(now(group.id(), group.path()));
    }

    private Parameter moved(Parameter parameter) {
        if (!(parameter.binding() instanceof Binding.Osc osc)) {
            return parameter;
        }
        String finger = osc.touch().isEmpty() ? "" : now(parameter.group(), osc.touch());
        return parameter.with(new Binding.Osc(now(parameter), finger));
    }

    /** An address inside a group, after the nearest group around it that moved. */
    private String now(String inside, String address) {
        for (Optional<Group> at = before.group(inside);
                at.isPresent();
                at = before.group(at.get().parent())) {
            String path = paths.get(at.get().id());
            String was = at.get().path();
            if (path != null && (address.equals(was) || address.startsWith(was + "/"))) {
                return path + address.substring(was.length());
            }
        }
        return address;
    }
}
