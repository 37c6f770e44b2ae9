package orchard.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.mapping.Show;

/** Several sentences of the same layers answer on one light, and nobody said which is asked first. */
record LightShared() implements Surprise {

    private record Shower(Mapping mapping, Show.Answer answer) {}

    private record Place(Ref.ToLight light, Set<String> layers, int rank, int page) {}

    @Override
    public String title() {
        return "Several answers on one light";
    }

    @Override
    public List<Finding> look(Scene scene) {
        Map<Place, List<Shower>> places = new LinkedHashMap<>();
        for (Mapping mapping : scene.rig().mappings()) {
            for (Show.Answer answer : mapping.show().answers()) {
                Place place =
                        new Place(answer.light(), Set.copyOf(mapping.layers()), answer.rank(), page(mapping, scene));
                places.computeIfAbsent(place, p -> new ArrayList<>(1)).add(new Shower(mapping, answer));
            }
        }
        return places.entrySet().stream()
                .filter(entry -> entry.getValue().stream()
                                .map(shower -> List.of(shower.mapping().target(), shower.answer()))
                                .distinct()
                                .count()
                        > 1)
                .map(entry -> {
                    List<Shower> showers = entry.getValue();
                    Shower second = showers.get(1);
                    return new Finding(
                            this,
                            scene.names().words(entry.getKey().light()) + " answers "
                                    + showers.get(0).mapping().cause(scene.names()) + " and "
                                    + second.mapping().cause(scene.names()) + ".",
                            "It shows what the first of them says; the light's own page says which is asked first.",
                            new Finding.Place(Finding.Page.MAP, second.mapping().id(), ""));
                })
                .toList();
    }

    /** The page of its control, on which alone its answer stands. */
    private static int page(Mapping mapping, Scene scene) {
        return scene.rig()
                .device(mapping.trigger().device())
                .flatMap(device -> device.profile().control(mapping.trigger().control()))
                .map(Control::pageNumber)
                .orElse(1);
    }
}
