package orchard.rig;

import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Ref;
import orchard.gear.Wire;
import orchard.mapping.Branch;

/** The controls that make moves fine while they are held, as some mapping of gear says: then they make those of fingers on layouts fine too. */
public final class FineControls {

    private FineControls() {}

    /** Those of a rig. */
    public static Set<Ref.ToControl> of(Rig rig) {
        return rig.mappings().stream()
                .filter(mapping -> mapping.when().triggers().stream()
                        .noneMatch(trigger -> rig.device(trigger.device())
                                .filter(device -> device.seat().wire() == Wire.TOUCH)
                                .isPresent()))
                .flatMap(mapping -> mapping.branches().stream())
                .map(Branch::shape)
                .flatMap(shape -> shape.accumulate().stream())
                .flatMap(stage -> Stream.ofNullable(stage.slow()))
                .collect(Collectors.toUnmodifiableSet());
    }
}
