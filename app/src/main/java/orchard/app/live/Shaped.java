package orchard.app.live;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import orchard.action.SetParameter;
import orchard.engine.Trace;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.outcome.Considered;
import orchard.outcome.FormHeard;
import orchard.outcome.Said;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.ShapeFunction;
import org.springframework.stereotype.Component;

/** What a mapping made of a move, as pages show it: every value between the stages in words. Used by the hub's thread. */
@Component
final class Shaped {

    private record Ready(Mapping mapping, ShapeFunction function) {}

    private final Map<String, Ready> ready = new ConcurrentHashMap<>();

    /** Key and view of one step: {@code mapping/action}. */
    Map.Entry<String, Object> view(Considered step, Rig rig) {
        String key = step.mapping() + "/" + step.action();
        Map<String, Object> view = new LinkedHashMap<>();
        view.put("verdict", step.verdict());
        view.put("why", step.why());
        if (!step.values().isEmpty()) {
            view.put("position", step.values().get(0));
            rig.mapping(step.mapping())
                    .flatMap(mapping -> function(key, mapping, step.action(), rig))
                    .ifPresent(function -> view.put("texts", texts(function, step.values())));
        }
        return Map.entry(key, view);
    }

    /** What stood in a message that set a sentence off; and what was said then, where it was the only one that was set off. */
    static Map<String, Object> heard(FormHeard heard, Trace trace) {
        boolean isAlone = trace.all(FormHeard.class).size() == 1;
        String said = !isAlone
                ? ""
                : trace.all(Said.class).stream()
                        .filter(one -> one.why().equals("message")) // and not what a route passed on besides
                        .map(one -> one.message().words())
                        .collect(Collectors.joining(", "));
        return Map.of("heard", heard.read(), "said", said);
    }

    private static List<String> texts(ShapeFunction function, List<Double> values) {
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < function.stages() && i + 2 < values.size(); i++) {
            texts.add(function.text(i, values.get(i + 1)));
        }
        return texts;
    }

    private Optional<ShapeFunction> function(String key, Mapping mapping, int action, Rig rig) {
        int index = mapping.branchOf(action);
        Branch branch = mapping.branches().get(index);
        int place = action - mapping.actionsBefore(index);
        if (place >= branch.actions().onPress().size()
                || !(branch.actions().onPress().get(place) instanceof SetParameter set)) {
            return Optional.empty();
        }
        Ready known = ready.get(key);
        if (known != null && known.mapping() == mapping) {
            return Optional.of(known.function());
        }
        Optional<Parameter> parameter = rig.parameter(set.parameter());
        if (parameter.isEmpty()) {
            return Optional.empty();
        }
        try {
            Ready made = new Ready(mapping, mapping.functionOf(branch.shape().then(set.own()), parameter.get(), rig));
            ready.put(key, made);
            return Optional.of(made.function());
        } catch (Mistake e) {
            return Optional.empty(); // its fault is told by the engine
        }
    }
}
