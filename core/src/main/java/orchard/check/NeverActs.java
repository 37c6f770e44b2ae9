package orchard.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.condition.All;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.PageOpen;
import orchard.condition.SongIs;
import orchard.gear.Layer;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;

/** A mapping, or a case of one, that nothing can make act: no layer of it comes, its conditions exclude each other, or a case before it takes everything. */
record NeverActs() implements Surprise {

    @Override
    public String title() {
        return "Can never act";
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        Set<String> reachable = reachable(scene);
        Ways ways = new Ways(scene.rig());
        for (Mapping mapping : scene.rig().mappings()) {
            why(mapping, reachable, scene)
                    .map(why -> new Finding(
                            this,
                            mapping.cause(scene.names()) + ": " + why,
                            "What it does is kept, and will not come about.",
                            new Finding.Place(Finding.Page.MAP, mapping.id(), "")))
                    .flatMap(finding ->
                            findings.size() < Replay.MOST ? tried(finding, mapping, ways, scene) : Optional.of(finding))
                    .ifPresent(findings::add);
        }
        return findings;
    }

    /** The finding with the way to where the mapping is heard, if it has one; empty if it acts there after all. */
    private static Optional<Finding> tried(Finding finding, Mapping mapping, Ways ways, Scene scene) {
        Optional<Ways.Route> to = ways.toHear(List.of(mapping));
        if (to.isEmpty() || mapping.branches().size() > 1) {
            return Optional.of(finding);
        }
        Replay replay = Replay.along(to.get(), List.of(mapping), ways, scene);
        replay.play(mapping, to.get(), ways);
        return Optional.of(finding.with(replay.way())).filter(tried -> !replay.acted(mapping));
    }

    private static Optional<String> why(Mapping mapping, Set<String> reachable, Scene scene) {
        List<Layer> layers = mapping.layers().stream()
                .flatMap(id -> scene.rig().layer(id).stream())
                .toList();
        if (!layers.isEmpty() && layers.stream().noneMatch(layer -> reachable.contains(layer.id()))) {
            return Optional.of("nothing turns layer " + layers.get(0).name() + " on.");
        }
        List<Branch> branches = mapping.branches();
        boolean taken = false;
        for (int i = 0; i < branches.size(); i++) {
            Condition during = branches.get(i).during();
            if (taken && !mapping.cases().every()) {
                return Optional.of("its case %d comes behind one that always acts.".formatted(i + 1));
            }
            if (excludes(during)) {
                return Optional.of("it cannot be that " + during.words(scene.names()) + ".");
            }
            taken |= branches.get(i).always();
        }
        return Optional.empty();
    }

    /** The layers that can come, beginning with what listens below them all: one that only a key in itself turns on never does. */
    private static Set<String> reachable(Scene scene) {
        Set<String> reachable = new HashSet<>();
        boolean goesOn = true;
        while (goesOn) {
            int before = reachable.size();
            for (Layer layer : scene.rig().layers()) {
                if (layer.comesWithDevice() || !layer.together().isEmpty() && reachable.containsAll(layer.together())) {
                    reachable.add(layer.id());
                }
            }
            scene.rig().mappings().stream()
                    .filter(mapping -> mapping.layers().isEmpty()
                            || mapping.layers().stream().anyMatch(reachable::contains))
                    .flatMap(Mapping::everyAction)
                    .forEach(action -> reachable.addAll(action.layers(scene.rig())));
            goesOn = reachable.size() > before;
        }
        return reachable;
    }

    /** Whether two of what has to hold at once exclude each other. */
    private static boolean excludes(Condition condition) {
        if (!(condition instanceof All all)) {
            return condition.parts().stream().anyMatch(NeverActs::excludes)
                    && condition.parts().size() == 1;
        }
        List<Condition> parts = all.of().stream()
                .flatMap(part -> part instanceof All inner ? inner.of().stream() : Stream.of(part))
                .toList();
        for (int i = 0; i < parts.size(); i++) {
            for (int j = i + 1; j < parts.size(); j++) {
                if (exclude(parts.get(i), parts.get(j))) {
                    return true;
                }
            }
        }
        return parts.stream().anyMatch(NeverActs::excludes);
    }

    private static boolean exclude(Condition one, Condition other) {
        if (one instanceof Not not && not.of().equals(other)
                || other instanceof Not also && also.of().equals(one)) {
            return true;
        }
        if (one instanceof Compared a && other instanceof Compared b) {
            return a.parameter().equals(b.parameter()) && (high(a) < low(b) || high(b) < low(a));
        }
        return one instanceof SongIs a && other instanceof SongIs b && !a.song().equals(b.song())
                || one instanceof PageOpen c
                        && other instanceof PageOpen d
                        && c.owner().equals(d.owner())
                        && !c.page().equals(d.page())
                || one instanceof LayerOn
                        && other instanceof Not not
                        && not.of().equals(one);
    }

    private static double low(Compared condition) {
        return condition.is() == Compared.Is.BELOW ? Double.NEGATIVE_INFINITY : condition.real();
    }

    private static double high(Compared condition) {
        return switch (condition.is()) {
            case ABOVE -> Double.POSITIVE_INFINITY;
            case BETWEEN -> condition.to();
            default -> condition.real();
        };
    }
}
