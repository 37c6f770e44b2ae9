package orchard.check;

import java.util.Map;
import java.util.Set;
import orchard.gear.Directory;
import orchard.mapping.Mapping;
import orchard.rig.Rig;

/**
 * What is looked over: a rig, and how things stand where it is played right now.
 *
 * @param names what things are called right now; may know newer names than the rig
 * @param absent ids of the devices that are not there
 * @param halves what is missing for devices that are there with one direction only, by id
 * @param memories what is the matter with the memories of devices, by id
 * @param deaf what to do about devices that are there and do not answer, by id
 * @param loops what is the matter with mappings that go round without end, by id
 */
public record Scene(
        Rig rig,
        Directory names,
        Set<String> absent,
        Map<String, String> halves,
        Map<String, String> memories,
        Map<String, String> deaf,
        Map<String, String> loops) {

    /** How many mappings listen to a device, set something on it, or show something there. */
    long mappingsWith(String device) {
        return rig.mappings().stream()
                .filter(mapping -> isWith(mapping, device))
                .count();
    }

    private static boolean isWith(Mapping mapping, String device) {
        return mapping.when().triggers().stream().anyMatch(t -> t.device().equals(device))
                || mapping.everyAction().anyMatch(action -> action.devices().contains(device))
                || mapping.show().answers().stream()
                        .anyMatch(answer -> answer.light().device().equals(device));
    }

    /** A rig, wherever it is: nothing is in trouble. */
    public static Scene of(Rig rig, Directory names) {
        return new Scene(rig, names, Set.of(), Map.of(), Map.of(), Map.of(), Map.of());
    }
}
