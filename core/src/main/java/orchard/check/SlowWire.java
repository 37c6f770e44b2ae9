package orchard.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.PageGroup;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.light.Light;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.signal.MidiMessage;

/** Something that is turned has a device told more than its wire carries in a moment: its lights lie meanwhile. */
record SlowWire() implements Surprise {

    /** So long lights may lie, in milliseconds. */
    static final int BEARABLE = 400;

    private static final String WIDEST = "W".repeat(40);

    /** What is turned, and the lights that follow. */
    private record Turn(String device, String what) {}

    @Override
    public String title() {
        return "Wires that carry too little";
    }

    @Override
    public List<Finding> look(Scene scene) {
        Map<Turn, Set<Ref.ToLight>> turns = new LinkedHashMap<>();
        for (Mapping mapping : scene.rig().mappings()) {
            List<Ref.ToParameter> about = Stream.concat(
                            mapping.targets().stream(),
                            mapping.show().answers().stream().flatMap(Show.Answer::others))
                    .toList();
            for (Show.Answer answer : mapping.show().answers()) {
                for (Ref.ToParameter ref : about) {
                    Through.of(ref, scene.rig())
                            .ifPresent(through -> add(
                                    turns,
                                    answer.light(),
                                    "focus " + through.focus().name()));
                }
                scene.rig()
                        .device(mapping.trigger().device())
                        .filter(device -> device.id().equals(answer.light().device()))
                        .flatMap(device -> device.profile()
                                .control(mapping.trigger().control())
                                .filter(control -> control.page() != null)
                                .flatMap(control -> device.profile()
                                        .traits()
                                        .group(control.page().group())))
                        .map(PageGroup::name)
                        .ifPresent(pages -> add(turns, answer.light(), "the pages of " + pages));
                mapping.layers().stream()
                        .flatMap(layer -> scene.rig().layer(layer).stream())
                        .forEach(layer -> add(turns, answer.light(), "layer " + layer.name()));
            }
        }
        List<Finding> findings = new ArrayList<>();
        turns.forEach((turn, lights) -> scene.rig()
                .device(turn.device())
                .filter(device -> device.profile().traits().baud() > 0)
                .ifPresent(device -> {
                    long millis = millis(device, lights);
                    if (millis > BEARABLE) {
                        findings.add(new Finding(
                                this,
                                "When %s turns, the lights of %s are right after %d ms only."
                                        .formatted(turn.what(), device.name(), millis),
                                "Its wire carries %,d baud, and %d lights are told at once: let fewer answer, words first."
                                        .formatted(device.profile().traits().baud(), lights.size()),
                                new Finding.Place(Finding.Page.CONNECT, device.id(), ""),
                                Optional.of(thin(device, lights))));
                    }
                }));
        return findings;
    }

    private static void add(Map<Turn, Set<Ref.ToLight>> turns, Ref.ToLight light, String what) {
        turns.computeIfAbsent(new Turn(light.device(), what), turn -> new LinkedHashSet<>())
                .add(light);
    }

    /** Lets lights answer no more, those first that take the most, until the rest is borne. */
    private static Finding.Fix thin(Device device, Set<Ref.ToLight> lights) {
        Set<Ref.ToLight> left = new LinkedHashSet<>(lights);
        List<Ref.ToLight> heaviest = lights.stream()
                .sorted(Comparator.comparing((Ref.ToLight light) -> -millis(device, Set.of(light))))
                .toList();
        List<String> taken = new ArrayList<>();
        for (Ref.ToLight light : heaviest) {
            if (millis(device, left) > BEARABLE) {
                left.remove(light);
                taken.add(light.light());
            }
        }
        String label = taken.size() == 1
                ? "Let " + device.profile().light(taken.get(0)).orElseThrow().name() + " answer no more"
                : "Let " + taken.size() + " of them answer no more";
        return new Finding.Fix(label, Finding.Remedy.THIN, device.id(), String.join(" ", taken));
    }

    /** How long its wire needs for what lights are told. */
    static long millis(Device device, Set<Ref.ToLight> lights) {
        long bytes = lights.stream()
                .flatMap(light -> device.profile().light(light.light()).stream())
                .mapToLong(SlowWire::bytes)
                .sum();
        return bytes * 10_000 / device.profile().traits().baud();
    }

    private static long bytes(Light light) {
        String words =
                WIDEST.substring(0, Math.min(WIDEST.length(), light.kind().letters()));
        return light.kind().message(1, words) instanceof MidiMessage midi ? midi.bytes().length : 0;
    }
}
