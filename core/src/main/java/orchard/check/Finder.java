package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/** One sort of findings. A new one is a file, and a line in the list {@link Check#FINDERS}. */
public interface Finder {

    /** The heading of its findings. */
    String title();

    /** What its findings would do to the night. */
    Effect effect();

    /** Whether what it finds is only that something is not there, and not that something is wrong. */
    default boolean isAbsence() {
        return false;
    }

    /** Whether it looks at the rig only, and not at how things stand right now. */
    default boolean ofRig() {
        return false;
    }

    /** On whose page its findings are counted, or null if only Check counts them. */
    default Finding.Page countedOn() {
        return null;
    }

    /** What it finds, in the order of the parts in the rig. */
    List<Finding> look(Scene scene);

    /**
     * What is the matter with devices that some mapping needs, one finding each.
     *
     * @param matters why, by the device's id
     * @param sentence about a device, by its name
     */
    default List<Finding> ofDevices(
            Scene scene, Map<String, String> matters, UnaryOperator<String> sentence, Finding.Page page) {
        List<Finding> findings = new ArrayList<>();
        matters.forEach((id, why) -> scene.rig()
                .device(id)
                .filter(device -> scene.mappingsWith(id) > 0)
                .ifPresent(device -> findings.add(
                        new Finding(this, sentence.apply(device.name()), why, new Finding.Place(page, id, "")))));
        return findings;
    }
}
