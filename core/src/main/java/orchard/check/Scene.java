package orchard.check;

import java.util.Collection;
import java.util.Map;
import java.util.Set;
import orchard.gear.Directory;
import orchard.gear.Ref;
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
 * @param spoken what devices on OSC speak to and have, by id
 * @param astray lights that are known to show something else than is believed
 */
public record Scene(
        Rig rig,
        Directory names,
        Set<String> absent,
        Map<String, String> halves,
        Map<String, String> memories,
        Map<String, String> deaf,
        Map<String, String> loops,
        Map<String, Spoken> spoken,
        Set<Ref.ToLight> astray) {

    /**
     * What is known of the OSC addresses of a device.
     *
     * @param unheard addresses it spoke to lately and nobody listens to
     * @param strangers the same of what is in no rig, and may be meant for it
     * @param said all addresses it spoke to
     * @param has addresses of the parameters it told it has; empty if it told none
     */
    public record Spoken(Collection<String> unheard, Collection<String> strangers, Set<String> said, Set<String> has) {

        /** The same, some addresses being heard by now. */
        Spoken without(Set<String> heard) {
            return new Spoken(
                    unheard.stream().filter(one -> !heard.contains(one)).toList(),
                    strangers.stream().filter(one -> !heard.contains(one)).toList(),
                    said,
                    has);
        }
    }

    /** One in which nothing is known of addresses. */
    public Scene(
            Rig rig,
            Directory names,
            Set<String> absent,
            Map<String, String> halves,
            Map<String, String> memories,
            Map<String, String> deaf,
            Map<String, String> loops) {
        this(rig, names, absent, halves, memories, deaf, loops, Map.of(), Set.of());
    }

    /** How many mappings listen to a device, set something on it, or show something there, and how many routes lead through it. */
    long mappingsWith(String device) {
        return rig.mappings().stream()
                        .filter(mapping -> isWith(mapping, device))
                        .count()
                + rig.routes().stream()
                        .filter(route ->
                                route.from().equals(device) || route.to().equals(device))
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
