package orchard.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.rig.Rig;

/** Looks a rig over. The result is in a fixed order: by kind, then by the order of parts in the rig. */
public final class Check {

    private Check() {}

    /**
     * What is to be found in the rig itself, wherever it is.
     *
     * @param names what things are called right now; may know newer names than the rig
     */
    public static List<Finding> ofRig(Rig rig, Directory names) {
        List<Finding> findings = new ArrayList<>();
        missing(rig, names, findings);
        twoDrivers(rig, names, findings);
        sameMessage(rig, findings);
        return List.copyOf(findings);
    }

    /**
     * What is to be found of devices and mappings that are in trouble while they are played.
     *
     * @param deaf what to do about devices that are there and do not answer, by id
     * @param loops what is the matter with mappings that go round without end, by id
     */
    public static List<Finding> ofTrouble(Rig rig, Map<String, String> deaf, Map<String, String> loops) {
        List<Finding> findings = new ArrayList<>();
        deaf.forEach((id, help) -> rig.device(id)
                .ifPresent(device -> findings.add(new Finding(
                        Finding.Kind.DEAF,
                        device.name() + " does not answer.",
                        help,
                        new Finding.Place(Finding.Page.CONNECT, id, "")))));
        loops.forEach((id, why) -> rig.mapping(id)
                .ifPresent(mapping -> findings.add(new Finding(
                        Finding.Kind.LOOP,
                        Sentence.of(mapping, rig).text(),
                        why,
                        new Finding.Place(Finding.Page.MAP, id, ""),
                        Optional.of(new Finding.Fix("Let it act again", id, ""))))));
        return List.copyOf(findings);
    }

    /**
     * What is to be found where the rig is played right now.
     *
     * @param absent ids of the devices that are not there
     * @param halves what is missing for devices that are there with one direction only, by id
     * @param memories what is the matter with the memories of devices, by id
     */
    public static List<Finding> ofMoment(
            Rig rig, Set<String> absent, Map<String, String> halves, Map<String, String> memories) {
        List<Finding> findings = new ArrayList<>();
        memories.forEach((id, matter) -> rig.device(id)
                .ifPresent(device -> findings.add(new Finding(
                        Finding.Kind.OTHER_PROGRAMME,
                        "The memory of " + device.name() + " and the rig do not agree.",
                        matter,
                        new Finding.Place(Finding.Page.MEMORY, id, "")))));
        absent(rig, absent, findings);
        halves.forEach((id, missing) -> rig.device(id)
                .ifPresent(device -> findings.add(new Finding(
                        Finding.Kind.HALF,
                        device.name() + " has one direction only.",
                        missing,
                        new Finding.Place(Finding.Page.CONNECT, id, "")))));
        return List.copyOf(findings);
    }

    private static void missing(Rig rig, Directory names, List<Finding> findings) {
        for (Mapping mapping : rig.mappings()) {
            Fault.of(mapping, names)
                    .ifPresent(fault -> findings.add(new Finding(
                            Finding.Kind.MISSING,
                            Sentence.of(mapping, names).text(),
                            fault,
                            new Finding.Place(Finding.Page.MAP, mapping.id(), ""))));
        }
    }

    private static void twoDrivers(Rig rig, Directory names, List<Finding> findings) {
        Map<Ref.ToParameter, List<Mapping>> drivers = new LinkedHashMap<>();
        for (Mapping mapping : rig.mappings()) {
            for (Ref.ToParameter target : driven(mapping)) {
                drivers.computeIfAbsent(target, t -> new ArrayList<>()).add(mapping);
            }
        }
        drivers.forEach((target, mappings) -> {
            if (mappings.size() > 1 && !mappings.stream().allMatch(mapping -> mapping.putsControl(names))) {
                String triggers = mappings.stream()
                        .flatMap(m -> m.when().triggers().stream())
                        .map(names::words)
                        .distinct()
                        .collect(Collectors.joining(" and "));
                findings.add(new Finding(
                        Finding.Kind.TWO_DRIVERS,
                        names.words(target) + " is set by " + triggers + ".",
                        "Whichever moves last wins; the parameter jumps when the other is touched.",
                        new Finding.Place(
                                Finding.Page.MAP,
                                mappings.get(mappings.size() - 1).id(),
                                "")));
            }
        });
    }

    /** The parameters that follow a mapping's control all the way, and so jump to it; what is set once by a press does not fight. */
    public static List<Ref.ToParameter> driven(Mapping mapping) {
        boolean waits = mapping.takeover() != null && mapping.takeover() != Takeover.JUMP;
        return mapping.actions().onPress().stream()
                .filter(action -> action instanceof SetParameter && !waits)
                .map(Action::parameter)
                .distinct()
                .toList();
    }

    private static void sameMessage(Rig rig, List<Finding> findings) {
        for (Device device : rig.gear()) {
            for (Clashes.Clash clash : Clashes.of(device.profile())) {
                List<Control> same = clash.controls();
                Control last = same.get(same.size() - 1);
                findings.add(new Finding(
                        Finding.Kind.SAME_MESSAGE,
                        same.stream().map(Check::withPage).collect(Collectors.joining(" and ")) + " of "
                                + device.name() + " send the same message, "
                                + clash.slot().words() + ".",
                        "A mapping for one of them also hears the other.",
                        new Finding.Place(Finding.Page.DESCRIBE, device.id(), last.id()),
                        Optional.of(new Finding.Fix("Renumber " + withPage(last), device.id(), last.id()))));
            }
        }
    }

    private static String withPage(Control control) {
        return control.pageNumber() == 1 ? control.name() : control.name() + " (page " + control.pageNumber() + ")";
    }

    private static void absent(Rig rig, Set<String> absent, List<Finding> findings) {
        for (Device device : rig.devices()) {
            if (absent.contains(device.id())) {
                long mapped = rig.mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                        .anyMatch(t -> t.device().equals(device.id()))
                                || m.targets().stream().anyMatch(t -> t.device().equals(device.id())))
                        .count();
                findings.add(new Finding(
                        Finding.Kind.ABSENT,
                        device.name() + " is not there.",
                        mapped == 0
                                ? "No mapping needs it."
                                : mapped == 1 ? "1 mapping needs it." : mapped + " mappings need it.",
                        new Finding.Place(Finding.Page.CONNECT, device.id(), "")));
            }
        }
    }
}
