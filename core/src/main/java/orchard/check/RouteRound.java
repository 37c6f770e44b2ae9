package orchard.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Device;
import orchard.mapping.Route;

/** Routes lead from a device back to it: if each says what it hears, the same message goes round until it is cut. */
record RouteRound() implements Surprise {

    @Override
    public String title() {
        return "Routes that lead back";
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public List<Finding> look(Scene scene) {
        Map<String, List<Route>> from = scene.rig().routes().stream()
                .filter(route -> route.fault(scene.rig()).isEmpty())
                .collect(Collectors.groupingBy(Route::from, LinkedHashMap::new, Collectors.toList()));
        List<Finding> findings = new ArrayList<>();
        Set<Set<String>> found = new HashSet<>();
        for (String device : from.keySet()) {
            List<Route> round = round(device, from, new ArrayList<>(), new HashSet<>());
            Set<String> devices = round.stream().map(Route::from).collect(Collectors.toSet());
            if (!round.isEmpty() && found.add(devices)) {
                String names = round.stream()
                        .map(route -> scene.rig()
                                .device(route.from())
                                .map(Device::name)
                                .orElse(""))
                        .collect(Collectors.joining(", to "));
                findings.add(new Finding(
                        this,
                        "From " + names + ", and back again.",
                        "If these say what they are told, it goes round; Orchard cuts it after " + ROUNDS
                                + " rounds. Let one of the routes pass other kinds or channels.",
                        new Finding.Place(Finding.Page.ROUTES, round.get(0).id(), "")));
            }
        }
        return findings;
    }

    private static final int ROUNDS = 16;

    /** The routes that lead from a device back to it, each passing something that the one before passes; none if they do not. */
    private static List<Route> round(String begin, Map<String, List<Route>> from, List<Route> so, Set<String> seen) {
        String at = so.isEmpty() ? begin : so.get(so.size() - 1).to();
        if (!so.isEmpty() && at.equals(begin)) {
            return so;
        }
        if (!seen.add(at)) {
            return List.of();
        }
        for (Route next : from.getOrDefault(at, List.of())) {
            if (so.isEmpty() || so.get(so.size() - 1).passes().meets(next.passes())) {
                List<Route> on = new ArrayList<>(so);
                on.add(next);
                List<Route> round = round(begin, from, on, seen);
                if (!round.isEmpty()) {
                    return round;
                }
            }
        }
        return List.of();
    }
}
