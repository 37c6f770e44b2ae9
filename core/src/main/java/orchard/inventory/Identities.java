package orchard.inventory;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import orchard.gear.Profile;
import orchard.parameter.Group;

/** What a device tells of its groups that stays the same wherever they are moved and whatever they are called. */
public final class Identities {

    private static final String ID = "/id";

    private Identities() {}

    /**
     * The profile with everything where it is told to stand now. Groups without an identity get the one that is told where they are.
     *
     * @param told identities by the address at which they are told, which ends with {@code /id}
     * @return the same profile if nothing moved, or while two places claim to be the same, for then more is on its way
     */
    public static Profile apply(Profile before, Map<String, String> told) {
        List<String> all = told.values().stream().filter(id -> !id.isEmpty()).toList();
        if (all.size() != new HashSet<>(all).size()) {
            return before;
        }
        Profile moved = relocation(before, told).after();
        List<Group> groups = moved.groups().stream()
                .map(group ->
                        group.identity().isEmpty() ? group.known(told.getOrDefault(group.path() + ID, "")) : group)
                .toList();
        Profile after = moved.withParameters(groups, moved.parameters());
        return after.equals(before) ? before : after;
    }

    /** Where the groups stand whose identity is told. */
    static Relocation relocation(Profile before, Map<String, String> told) {
        Map<String, String> pathsByIdentity = new HashMap<>();
        told.forEach((address, identity) -> {
            if (address.endsWith(ID) && !identity.isEmpty()) {
                pathsByIdentity.put(identity, address.substring(0, address.length() - ID.length()));
            }
        });
        Map<String, String> paths = new HashMap<>();
        for (Group group : before.groups()) {
            String path = pathsByIdentity.get(group.identity());
            if (path != null && !group.path().isEmpty()) {
                paths.put(group.id(), path);
            }
        }
        return new Relocation(before, paths);
    }
}
