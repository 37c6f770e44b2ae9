package orchard.app.web;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.shape.Shape;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: in which layers a mapping lives, while what a case of it holds, and which cases there are. */
@Controller
class CaseActions {

    private final MappingEdits edits;
    private final RigKeeper keeper;
    private final Names names;
    private final RigCache<ParameterTitles> titles;

    CaseActions(MappingEdits edits, RigKeeper keeper, Names names) {
        this.edits = edits;
        this.keeper = keeper;
        this.names = names;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    /** Moves a mapping into layers; into none, it lies below them all. */
    @PostMapping("/map/{id}/layers")
    ResponseEntity<Void> layers(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(name = "layer", defaultValue = "") List<String> layers) {
        return edits.changeWhole(id, seen, "Layers of ", CaseOf.of(id).branch(), (rig, mapping) -> {
            layers.stream()
                    .filter(layer -> rig.layer(layer).isEmpty())
                    .findFirst()
                    .ifPresent(missing -> {
                        throw EditRefused.invalid(
                                id, "layer", "There is no layer “" + missing + "”; choose from the list");
                    });
            return mapping.in(layers.stream().distinct().toList());
        });
    }

    /**
     * Says while what a case holds.
     *
     * @param every whether every case acts that holds, instead of the first one
     */
    @PostMapping("/map/{id}/while")
    ResponseEntity<Void> during(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "false") boolean every,
            @RequestParam MultiValueMap<String, String> typed) {
        CaseOf of = CaseOf.of(id);
        return edits.changeWhole(id, seen, "Condition of ", of.branch(), (rig, mapping) -> {
            Branch before = of.in(mapping).branches().get(0);
            Condition during = ConditionForm.read(id, typed, before.during(), names, titles.of(rig));
            List<Branch> all = new ArrayList<>(mapping.branches());
            all.set(of.branch(), before.with(during));
            return mapping.with(all).every(every);
        });
    }

    /**
     * A line of a condition, with the fields that its kind has now.
     *
     * @param lights whether a light asks
     */
    @GetMapping("/map/{id}/condition")
    String condition(
            @PathVariable String id,
            @RequestParam(defaultValue = "false") boolean lights,
            @RequestParam MultiValueMap<String, String> typed,
            Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("conditionKinds", lights ? List.of(Condition.Kind.values()) : Condition.Kind.ofCases());
        model.addAttribute("ofLights", lights);
        model.addAttribute("mappingId", id);
        model.addAttribute("line", ConditionForm.anew(typed, rig, names, titles.of(rig)));
        return typed.containsKey("line") ? "map/while :: line(l=${line})" : "map/while :: item(l=${line})";
    }

    /** Adds a case: what is done otherwise, to begin with the same as in the case that is looked at. */
    @PostMapping("/map/{id}/cases")
    ResponseEntity<Void> add(@PathVariable String id, @RequestParam long seen) {
        CaseOf of = CaseOf.of(id);
        Mapping now = edits.mapping(id);
        int next =
                keeper.rig().mapping(of.mapping()).map(m -> m.branches().size()).orElse(1);
        return edits.changeWhole(id, seen, "Another case of ", next, (rig, mapping) -> {
            List<Branch> all = new ArrayList<>(mapping.branches());
            all.add(new Branch(new Always(), Shape.WHOLE.then(now.shape()), now.actions()));
            return mapping.with(all);
        });
    }

    /** Takes a case away; the last one stays. */
    @PostMapping("/map/{id}/cases/remove")
    ResponseEntity<Void> remove(@PathVariable String id, @RequestParam long seen) {
        CaseOf of = CaseOf.of(id);
        return edits.changeWhole(id, seen, "One case less of ", Math.max(0, of.branch() - 1), (rig, mapping) -> {
            List<Branch> all = new ArrayList<>(mapping.branches());
            if (all.size() == 1) {
                throw new Mistake("a mapping has at least one case");
            }
            of.in(mapping);
            all.remove(of.branch());
            return mapping.with(all);
        });
    }

    /** Asks a case earlier or later. */
    @PostMapping("/map/{id}/cases/move")
    ResponseEntity<Void> move(@PathVariable String id, @RequestParam long seen, @RequestParam int by) {
        CaseOf of = CaseOf.of(id);
        int to = of.branch() + Integer.signum(by);
        return edits.changeWhole(id, seen, "Order of the cases of ", Math.max(0, to), (rig, mapping) -> {
            List<Branch> all = new ArrayList<>(mapping.branches());
            if (to < 0 || to >= all.size() || of.branch() >= all.size()) {
                throw new Mistake("it stands at this end already");
            }
            Collections.swap(all, of.branch(), to);
            return mapping.with(all);
        });
    }
}
