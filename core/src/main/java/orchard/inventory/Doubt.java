package orchard.inventory;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import orchard.gear.Profile;
import orchard.parameter.Group;

/**
 * A group whose place tells another name now, while its own name is told at another place. Without an identity nobody but the performer
 * knows whether it was moved or renamed; until that is said, its parameters stay at their place.
 *
 * @param group as the profile knows it
 * @param called what its place is called now
 * @param elsewhere the group at whose place its name is told
 */
public record Doubt(Group group, String called, Group elsewhere) {

    /**
     * The doubts about a device.
     *
     * @param told the names the device tells right now, by the ids of the groups at whose places it tells them
     */
    public static List<Doubt> of(Profile profile, Map<String, String> told) {
        List<Doubt> doubts = new ArrayList<>();
        for (Group group : profile.groups()) {
            String called = told.get(group.id());
            if (isKnownByPlace(group) && called != null && !called.equals(group.name())) {
                profile.groups().stream()
                        .filter(other -> isKnownByPlace(other) && other.parent().equals(group.parent()))
                        .filter(other -> group.name().equals(told.get(other.id())))
                        .findFirst()
                        .ifPresent(other -> doubts.add(new Doubt(group, called, other)));
            }
        }
        return doubts;
    }

    private static boolean isKnownByPlace(Group group) {
        return group.identity().isEmpty() && !group.path().isEmpty();
    }

    /** Whether a group, or one around it, is this one. */
    public boolean isAround(Profile profile, String inside) {
        return inside.equals(group.id())
                || profile.group(inside)
                        .filter(g -> !g.parent().isEmpty() && isAround(profile, g.parent()))
                        .isPresent();
    }

    /** The profile if they were moved: each stands where its name is told; what was there before takes the places left over. */
    public static Profile follow(Profile profile, List<Doubt> doubts) {
        Map<String, String> paths = new HashMap<>();
        doubts.forEach(doubt -> paths.put(doubt.group().id(), doubt.elsewhere().path()));
        List<Group> left = doubts.stream()
                .map(Doubt::group)
                .filter(group -> !paths.containsValue(group.path()))
                .toList();
        List<Group> without = doubts.stream()
                .map(Doubt::elsewhere)
                .filter(group -> !paths.containsKey(group.id()))
                .distinct()
                .toList();
        for (int i = 0; i < Math.min(left.size(), without.size()); i++) {
            paths.put(without.get(i).id(), left.get(i).path());
        }
        return new Relocation(profile, paths).after();
    }

    /** The profile if they were renamed: every place has the name it tells. */
    public static Profile stay(Profile profile, Map<String, String> told) {
        return profile.withParameters(
                profile.groups().stream()
                        .map(group -> Optional.ofNullable(told.get(group.id()))
                                .filter(name -> isKnownByPlace(group) && !Objects.equals(name, group.name()))
                                .map(group::called)
                                .orElse(group))
                        .toList(),
                profile.parameters());
    }
}
